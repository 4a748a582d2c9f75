/** A rack of no more boards is small. */
export const SMALL = 60;
/** On a rack of more boards there are light tries, no runs that begin anew, and prices are left sooner. */
export const LARGE = 300;
