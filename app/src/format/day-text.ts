const DAY = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});

/** An ISO date as people write it: `28 Feb 2026`. */
export const dayText = (day: string): string => {
  const time = Date.parse(`${day}T00:00:00Z`);
  return Number.isNaN(time) ? day : DAY.format(time);
};
