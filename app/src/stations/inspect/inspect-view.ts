import { Injectable, signal } from '@angular/core';
import type { Grade } from '@aldrek/core/wood';
import type { PieceSize, Wish } from '@aldrek/core/yield';

/** What is noted below the faces, in turn. */
export const PANELS = ['findings', 'shape', 'warp', 'wood', 'ends'] as const;
export type Panel = (typeof PANELS)[number];

export const PANEL_NAMES: Readonly<Record<Panel, string>> = {
  findings: 'Defects and marks',
  shape: 'Shape',
  warp: 'Warp',
  wood: 'Wood',
  ends: 'Ends and metal',
};

/** How a piece is looked at. Kept while the app is open, so that the next piece is looked at alike. */
@Injectable({ providedIn: 'root' })
export class InspectView {
  readonly panel = signal<Panel>('findings');
  readonly grade = signal<Grade>('character');
  readonly wish = signal<Wish | 'pieces'>('area');
  /** The size wanted many times over, where that is the wish, mm. */
  readonly size = signal<PieceSize>({ length: 600, width: 60 });
  readonly cursor = signal(0);
  readonly dropFace = signal<'A' | 'B'>('A');
  readonly aside = signal<'gives' | 'thickness'>('gives');
  /** The thickness that is looked for, mm. */
  readonly wantedMm = signal(20);
}
