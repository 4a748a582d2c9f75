import { computed, inject, Injectable } from '@angular/core';
import { boardMark } from '@aldrek/core/project';
import { clearanceOf, type Piece } from '@aldrek/core/wood';
import { ShopStore } from '../shop-store/shop.store';

/** What is to be seen at a glance of a piece on the rack. */
type PieceState = 'reserved' | 'changed' | 'doubt';

export interface StateOfPiece {
  readonly state: PieceState;
  readonly words: string;
}

/** Pieces that are reserved, that have changed since a plan was made with them, and that nobody is sure of. */
@Injectable({ providedIn: 'root' })
export class PieceStates {
  private readonly store = inject(ShopStore);

  /** Projects whose plan cuts a piece that was otherwise when the plan was made, by piece. */
  private readonly changed = computed((): ReadonlyMap<string, string> => {
    const found = new Map<string, string>();
    for (const { name, plan } of this.store.projects()) {
      for (const [id, mark] of Object.entries(plan?.question?.boards ?? {})) {
        const piece = this.store.pieceById().get(id);
        if (piece && boardMark(piece) !== mark) found.set(id, name);
      }
    }
    return found;
  });

  of(piece: Piece): readonly StateOfPiece[] {
    const project = this.store.projectById().get(piece.reservedFor ?? '');
    const planned = this.changed().get(piece.id);
    const states: StateOfPiece[] = [];
    if (piece.reservedFor !== undefined)
      states.push({ state: 'reserved', words: `reserved for ${project?.name ?? 'a project'}` });
    if (planned !== undefined)
      states.push({ state: 'changed', words: `changed since ${planned} was planned` });
    if (clearanceOf(piece) === 'metal-in') states.push({ state: 'doubt', words: 'metal not cleared' });
    else if (clearanceOf(piece) === 'not-scanned')
      states.push({ state: 'doubt', words: 'pulled, not scanned' });
    return states;
  }
}
