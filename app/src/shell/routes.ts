import type { Routes } from '@angular/router';

/** Each station is loaded when it is first opened. */
export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'rack' },
  {
    path: 'rack',
    title: 'Rack · Aldrek',
    loadComponent: () => import('../stations/rack/rack').then((m) => m.Rack),
  },
  {
    path: 'inspect',
    title: 'Inspect · Aldrek',
    loadComponent: () => import('../stations/inspect/inspect').then((m) => m.Inspect),
  },
  {
    path: 'inspect/:pieceId',
    title: 'Inspect · Aldrek',
    loadComponent: () => import('../stations/inspect/inspect').then((m) => m.Inspect),
  },
  {
    path: 'projects',
    title: 'Projects · Aldrek',
    loadComponent: () => import('../stations/projects/projects').then((m) => m.Projects),
  },
  {
    path: 'projects/:projectId',
    title: 'Projects · Aldrek',
    loadComponent: () => import('../stations/projects/projects').then((m) => m.Projects),
  },
  {
    path: 'projects/:projectId/cut-sheet',
    title: 'Cut sheet · Aldrek',
    loadComponent: () => import('../stations/projects/cut-sheet-page').then((m) => m.CutSheetPage),
  },
  { path: '**', redirectTo: 'rack' },
];
