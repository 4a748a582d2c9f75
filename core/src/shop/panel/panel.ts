/**
 * What is glued up of several pieces: the strips of a panel edge to edge, the layers of a lamination face to face. Each is a
 * workpiece in a board or in hand, or a sub-panel that is glued already. How the maker lays them is kept with the project
 * and follows them from the board to the clamps.
 */
import { SOLID, type Part, type PlannedCut, type Project, type ProjectPlan } from '../../project/project.ts';
import { cutFrom, type CutWood } from '../../stock/cut-from.ts';
import type { Finding, FindingFace } from '../../stock/finding.ts';
import { fullWidth, type Piece } from '../../stock/piece.ts';
import type { Sapwood } from '../../stock/inspection.ts';
import type { Machines } from '../../yield/machines.ts';
import type { StripPlace } from '../../project/panel-layout.ts';
import type { PartInHand } from '../entry.ts';
import type { RouteSize } from '../route-steps.ts';
import { targetOf, workpieceKey } from '../workpiece.ts';

export interface PanelElement {
  /** What names it, from its board to the clamps. */
  readonly key: string;
  /** What is written on it, or the tag of the board that it is still in. */
  readonly name: string;
  /** Null while it is in its board. */
  readonly handId: string | null;
  /** One strip, or those of a sub-panel in their order. */
  readonly cuts: readonly PlannedCut[];
  readonly wood: CutWood;
  /** As it will be glued, mm. */
  readonly size: RouteSize;
  readonly place: StripPlace;
}

export interface GluedUp {
  readonly project: Project;
  readonly part: Part;
  readonly unit: number;
  readonly by: 'edge' | 'face';
  /** In the order that they lie in, top to bottom. */
  readonly elements: readonly PanelElement[];
  /** One piece by now: nothing is left to be glued. */
  readonly whole: boolean;
}

export interface PanelFacts {
  readonly pieces: readonly Piece[];
  readonly projects: readonly Project[];
  readonly parts: readonly PartInHand[];
}

/** A strip is known by where it lay in its board; a sub-panel lies anew, and has a name of its own. */
export const elementKey = ({ cut, glued }: Pick<PartInHand, 'cut' | 'glued'>): string =>
  glued === undefined ? workpieceKey(cut) : `${workpieceKey(cut)}+${glued.length - 1}`;

export const panelKey = (projectId: string, partId: string, unit: number): string =>
  `${projectId}/${partId}#${unit}`;

/** All that has to be glued up for accepted plans, planned or in hand. */
export function gluedUps({ pieces, projects, parts }: PanelFacts, machines: Machines): GluedUp[] {
  const byId = new Map(pieces.map((piece) => [piece.id, piece]));
  const tags = tagsToBe(projects, byId);
  const inHand = new Map<string, PartInHand[]>();
  for (const part of parts) {
    const key = panelKey(part.projectId, part.partId, part.unit);
    const known = inHand.get(key);
    if (known) known.push(part);
    else inHand.set(key, [part]);
  }
  return projects.flatMap((project): GluedUp[] => {
    const { plan } = project;
    if (plan?.accepted !== true) return [];
    return project.parts.flatMap((part): GluedUp[] => {
      const { make = SOLID } = part;
      if (make.kind === 'solid') return [];
      const planned = plan.cuts.filter(({ partId }) => partId === part.id);
      const units = new Set(planned.map(({ unit }) => unit));
      for (const { partId, projectId, unit } of parts)
        if (partId === part.id && projectId === project.id) units.add(unit);
      return [...units]
        .sort((a, b) => a - b)
        .flatMap((unit): GluedUp[] => {
          const hand = inHand.get(panelKey(project.id, part.id, unit)) ?? [];
          if (hand.some(({ state }) => state !== undefined)) return [];
          const elements = [
            ...hand.map((one) => elementInHand(project, part, one, machines)),
            ...planned
              .filter((cut) => cut.unit === unit)
              .flatMap((cut) =>
                elementToBe(
                  { project, part, cut, tag: tags.get(`${project.id} ${workpieceKey(cut)}`) },
                  byId.get(cut.pieceId),
                  machines,
                ),
              ),
          ];
          if (elements.length === 0) return [];
          const laid = laidOut(
            elements,
            project.panels?.find((one) => one.partId === part.id && one.unit === unit)?.strips,
          );
          return [
            {
              project,
              part,
              unit,
              by: make.kind === 'panel' ? 'edge' : 'face',
              elements: laid,
              whole: laid.length === 1 && laid[0]?.cuts.length === cutsOf(plan, part, unit),
            },
          ];
        });
    });
  });
}

/** Of how many strips or layers a copy is made, sawn or not. */
const cutsOf = ({ cuts, sawn = [] }: ProjectPlan, part: Part, unit: number): number =>
  [...cuts, ...sawn].filter((cut) => cut.partId === part.id && cut.unit === unit).length;

function elementInHand(project: Project, part: Part, hand: PartInHand, machines: Machines): PanelElement {
  const { wood, cut, glued } = hand;
  const target = targetOf(project, part, cut, machines);
  const own = { length: wood.length, width: fullWidth(wood), thickness: wood.thickness };
  return {
    key: elementKey(hand),
    name: wood.tag,
    handId: hand.id,
    cuts: glued?.map((strip) => strip.cut) ?? [cut],
    wood,
    size:
      glued === undefined
        ? {
            length: Math.min(own.length, target.length),
            width: Math.min(own.width, target.width),
            thickness: Math.min(own.thickness, target.thickness),
          }
        : own,
    place: { key: elementKey(hand) },
  };
}

function elementToBe(
  {
    project,
    part,
    cut,
    tag,
  }: {
    readonly project: Project;
    readonly part: Part;
    readonly cut: PlannedCut;
    readonly tag: string | undefined;
  },
  piece: Piece | undefined,
  machines: Machines,
): PanelElement[] {
  if (!piece) return [];
  const wood = cutFrom(piece, cut);
  const key = workpieceKey(cut);
  const target = targetOf(project, part, cut, machines);
  const size = { ...target, thickness: Math.min(target.thickness, wood.thickness) };
  return [{ key, name: tag ?? piece.tag, handId: null, cuts: [cut], wood, size, place: { key } }];
}

/** What will be written on each part once its board is sawn: the tag of the board and a number. */
function tagsToBe(
  projects: readonly Project[],
  byId: ReadonlyMap<string, Piece>,
): ReadonlyMap<string, string> {
  const counted = new Map<string, number>();
  const tags = new Map<string, string>();
  for (const { id, plan } of projects) {
    if (plan?.accepted !== true) continue;
    for (const cut of plan.cuts) {
      if (cut.partId === 'offcut') continue;
      const number = (counted.get(cut.pieceId) ?? 0) + 1;
      counted.set(cut.pieceId, number);
      tags.set(`${id} ${workpieceKey(cut)}`, `${byId.get(cut.pieceId)?.tag ?? ''}/${number}`);
    }
  }
  return tags;
}

/** In the order that the maker laid them in; what is not in it follows as it lies in the plan. */
function laidOut(elements: readonly PanelElement[], strips: readonly StripPlace[] = []): PanelElement[] {
  const at = new Map(strips.map((strip, i) => [strip.key, i]));
  const placed = elements.map((element) => {
    const strip = strips.find(({ key }) => key === element.key);
    return strip === undefined ? element : { ...element, place: strip };
  });
  // A sub-panel that nobody has laid anew lies where its first strip lay.
  const rank = ({ key, cuts }: PanelElement): number =>
    at.get(key) ?? Math.min(strips.length, ...cuts.flatMap((cut) => at.get(workpieceKey(cut)) ?? []));
  return placed
    .map((element, i) => ({ element, i }))
    .sort((a, b) => rank(a.element) - rank(b.element) || a.i - b.i)
    .map(({ element }) => element);
}

/** Whether the strip’s upper edge lies below: turned end for end, or over, but not both. */
const edgesSwapped = ({ turned, over }: StripPlace): boolean => (turned === true) !== (over === true);

/** The face that shows. */
const faceUp = ({ over }: StripPlace): 'A' | 'B' => (over === true ? 'B' : 'A');

/** Where its bark side is: up, down, or not known. */
export function barkUp({ wood, place }: Pick<PanelElement, 'wood' | 'place'>): boolean | null {
  return wood.bark === undefined ? null : wood.bark === faceUp(place);
}

/** Sapwood at the edge that lies above and the one that lies below. */
export function sapEdges({ wood, place }: Pick<PanelElement, 'wood' | 'place'>): {
  readonly above: boolean;
  readonly below: boolean;
} {
  const { sapwood } = wood;
  const upper = sapwood === 'upper' || sapwood === 'both';
  const lower = sapwood === 'lower' || sapwood === 'both';
  return edgesSwapped(place) ? { above: lower, below: upper } : { above: upper, below: lower };
}

/** Spare length of a strip beyond what the panel needs, mm; it may be shifted by half of it either way. */
export const spareOf = ({ size }: Pick<PanelElement, 'size'>, part: Pick<Part, 'length'>): number =>
  Math.max(0, size.length - part.length);

/** How far a strip may lie from the middle, as it is asked for, mm. */
export function shiftOf(element: Pick<PanelElement, 'size' | 'place'>, part: Pick<Part, 'length'>): number {
  const most = spareOf(element, part) / 2;
  return Math.max(-most, Math.min(most, element.place.shiftMm ?? 0));
}

/** Where the strip begins, seen from the panel’s left end, mm: below zero by what will be cut off. */
export const startOf = (element: Pick<PanelElement, 'size' | 'place'>, part: Pick<Part, 'length'>): number =>
  (part.length - element.size.length) / 2 + shiftOf(element, part);

const TURNED_FACE: Readonly<Record<FindingFace, FindingFace>> = {
  A: 'A',
  B: 'B',
  through: 'through',
  upper: 'lower',
  lower: 'upper',
  near: 'far',
  far: 'near',
};
const OVER_FACE: Readonly<Record<FindingFace, FindingFace>> = {
  A: 'B',
  B: 'A',
  through: 'through',
  upper: 'lower',
  lower: 'upper',
  near: 'near',
  far: 'far',
};

/** The wood as it lies: what shows above is its face A, its left end the near one. */
export function asLaid(wood: CutWood, { turned, over }: Pick<StripPlace, 'turned' | 'over'>): CutWood {
  const full = fullWidth(wood);
  let now = wood;
  if (turned === true) {
    const { ends, roughEnds, ...rest } = now;
    now = {
      ...rest,
      findings: now.findings.map((finding) => ({
        ...finding,
        face: TURNED_FACE[finding.face],
        x: now.length - finding.x - finding.length,
        y: full - finding.y - finding.width,
      })),
      ...(ends === undefined ? {} : { ends: swapped(ends) }),
      ...(roughEnds === undefined
        ? {}
        : { roughEnds: roughEnds.map((end) => (end === 'near' ? 'far' : 'near')) }),
      ...sapwoodOf(now.sapwood, true),
    };
  }
  if (over === true) {
    const { bark } = now;
    now = {
      ...now,
      findings: now.findings.map((finding) => ({
        ...finding,
        face: OVER_FACE[finding.face],
        y: full - finding.y - finding.width,
      })),
      ...(bark === undefined ? {} : { bark: bark === 'A' ? 'B' : 'A' }),
      ...sapwoodOf(now.sapwood, true),
    };
  }
  return now;
}

const swapped = <T>({ near, far }: { readonly near?: T; readonly far?: T }): { near?: T; far?: T } => ({
  ...(far === undefined ? {} : { near: far }),
  ...(near === undefined ? {} : { far: near }),
});

const SWAPPED_SAP: Readonly<Record<Sapwood, Sapwood>> = {
  none: 'none',
  both: 'both',
  upper: 'lower',
  lower: 'upper',
};
const sapwoodOf = (sapwood: Sapwood | undefined, swap: boolean): { sapwood?: Sapwood } =>
  sapwood === undefined ? {} : { sapwood: swap ? SWAPPED_SAP[sapwood] : sapwood };

/** Where a finding of a strip ends up: cut away with the waste, on the underside, or in sight. */
type FaultPlace = 'shows' | 'underside' | 'outside';

export interface PanelFault {
  readonly key: string;
  readonly finding: Finding;
  readonly place: FaultPlace;
}

/** The findings of all strips as they lie, in the panel’s own coordinates, against its outline. */
export function panelFaults(
  panel: Pick<GluedUp, 'elements' | 'part'>,
  covers: (at: {
    readonly x: number;
    readonly y: number;
    readonly length: number;
    readonly width: number;
  }) => boolean,
): PanelFault[] {
  let top = 0;
  return panel.elements.flatMap((element) => {
    const y = top;
    top += element.size.width;
    const start = startOf(element, panel.part);
    return asLaid(element.wood, element.place).findings.map((finding): PanelFault => {
      const at = { ...finding, x: start + finding.x, y: y + finding.y };
      const side = finding.face === 'upper' || finding.face === 'lower';
      const place =
        !covers(at) || (side && element.handId !== null && element.cuts.length > 1)
          ? 'outside'
          : finding.face === 'B'
            ? 'underside'
            : 'shows';
      return { key: element.key, finding: at, place };
    });
  });
}

/** The width that the strips come to, and what is over the finished width, or below zero missing, mm. */
export function panelWidth({ elements, part, by }: Pick<GluedUp, 'elements' | 'part' | 'by'>): {
  readonly comesTo: number;
  readonly over: number;
} {
  const widths = elements.map(({ size }) => size.width);
  const comesTo = by === 'edge' ? widths.reduce((sum, one) => sum + one, 0) : Math.min(...widths);
  return { comesTo, over: comesTo - part.width };
}
