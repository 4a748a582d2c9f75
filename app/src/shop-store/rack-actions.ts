import { Injectable, inject } from '@angular/core';
import { removePieces } from '@aldrek/core/project';
import {
  clipTo,
  fullWidth,
  finishIsLeadFree,
  hazardSet,
  looseHazards,
  nextTag,
  notedOnBench,
  tagInitial,
  withReading,
  woodHazards,
  type Find,
  type Piece,
  type TalliedPiece,
  type TallyReading,
} from '@aldrek/core/wood';
import { Ids } from './ids';
import { ShopStore } from './shop.store';
import { Today } from './today';

/** A tallied piece with how many there are and the tag it should bear. */
export type Tallied = Pick<TallyReading, 'count' | 'tag' | 'piece'>;

/** What may be changed of many pieces at once. */
export type BatchEdit = Partial<
  Pick<Piece, 'place' | 'find' | 'name' | 'species' | 'speciesSure' | 'thickness' | 'moisturePct'>
>;

/** What can be done to pieces, each one step of undo. */
@Injectable({ providedIn: 'root' })
export class RackActions {
  private readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);
  private readonly today = inject(Today);

  /** Adds the pieces of read tally lines; returns their ids. Lines with faults must be kept out. */
  tally(readings: readonly Tallied[], label?: string): string[] {
    const taken = new Set(this.store.tags());
    const last = new Map<string, number>();
    const added: Piece[] = [];
    for (const reading of readings) {
      if (!reading.piece) continue;
      const whole = this.linked(reading.piece);
      for (let i = 0; i < reading.count; i++) {
        const wanted = reading.count === 1 ? reading.tag : null;
        const initial = tagInitial(reading.piece.name);
        const free = wanted !== null && !taken.has(wanted);
        const tag = free ? wanted : nextTag(reading.piece.name, taken, last.get(initial) ?? 1);
        if (!free) last.set(initial, Number(tag.slice(tag.indexOf('-') + 1)) + 1);
        taken.add(tag);
        added.push({ ...whole, id: this.ids.next(), tag, findings: this.withIds(whole.findings) });
      }
    }
    const shop = this.store.shop();
    const what = added.length === 1 ? (added[0]?.tag ?? '') : `${added.length} pieces`;
    this.store.change(label ?? `tally ${what}`, { ...shop, pieces: [...shop.pieces, ...added] });
    return added.map((piece) => piece.id);
  }

  /**
   * Rewrites a piece from a tally line. Its findings stay where they are, those that the line names come
   * beside them; what lies beyond a new, smaller size is cut to it or, where nothing of it is left, dropped,
   * and the step says so.
   */
  rewrite(piece: Piece, reading: Tallied): void {
    if (!reading.piece) return;
    const { id, reservedFor } = piece;
    const tag = reading.tag !== null && !this.isTaken(reading.tag, piece.id) ? reading.tag : piece.tag;
    const line = this.linked(reading.piece, piece);
    const kept = piece.findings.flatMap((finding) => {
      const place = clipTo(finding, line.length, fullWidth(line));
      return place ? [{ ...finding, ...place }] : [];
    });
    const dropped = piece.findings.length - kept.length;
    const label =
      dropped === 0 ? `edit ${piece.tag}` : `edit ${piece.tag}, dropping ${dropped} beyond its size`;
    const rewritten = {
      ...notedOnBench(piece, line),
      ...line,
      id,
      tag,
      findings: [...kept, ...this.withIds(line.findings)],
      ...(reservedFor === undefined ? {} : { reservedFor }),
    };
    const { moisturePct } = line;
    const newlyRead = moisturePct !== undefined && moisturePct !== piece.moisturePct;
    this.store.updatePiece(
      label,
      newlyRead ? withReading(rewritten, moisturePct, this.today.get()) : rewritten,
    );
  }

  /** Changes many pieces alike. */
  editMany(pieces: readonly Piece[], edit: BatchEdit): void {
    const ids = new Set(pieces.map((piece) => piece.id));
    const shop = this.store.shop();
    const what = Object.keys(edit)
      .map((key) => (key === 'moisturePct' ? 'moisture' : key))
      .filter((key) => key !== 'speciesSure')
      .join(', ');
    this.store.change(`set ${what} of ${pieces.length} pieces`, {
      ...shop,
      pieces: shop.pieces.map((piece) => (ids.has(piece.id) ? this.edited(piece, edit) : piece)),
    });
  }

  isTaken(tag: string, butBy: string): boolean {
    const bearer = this.store.pieceByTag().get(tag);
    return bearer !== undefined && bearer.id !== butBy;
  }

  duplicate(piece: Piece): string {
    const id = this.ids.next();
    const { reservedFor: _reserved, ...rest } = piece;
    const copy: Piece = {
      ...rest,
      id,
      tag: nextTag(piece.name, this.store.tags()),
      findings: this.withIds(piece.findings),
    };
    const shop = this.store.shop();
    const at = shop.pieces.indexOf(piece) + 1;
    const pieces = [...shop.pieces.slice(0, at), copy, ...shop.pieces.slice(at)];
    this.store.change(`duplicate ${piece.tag}`, { ...shop, pieces });
    return id;
  }

  /** Deletes pieces; plans lose what they cut from them, and say so as parts that are short. */
  remove(pieces: readonly Piece[]): void {
    const gone = new Set(pieces.map((piece) => piece.id));
    const shop = this.store.shop();
    const what = pieces.length === 1 ? (pieces[0]?.tag ?? '') : `${pieces.length} pieces`;
    const plans = shop.projects
      .filter((project) => project.plan?.cuts.some((cut) => gone.has(cut.pieceId)))
      .map((project) => project.name);
    const { pieces: left, projects } = removePieces(shop, gone);
    const touched = plans.length === 0 ? '' : `, out of the plan for ${plans.join(', ')}`;
    this.store.change(`delete ${what}${touched}`, { ...shop, pieces: left, projects });
  }

  /** Answers for the history of pieces, a whole batch at once: what the answers leave follows them from now on. */
  screen(pieces: readonly Piece[], answers: Readonly<Record<string, string>>): void {
    const hazards = looseHazards(answers);
    const chosen = new Set(pieces.map(({ id }) => id));
    const settled = finishIsLeadFree(answers);
    const shop = this.store.shop();
    const what = pieces.length === 1 ? (pieces[0]?.tag ?? '') : `${pieces.length} pieces`;
    this.store.change(`screen ${what}`, {
      ...shop,
      pieces: shop.pieces.map((piece) => {
        if (!chosen.has(piece.id)) return piece;
        const findings = settled
          ? piece.findings.map((finding) =>
              finding.kind === 'old-finish' ? { ...finding, leadFree: true as const } : finding,
            )
          : piece.findings;
        return { ...piece, hazards, findings };
      }),
    });
  }

  private withIds(findings: TalliedPiece['findings']): Piece['findings'] {
    return findings.map((finding) => ({ ...finding, id: this.ids.next() }));
  }

  /** A find on record that is called so: its hazards follow, whoever tallies from it. */
  private findCalled(name: string): Find | undefined {
    return name === '' ? undefined : this.store.findByName().get(name);
  }

  /**
   * What a line says, with the find on record that it names, and since when it lies at its place. `before`
   * is the piece that the line rewrites: while its find is the same, its hazards are as the line has them.
   */
  private linked(said: TalliedPiece, before?: Piece): TalliedPiece & Pick<Piece, 'origin'> {
    const find = this.findCalled(said.find);
    const stays = before?.find === said.find;
    const origin = stays ? before.origin : find && { findId: find.id, member: said.name };
    const hazards =
      find && !stays ? hazardSet([...(said.hazards ?? []), ...woodHazards(find)]) : said.hazards;
    return {
      ...said,
      ...this.sinceFor(said, before),
      ...(origin ? { origin } : {}),
      ...(hazards ? { hazards } : {}),
    };
  }

  private sinceFor(said: Pick<Piece, 'place' | 'since'>, before?: Piece): Pick<Piece, 'since'> {
    if (said.place === '') return {};
    const moved = before?.place !== said.place && before?.since === said.since;
    return moved ? { since: this.today.get() } : {};
  }

  private edited(piece: Piece, edit: BatchEdit): Piece {
    const find = edit.find === undefined ? undefined : this.findCalled(edit.find);
    const { origin, ...rest } = piece;
    const from = edit.find === undefined ? origin : find && { findId: find.id, member: piece.name };
    const edited = {
      ...rest,
      ...edit,
      ...(from ? { origin: from } : {}),
      ...(find ? { hazards: hazardSet([...(piece.hazards ?? []), ...woodHazards(find)]) } : {}),
      ...(edit.place === undefined || edit.place === piece.place ? {} : { since: this.today.get() }),
    };
    return edit.moisturePct === undefined ? edited : withReading(edited, edit.moisturePct, this.today.get());
  }
}
