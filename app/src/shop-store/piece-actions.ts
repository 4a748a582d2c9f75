import { Injectable, inject } from '@angular/core';
import { planedOff } from '@aldrek/core/shop';
import {
  fullWidth,
  keepOnPiece,
  nextTag,
  pieceVolumeM3,
  withReading,
  type Find,
  type Finding,
  type FindKind,
  type Fix,
  type Grade,
  type Piece,
} from '@aldrek/core/wood';
import {
  cameM3,
  howSure,
  knowledgeOf,
  ownRecord,
  reckonedM3,
  usableShare,
  type CameOut,
  type HowSure,
  type PlanedRecord,
} from '@aldrek/core/yield';
import { cameOffPlaner } from '@aldrek/core/floor';
import { Ids } from './ids';
import { ShopStore } from './shop.store';
import { Today } from './today';

/** What can be noted of one piece on the bench, each one step of undo. */
@Injectable({ providedIn: 'root' })
export class PieceActions {
  private readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);
  private readonly today = inject(Today);

  /** Notes something of a piece. Whatever is noted on the bench means that it has been looked over. */
  note(what: string, piece: Piece, patch: Partial<Piece>): void {
    const inspected = piece.inspected ?? this.today.get();
    this.store.updatePiece(`${what} of ${piece.tag}`, { ...piece, inspected, ...patch });
  }

  /** Takes a note away. */
  forget(what: string, piece: Piece, field: keyof Piece): void {
    const { [field]: _gone, ...kept } = piece;
    const rest = kept as Piece;
    this.store.updatePiece(`${what} of ${piece.tag}`, rest);
  }

  findings(label: string, piece: Piece, findings: readonly Finding[]): void {
    this.store.updatePiece(`${label} on ${piece.tag}`, {
      ...piece,
      inspected: piece.inspected ?? this.today.get(),
      findings: findings.map((finding) => keepOnPiece(finding, piece.length, fullWidth(piece))),
    });
  }

  /** Marks metal as pulled or punched, or as in again; returns how many it was. */
  fix(piece: Piece, which: (finding: Finding) => boolean, fix: Fix | null): number {
    let count = 0;
    const findings = piece.findings.map((finding): Finding => {
      if (finding.kind !== 'metal' || !which(finding) || (finding.fix ?? null) === fix) return finding;
      count++;
      const { fix: _before, fate: _fate, ...rest } = finding;
      return fix === null ? rest : { ...rest, fix };
    });
    const what = fix === null ? 'metal in again' : `${fix} ${count} of metal`;
    if (count > 0) this.findings(what, piece, findings);
    return count;
  }

  moisture(piece: Piece, pct: number): void {
    this.store.updatePiece(`moisture of ${piece.tag}`, withReading(piece, pct, this.today.get()));
  }

  /** The find on record that a piece came out of. */
  findOf(piece: Piece): Find | undefined {
    return this.store.finds().find((find) => find.id === piece.origin?.findId);
  }

  kindOf(piece: Piece): FindKind | undefined {
    return this.findOf(piece)?.kind;
  }

  /** What a piece is calculated to give, m³, and how sure that is: its cuttings, or the usual share of its find. */
  sureOf(piece: Piece, cuttingsM3: number): { readonly m3: number; readonly sure: HowSure } {
    const find = this.findOf(piece);
    const kind = find?.kind ?? 'mixed';
    const { usable } = this.store.trade();
    const record = ownRecord(this.store.finds(), this.store.milled());
    const usual = usableShare(kind, find?.condition ?? 'worn', record(kind), usable[kind]);
    const [known, mostM3] = [knowledgeOf(piece), pieceVolumeM3(piece)];
    const m3 = reckonedM3(cuttingsM3, mostM3, known, usual.likely);
    const sure = howSure(
      { m3, known, findKind: find?.kind, species: piece.species, mostM3 },
      this.store.milled(),
      this.store.sureness(),
    );
    return { m3, sure };
  }

  /**
   * Records what came off the planer. With `replace` the piece leaves the rack and what came lies there in its
   * place, machined; otherwise the piece stays as it is.
   */
  milled(piece: Piece, grade: Grade, reckoned: number, came: readonly CameOut[], replace: boolean): void {
    const day = this.today.get();
    const findKind = this.kindOf(piece);
    const planed: PlanedRecord = {
      tag: piece.tag,
      ...(findKind ? { findKind } : {}),
      species: piece.species,
      grade,
      known: knowledgeOf(piece),
      foundM3: pieceVolumeM3(piece),
      reckonedM3: reckoned,
      came,
    };
    const shop = this.store.shop();
    const dm3 = (cameM3(planed) * 1000).toFixed(1);
    const made = replace ? this.machined(piece, came, day) : [];
    const entry = planedOff(piece, made, { id: this.ids.next(), day, planed, replace });
    this.store.change(`${piece.tag} milled: ${dm3} dm³ came`, {
      ...shop,
      entries: [...shop.entries, entry],
      pieces: replace
        ? shop.pieces.flatMap((other) => (other.id === piece.id ? made : [other]))
        : shop.pieces,
    });
  }

  private machined(piece: Piece, came: readonly CameOut[], day: string): Piece[] {
    const taken = new Set(this.store.tags());
    return came.flatMap((size) =>
      Array.from({ length: size.count }, (): Piece => {
        const tag = nextTag(piece.name, taken);
        taken.add(tag);
        const whole = cameOffPlaner(piece, size, came.length === 1 && size.count === 1, day);
        const findings = whole.findings.map((finding) => ({ ...finding, id: this.ids.next() }));
        return { ...whole, findings, id: this.ids.next(), tag };
      }),
    );
  }
}
