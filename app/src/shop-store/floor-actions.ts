import { inject, Injectable } from '@angular/core';
import {
  sawBoard,
  spoilPart,
  spoilPartKeeping,
  withRest,
  type Floor,
  type PartInHand,
  type Piece,
  type Project,
  type ProjectPlan,
} from '@aldrek/core';
import { Ids } from './ids';
import { ShopStore } from './shop.store';
import { Today } from './today';

/** What is done on the shop floor, each one entry and one step of undo. */
@Injectable({ providedIn: 'root' })
export class FloorActions {
  private readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);
  private readonly today = inject(Today);

  /** The board is sawn as its plans say; the pieces that came out as offcuts, or null where no plan cuts it. */
  saw(piece: Piece): readonly Piece[] | null {
    const floor = sawBoard(this.floor(), piece.id, {
      ...this.sawing(),
      kerfMm: this.store.habits().kerfMm,
    });
    if (!floor) return null;
    this.put(`saw ${piece.tag}`, floor);
    return floor.entries[floor.entries.length - 1]?.gave.pieces ?? [];
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
