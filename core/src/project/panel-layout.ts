/** How the strips of a panel, or the layers of a lamination, are laid: kept with the project, from the board to the clamps. */
import type { PartId } from './project.ts';

export interface StripPlace {
  /** Where the strip lies in its board: it is known by that before and after it is sawn. */
  readonly key: string;
  /** End for end, the same face up. */
  readonly turned?: true;
  /** The other face up, turned about its length. */
  readonly over?: true;
  /** Along the panel, from the middle of its spare length, mm. */
  readonly shiftMm?: number;
}

export interface PanelLayout {
  readonly partId: PartId;
  readonly unit: number;
  /** From top to bottom as seen with the show face up. */
  readonly strips: readonly StripPlace[];
}
