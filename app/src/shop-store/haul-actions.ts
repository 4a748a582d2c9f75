import { Injectable, inject } from '@angular/core';
import { brokenDownInto } from '@aldrek/core/shop';
import {
  breakdownOf,
  finishIsLeadFree,
  followFind,
  nextTag,
  piecesForRack,
  tagInitial,
  takeApart,
  usualMeasures,
  woodHazards,
  type Find,
  type FindKind,
  type Haul,
  type OwnKind,
  type Piece,
  type PieceForRack,
} from '@aldrek/core/wood';
import { Ids } from './ids';
import { ShopStore } from './shop.store';
import { Today } from './today';

/** What can be done to hauls and their finds, each one step of undo. */
@Injectable({ providedIn: 'root' })
export class HaulActions {
  private readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);
  private readonly today = inject(Today);

  create(place: string): string {
    const haul: Haul = {
      id: this.ids.next(),
      place,
      date: this.today.get(),
      leaveBy: '',
      leaveHow: 'not-asked',
      price: 0,
      distanceKm: 0,
      hours: 0,
      note: '',
      photos: [],
      finds: [],
    };
    const shop = this.store.shop();
    this.store.change(`new haul${place === '' ? '' : ` from ${place}`}`, {
      ...shop,
      hauls: [...shop.hauls, haul],
    });
    return haul.id;
  }

  update(label: string, haul: Haul): void {
    this.put(label, haul, this.store.pieces());
  }

  /** Removes a haul. Its pieces stay on the rack with their hazards, and forget where they came from. */
  remove(haul: Haul): void {
    const shop = this.store.shop();
    const finds = new Set<string>(haul.finds.map((find) => find.id));
    this.store.change(`delete the haul from ${haul.place}`, {
      ...shop,
      hauls: shop.hauls.filter((other) => other.id !== haul.id),
      pieces: orphaned(shop.pieces, finds),
    });
  }

  /** Adds a find of a kind, or of a kind of the maker's own, with its usual measures; returns its id. */
  addFind(haul: Haul, kind: FindKind, own?: OwnKind): string {
    const find: Find = {
      id: this.ids.next(),
      name: this.freeName(own?.name ?? breakdownOf(kind).name.replace(/(?:,| or ).*$/, '')),
      kind,
      alike: 1,
      species: own?.species ?? 'unknown',
      speciesSure: 'guess',
      condition: 'worn',
      measures: own?.measures ?? usualMeasures(kind),
      way: own?.way ?? breakdownOf(kind).ways[0]?.id ?? '',
      corrections: own?.corrections ?? {},
      answers: {},
      place: '',
      note: '',
    };
    this.update(`add ${find.name}`, { ...haul, finds: [...haul.finds, find] });
    return find.id;
  }

  /** Puts a find in place of itself; where its screening changed, its pieces follow. */
  updateFind(label: string, haul: Haul, find: Find): void {
    const before = haul.finds.find((old) => old.id === find.id);
    if (!before) return;
    const finds = haul.finds.map((old) => (old.id === find.id ? find : old));
    const followed = followFind(this.store.pieces(), find.id, woodHazards(before), woodHazards(find));
    const renamed =
      before.name === find.name
        ? followed
        : followed.map((piece) => (piece.origin?.findId === find.id ? { ...piece, find: find.name } : piece));
    this.put(label, { ...haul, finds }, renamed);
  }

  removeFind(haul: Haul, find: Find): void {
    const finds = haul.finds.filter((old) => old.id !== find.id);
    this.put(
      `delete ${find.name}`,
      { ...haul, finds },
      orphaned(this.store.pieces(), new Set<string>([find.id])),
    );
  }

  /** Breaks a find down: its pieces go on the rack, what else it gave is set aside. Returns their ids. */
  breakDown(haul: Haul, find: Find): string[] {
    const breakdown = takeApart(find);
    const pieces = this.tagged(
      piecesForRack(find, breakdown, woodHazards(find), this.today.get(), finishIsLeadFree(find.answers)),
      new Set(this.store.tags()),
    );
    const done: Find = { ...find, brokenDown: this.today.get(), kept: breakdown.kept };
    const finds = haul.finds.map((old) => (old.id === find.id ? done : old));
    const what = pieces.length === 1 ? '1 piece' : `${pieces.length} pieces`;
    const shop = this.store.shop();
    this.store.change(`break down ${find.name}: ${what}`, {
      ...shop,
      hauls: shop.hauls.map((old) => (old.id === haul.id ? { ...haul, finds } : old)),
      pieces: [...shop.pieces, ...pieces],
      entries: [
        ...shop.entries,
        brokenDownInto(find, pieces, { id: this.ids.next(), day: this.today.get() }),
      ],
    });
    return pieces.map((piece) => piece.id);
  }

  /** Keeps a find's measures and corrections as a kind of the maker's own. */
  keepOwnKind(name: string, find: Find): void {
    const shop = this.store.shop();
    const own: OwnKind = {
      id: this.ids.next(),
      name,
      kind: find.kind,
      species: find.species,
      measures: find.measures,
      way: find.way,
      corrections: find.corrections,
    };
    const ownKinds = [...shop.settings.ownKinds.filter((other) => other.name !== name), own];
    this.store.change(`keep ${name} as a kind`, { ...shop, settings: { ...shop.settings, ownKinds } });
  }

  removeOwnKind(own: OwnKind): void {
    const shop = this.store.shop();
    const ownKinds = shop.settings.ownKinds.filter((other) => other.id !== own.id);
    this.store.change(`drop the kind ${own.name}`, { ...shop, settings: { ...shop.settings, ownKinds } });
  }

  private tagged(pieces: readonly PieceForRack[], taken: Set<string>): Piece[] {
    const last = new Map<string, number>();
    return pieces.map((piece) => {
      const initial = tagInitial(piece.name);
      const tag = nextTag(piece.name, taken, last.get(initial) ?? 1);
      last.set(initial, Number(tag.slice(tag.indexOf('-') + 1)) + 1);
      taken.add(tag);
      return {
        ...piece,
        id: this.ids.next(),
        tag,
        findings: piece.findings.map((finding) => ({ ...finding, id: this.ids.next() })),
      };
    });
  }

  /** A name that no find bears yet: pieces say by it where they came from. */
  private freeName(name: string): string {
    const taken = new Set(this.store.hauls().flatMap((haul) => haul.finds.map((find) => find.name)));
    for (let number = 1; ; number++) {
      const tried = number === 1 ? name : `${name} ${number}`;
      if (!taken.has(tried)) return tried;
    }
  }

  private put(label: string, haul: Haul, pieces: readonly Piece[]): void {
    const shop = this.store.shop();
    this.store.change(label, {
      ...shop,
      hauls: shop.hauls.map((old) => (old.id === haul.id ? haul : old)),
      pieces,
    });
  }
}

/** Pieces whose find is on record no more: they keep its name and its hazards. */
function orphaned(pieces: readonly Piece[], finds: ReadonlySet<string>): readonly Piece[] {
  if (!pieces.some((piece) => piece.origin && finds.has(piece.origin.findId))) return pieces;
  return pieces.map((piece) => {
    if (!piece.origin || !finds.has(piece.origin.findId)) return piece;
    const { origin: _origin, ...rest } = piece;
    return rest;
  });
}
