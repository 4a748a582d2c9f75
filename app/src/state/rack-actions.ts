import { Injectable, inject } from '@angular/core';
import { clipTo, fullWidth, nextTag, type Piece, type TallyReading } from '@aldrek/core';
import { freed, withoutPlan } from './reservations';
import { Ids } from './ids';
import { ShopStore } from './shop.store';

/** What can be done to pieces, each one step of undo. */
@Injectable({ providedIn: 'root' })
export class RackActions {
  private readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);

  /** Adds the pieces of read tally lines; returns their ids. Lines with faults must be kept out. */
  tally(readings: readonly TallyReading[]): string[] {
    const taken = new Set(this.store.tags());
    const added: Piece[] = [];
    for (const reading of readings) {
      if (!reading.piece) continue;
      for (let i = 0; i < reading.count; i++) {
        const wanted = reading.count === 1 ? reading.tag : null;
        const tag = wanted !== null && !taken.has(wanted) ? wanted : nextTag(reading.piece.name, taken);
        taken.add(tag);
        added.push({ ...reading.piece, id: this.ids.next(), tag, findings: [] });
      }
    }
    const shop = this.store.shop();
    const what = added.length === 1 ? (added[0]?.tag ?? '') : `${added.length} pieces`;
    this.store.change(`tally ${what}`, { ...shop, pieces: [...shop.pieces, ...added] });
    return added.map((piece) => piece.id);
  }

  /**
   * Rewrites a piece from a tally line. Findings stay where they are; what lies beyond a new, smaller size
   * is cut to it or, where nothing of it is left, dropped, and the step says so.
   */
  rewrite(piece: Piece, reading: TallyReading): void {
    if (!reading.piece) return;
    const { widthFar: _old, ...rest } = piece;
    const tag = reading.tag !== null && !this.isTaken(reading.tag, piece.id) ? reading.tag : piece.tag;
    const sized = { ...rest, ...reading.piece, tag };
    const findings = piece.findings.flatMap((finding) => {
      const kept = clipTo(finding, sized.length, fullWidth(sized));
      return kept ? [{ ...finding, ...kept }] : [];
    });
    const dropped = piece.findings.length - findings.length;
    const label =
      dropped === 0 ? `edit ${piece.tag}` : `edit ${piece.tag}, dropping ${dropped} beyond its size`;
    this.store.updatePiece(label, { ...sized, findings });
  }

  isTaken(tag: string, butBy: string): boolean {
    return this.store.pieces().some((piece) => piece.tag === tag && piece.id !== butBy);
  }

  duplicate(piece: Piece): string {
    const id = this.ids.next();
    const { reservedFor: _reserved, ...rest } = piece;
    const copy: Piece = {
      ...rest,
      id,
      tag: nextTag(piece.name, this.store.tags()),
      findings: piece.findings.map((finding) => ({ ...finding, id: this.ids.next() })),
    };
    const shop = this.store.shop();
    const at = shop.pieces.indexOf(piece) + 1;
    const pieces = [...shop.pieces.slice(0, at), copy, ...shop.pieces.slice(at)];
    this.store.change(`duplicate ${piece.tag}`, { ...shop, pieces });
    return id;
  }

  /** Deletes pieces; a plan that cuts one of them is a plan no more, and frees what it had reserved. */
  remove(pieces: readonly Piece[]): void {
    const gone = new Set(pieces.map((piece) => piece.id));
    const shop = this.store.shop();
    const what = pieces.length === 1 ? (pieces[0]?.tag ?? '') : `${pieces.length} pieces`;
    const spoilt = shop.projects.filter((project) => project.plan?.cuts.some((cut) => gone.has(cut.pieceId)));
    const plans = spoilt.map((project) => project.name).join(', ');
    this.store.change(plans === '' ? `delete ${what}` : `delete ${what} and the plan for ${plans}`, {
      ...shop,
      projects: shop.projects.map((project) => (spoilt.includes(project) ? withoutPlan(project) : project)),
      pieces: freed(
        shop.pieces.filter((piece) => !gone.has(piece.id)),
        spoilt.map((project) => project.id),
      ),
    });
  }
}
