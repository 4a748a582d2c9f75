import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router } from '@angular/router';
import type { Piece } from '@aldrek/core/wood';
import type { PieceYield } from '@aldrek/core/yield';
import { PieceActions } from '../../shop-store/piece-actions';
import { InspectView } from './inspect-view';
import type { MilledAsk } from './milled-sheet';

/** The sheets that open over a piece on the bench. */
@Injectable()
export class PieceSheets {
  private readonly dialog = inject(MatDialog);
  private readonly router = inject(Router);
  private readonly actions = inject(PieceActions);
  private readonly view = inject(InspectView);

  async photos(piece: Piece): Promise<void> {
    const { PiecePhotosSheet } = await import('./piece-photos-sheet');
    this.dialog.open(PiecePhotosSheet, { data: piece.id, maxWidth: '860px', width: '92vw' });
  }

  /** What really came after planing, beside what was expected of it. */
  async milled(piece: Piece, expected: PieceYield['crosscutFirst']): Promise<void> {
    const { MilledSheet } = await import('./milled-sheet');
    const data: MilledAsk = {
      piece,
      grade: this.view.grade(),
      reckonedM3: this.actions.sureOf(piece, expected.volumeM3).m3,
      cuttings: expected.cuttings,
    };
    this.dialog
      .open<unknown, MilledAsk, boolean>(MilledSheet, { data, maxWidth: '640px', width: '92vw' })
      .afterClosed()
      .subscribe((replaced) => {
        if (replaced === true) void this.router.navigate(['/rack']);
      });
  }
}
