/** The stations, in the order of work. Their keys are their places in this list. */
export interface Station {
  readonly path: string;
  readonly name: string;
}

export const STATIONS: readonly Station[] = [
  { path: '/hauls', name: 'Hauls' },
  { path: '/rack', name: 'Rack' },
  { path: '/inspect', name: 'Inspect' },
  { path: '/projects', name: 'Projects' },
  { path: '/shop', name: 'Shop' },
];
