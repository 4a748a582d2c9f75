import type { Route, Routes, UrlMatcher } from '@angular/router';

/**
 * `/inspect` and `/inspect/<id>` are one route, so that the screen stays as it is when the piece (or the
 * project) in hand changes.
 */
function withOptionalId(path: string, parameter: string): { matcher: UrlMatcher } {
  return {
    matcher: (segments) => {
      const [first, second] = segments;
      if (first?.path !== path || segments.length > 2) return null;
      return { consumed: segments, posParams: second ? { [parameter]: second } : {} };
    },
  };
}

const rack = () => import('../stations/rack/rack').then((m) => m.Rack);

const hauls: Route = {
  ...withOptionalId('hauls', 'haulId'),
  title: 'Hauls · Aldrek',
  loadComponent: () => import('../stations/hauls/hauls').then((m) => m.Hauls),
};

const inspect: Route = {
  ...withOptionalId('inspect', 'pieceId'),
  title: 'Inspect · Aldrek',
  loadComponent: () => import('../stations/inspect/inspect').then((m) => m.Inspect),
};

const projects: Route = {
  ...withOptionalId('projects', 'projectId'),
  title: 'Projects · Aldrek',
  loadComponent: () => import('../stations/projects/projects').then((m) => m.Projects),
};

const shopFloor: Route = {
  path: 'shop',
  title: 'Shop · Aldrek',
  loadComponent: () => import('../stations/shop/shop-floor').then((m) => m.ShopFloor),
};

/** Each station is loaded when it is first opened. */
export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'rack' },
  {
    path: 'rack',
    title: 'Rack · Aldrek',
    loadComponent: rack,
  },
  hauls,
  inspect,
  {
    path: 'projects/could-make',
    title: 'What could I make · Aldrek',
    loadComponent: () => import('../stations/projects/could-make-page').then((m) => m.CouldMakePage),
  },
  projects,
  shopFloor,
  {
    path: 'shop/panel/:projectId/:partId/:unit',
    title: 'Panel · Aldrek',
    loadComponent: () => import('../stations/shop/panel/panel-bench').then((m) => m.PanelBench),
  },
  {
    path: 'labels',
    title: 'Labels · Aldrek',
    loadComponent: () => import('../stations/rack/labels-page').then((m) => m.LabelsPage),
  },
  {
    path: 'compare',
    title: 'Compare · Aldrek',
    loadComponent: () => import('../stations/rack/compare-page').then((m) => m.ComparePage),
  },
  {
    path: 'projects/:projectId/cut-sheet',
    title: 'Cut sheet · Aldrek',
    loadComponent: () => import('../stations/projects/cut-sheet-page').then((m) => m.CutSheetPage),
  },
  {
    path: 'projects/:projectId/joinery',
    title: 'Joints · Aldrek',
    loadComponent: () => import('../stations/projects/joinery/joinery-page').then((m) => m.JoineryPage),
  },
  {
    path: 'settings',
    title: 'Settings · Aldrek',
    loadComponent: () => import('../settings/settings-page').then((m) => m.SettingsPage),
  },
  { path: '**', redirectTo: 'rack' },
];

/** Fetches the screen that the address asks for while the shop is still being read. */
export function fetchAhead(path: string): void {
  const asked = [hauls, inspect, projects, shopFloor].find((route) =>
    path.startsWith(`/${String(route.title).split(' ')[0]?.toLowerCase()}`),
  );
  void Promise.resolve((asked?.loadComponent ?? rack)()).catch(() => undefined);
}
