import { computed, inject, Injectable, signal } from '@angular/core';
import { designById, drawDesign, FormulaError, viewsOf, type Part, type Project } from '@aldrek/core/project';
import { partsInHand } from '@aldrek/core/shop';
import { speciesById } from '@aldrek/core/wood';
import {
  assemblyOf,
  extremesOf,
  hardwareOf,
  JOINT_FACTS,
  jointAsked,
  jointChecks,
  jointMovement,
  partMovement,
  roomOf,
  thingWeightKg,
  timesMade,
  toolsOf,
  woodOfPart,
  woodsOfPart,
  type JointCheck,
  type PartMovement,
  type PartWood,
} from '@aldrek/core/floor';
import type { SeasonBox } from '../../../drawing/season-picture';
import { ShopStore } from '../../../shop-store/shop.store';

const RANK = { error: 0, caution: 1, note: 2 } as const;
/** Movement of a joint stands among its checks. */
const MOVEMENT = 'movement';

/** The joints of a project with all that follows from them: sizes, checks, movement, hardware, order of assembly. */
@Injectable()
export class JoineryView {
  private readonly store = inject(ShopStore);
  readonly projectId = signal('');
  readonly chosenId = signal<string | null>(null);

  readonly project = computed((): Project | null => this.store.projectById().get(this.projectId()) ?? null);
  private readonly floor = computed(() => ({
    pieces: this.store.pieces(),
    parts: partsInHand(this.store.entries()),
  }));

  /** The wood of each part; of a part that no plan has laid, the first species that it may be of. */
  private readonly woods = computed(() => {
    const project = this.project();
    if (!project) return new Map<string, PartWood | null>();
    const woodsOf = woodsOfPart(this.floor(), project);
    return new Map(project.parts.map((part) => [part.id, woodOfPart(woodsOf(part)) ?? wishedFor(part)]));
  });
  woodOf(part: Part): PartWood | null {
    return this.woods().get(part.id) ?? null;
  }

  readonly room = computed(() => {
    const brief = this.project()?.brief;
    return roomOf(brief?.room, brief?.outdoors === true);
  });
  readonly extremes = computed(() => extremesOf(this.room()));
  private readonly moistures = computed(() => ({
    driest: this.extremes().driest.pct,
    wettest: this.extremes().wettest.pct,
  }));

  readonly joints = computed(() => {
    const project = this.project();
    return (project?.joints ?? []).flatMap((joint) => {
      const hardness = (part: Part): number | null =>
        speciesById(this.woodOf(part)?.species ?? '')?.sideHardnessN ?? null;
      const asked = project ? jointAsked(joint, project.parts, hardness) : null;
      if (!asked) return [];
      const moves = jointMovement(
        asked,
        { a: this.woodOf(asked.a), b: this.woodOf(asked.b) },
        this.moistures(),
      );
      const movement: JointCheck = { id: MOVEMENT, level: moves.level, words: moves.words };
      const checks = [...jointChecks(asked), movement].sort((p, q) => RANK[p.level] - RANK[q.level]);
      const open = checks.filter(({ id, level }) => level === 'error' && joint.overruled?.[id] === undefined);
      const level: JointCheck['level'] =
        open.length > 0 ? 'error' : checks.some((one) => one.level === 'caution') ? 'caution' : 'note';
      return [
        {
          joint,
          asked,
          facts: JOINT_FACTS[joint.kind],
          title: `${asked.a.name} to ${asked.b.name}`,
          kind: JOINT_FACTS[joint.kind].name,
          times: timesMade(asked),
          moves,
          checks,
          level,
          section: JOINT_FACTS[joint.kind].section(asked),
          speciesA: this.woodOf(asked.a)?.species ?? 'any',
          speciesB: this.woodOf(asked.b)?.species ?? 'any',
        },
      ];
    });
  });
  readonly chosen = computed(
    () => this.joints().find(({ joint }) => joint.id === this.chosenId()) ?? this.joints()[0] ?? null,
  );

  readonly hardware = computed(() => {
    const project = this.project();
    return project ? hardwareOf(project) : [];
  });
  readonly tools = computed(() => toolsOf(this.project() ?? {}));

  readonly movements = computed(() =>
    (this.project()?.parts ?? []).map((part) => ({
      part,
      wood: this.woodOf(part),
      moves: partMovement(part, this.woodOf(part), this.moistures()),
    })),
  );

  readonly assembly = computed(() => {
    const project = this.project();
    return project ? assemblyOf(project, this.floor(), { workshop: this.store.workshop() }) : [];
  });
  readonly weightKg = computed(() => {
    const project = this.project();
    return project ? thingWeightKg(project, woodsOfPart(this.floor(), project)) : 0;
  });

  /** The thing as it moves: its design from the front or from above, else its parts one below the other. */
  readonly boxes = computed((): readonly SeasonBox[] => {
    const project = this.project();
    if (!project) return [];
    const byName = new Map(this.movements().map((one) => [one.part.name, one]));
    const design = project.design ? designById(project.design.id) : undefined;
    if (design && project.design) {
      try {
        const view = viewsOf(design).includes('top') ? 'top' : 'front';
        return drawDesign(design, project.design.sizes, view).flatMap((box): SeasonBox[] => {
          const found = byName.get(box.part);
          return found ? [moving(box, found.part, found.wood, found.moves)] : [];
        });
      } catch (error) {
        if (!(error instanceof FormulaError)) throw error;
      }
    }
    let y = 0;
    // The first part on top, as in the list.
    return [...this.movements()].reverse().map(({ part, wood, moves }) => {
      const box = { x: 0, y, width: part.length, height: part.width, round: part.shape?.kind === 'round' };
      y += part.width + GAP_MM;
      return moving(box, part, wood, moves);
    });
  });
}

/** Between parts that are drawn one below the other. */
const GAP_MM = 60;
const SAME_MM = 1.5;

function wishedFor({ species }: Part): PartWood | null {
  const [first] = species === 'any' ? [] : species;
  return first === undefined ? null : { species: first, grain: null, moisturePct: null };
}

/** A member with how it moves along both sides that are seen: not along its grain. */
function moving(
  box: Pick<SeasonBox, 'x' | 'y' | 'width' | 'height' | 'round'>,
  part: Part,
  wood: PartWood | null,
  moves: PartMovement | null,
): SeasonBox {
  const share = (change: number): readonly [number, number] => {
    const across = change / part.width;
    const along = (size: number): number => (Math.abs(size - part.length) < SAME_MM ? 0 : across);
    return [along(box.width), along(box.height)];
  };
  const { x, y, width, height, round } = box;
  return {
    part: part.name,
    species: wood?.species ?? 'any',
    x,
    y,
    width,
    height,
    round,
    dry: share(moves?.dryMm ?? 0),
    wet: share(moves?.wetMm ?? 0),
  };
}
