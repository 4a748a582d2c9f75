/** What passes between a page and any of its workers: questions by number, and what becomes of them. */
export type ToWorker<Ask, Note> =
  | { readonly kind: 'ask'; readonly id: number; readonly ask: Ask }
  | { readonly kind: 'note'; readonly id: number; readonly note: Note }
  | { readonly kind: 'cancel'; readonly id: number };

export type FromWorker<Progress, Result> =
  | { readonly kind: 'progress'; readonly id: number; readonly progress: Progress }
  | { readonly kind: 'done'; readonly id: number; readonly result: Result }
  | { readonly kind: 'failed'; readonly id: number; readonly message: string };
