import { inject, Injectable } from '@angular/core';
import { withRest, type Milling, type Project, type ProjectPlan } from '@aldrek/core/project';
import { type Entry, type PartInHand, type PartState, type WasteUse } from '@aldrek/core/shop';
import { type Piece } from '@aldrek/core/wood';
import {
  cameOffBoard,
  doSteps,
  floorNow,
  moveOn,
  passGate,
  sawBoard,
  sawnInto,
  shopSteps,
  spoilPart,
  spoilPartKeeping,
  wasteGoes,
  type Floor,
  type FloorRules,
  type LineFault,
  type ShopStep,
  type StepsDone,
} from '@aldrek/core/floor';
import { Ids } from './ids';
import { ShopStore } from './shop.store';
import { Today } from './today';

/** What is done on the shop floor, each one entry and one step of undo. */
@Injectable({ providedIn: 'root' })
export class FloorActions {
  private readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);
  private readonly today = inject(Today);

  rules(): FloorRules {
    const { machines, workshop, habits } = this.store.shop().settings;
    return { machines, workshop, kerfMm: habits.kerfMm };
  }

  /** The scan that no blade comes before, where a board still waits for it. */
  gatesOf(piece: Piece): readonly ShopStep[] {
    const now = floorNow(this.floor(), new Set([piece.id]));
    return shopSteps(now, this.rules(), 'boards').filter(
      (step) => step.pieceId === piece.id && step.do === 'scan',
    );
  }

  /** The board is sawn as its plans say; the pieces that came out as offcuts, or null where no plan cuts it. */
  saw(piece: Piece): readonly Piece[] | null {
    return this.sawn(piece, sawBoard(this.floor(), piece.id, { ...this.sawing(), rules: this.rules() }));
  }

  /** The board was cut as `line` says; the offcuts, or what is wrong with the line. */
  sawOtherwise(piece: Piece, line: string): readonly Piece[] | LineFault {
    const floor = this.floor();
    const came = cameOffBoard(floor, piece, line, this.rules().kerfMm, this.store.unit());
    if (!came.ok) return came.fault;
    const sawing = { ...this.sawing(), rules: this.rules() };
    return this.sawn(piece, sawnInto(floor, piece.id, came.value.cuts, sawing)) ?? [];
  }

  /** Steps were done; offcuts that came of boards of which the last cut was made, or null where nothing could be done. */
  done(steps: readonly ShopStep[], how: Omit<StepsDone, 'day' | 'newId'>): readonly Piece[] | null {
    const before = this.floor();
    const floor = doSteps(before, steps, this.rules(), { ...this.sawing(), at: Date.now(), ...how });
    const [first] = steps;
    if (!floor || !first) return null;
    this.put(steps.length === 1 ? `${first.name}, a step done` : `${steps.length} steps done`, floor);
    return floor.entries
      .slice(before.entries.length)
      .flatMap(({ kind, gave }) => (kind === 'sawn' ? gave.pieces : []));
  }

  /** A gate is passed, and why, in the maker’s words. */
  pass(steps: readonly ShopStep[], words: string): void {
    const glue = steps.some(({ waitsFor }) => waitsFor !== undefined);
    this.put(
      glue ? 'go on before the glue is hard' : 'go on without scanning',
      passGate(this.floor(), steps, words, this.sawing()),
    );
  }

  moveOn(parts: readonly PartInHand[], state: PartState): boolean {
    const floor = moveOn(this.floor(), parts, state, this.sawing());
    const [first] = parts;
    if (!floor || !first) return false;
    this.put(
      parts.length === 1 ? `${first.wood.tag} is ${state}` : `${parts.length} parts are ${state}`,
      floor,
    );
    return true;
  }

  /** Where the waste of entries went; null takes it back. */
  wasteGoes(entries: readonly Entry[], use: WasteUse | null): void {
    const of = new Set(entries.map(({ id }) => id));
    const floor = this.floor();
    this.put(use === null ? 'waste not yet gone' : `waste to ${use}`, {
      ...floor,
      entries: floor.entries.map((entry) => (of.has(entry.id) ? wasteGoes(entry, use) : entry)),
    });
  }

  /** How a project is milled, where that is not as the shop does. */
  milling(project: Project, label: string, milling: Milling): void {
    const { milling: _before, ...rest } = project;
    const plain = milling.school === undefined && (milling.changes ?? []).length === 0;
    const shop = this.store.shop();
    this.store.change(label, {
      ...shop,
      projects: shop.projects.map((one) =>
        one.id === project.id ? { ...rest, ...(plain ? {} : { milling }) } : one,
      ),
    });
  }

  /** A part is spoilt: all of it, or but for a good piece of so much length and width, which goes back on the rack. */
  spoil(part: PartInHand, keep: { readonly length: number; readonly width: number } | null): void {
    const floor =
      keep === null
        ? spoilPart(this.floor(), part, this.sawing())
        : spoilPartKeeping(this.floor(), part, keep, this.sawing());
    this.put(`${part.wood.tag} is spoilt`, floor);
  }

  /** What was missing of a project in hand, laid into other wood. */
  keepRest(project: Project, found: ProjectPlan): void {
    const floor = this.floor();
    this.put(`match what is missing of ${project.name}`, { ...floor, ...withRest(floor, project.id, found) });
  }

  private sawn(piece: Piece, floor: Floor | null): readonly Piece[] | null {
    if (!floor) return null;
    this.put(`saw ${piece.tag}`, floor);
    return floor.entries[floor.entries.length - 1]?.gave.pieces ?? [];
  }

  private floor(): Floor {
    const { pieces, projects, entries } = this.store.shop();
    return { pieces, projects, entries };
  }

  private sawing(): { day: string; newId: () => string } {
    return { day: this.today.get(), newId: () => this.ids.next() };
  }

  private put(label: string, floor: Floor): void {
    this.store.change(label, { ...this.store.shop(), ...floor });
  }
}
