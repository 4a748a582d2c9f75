/**
 * The clamps are closed: strips or layers become one piece of wood with all that is known of them, and a clock starts. The
 * volume that is lost is what is trimmed to the shortest and the thinnest of them.
 */
import { fullWidth, pieceVolumeM3, type Piece } from '../../stock/piece.ts';
import type { CutWood } from '../../stock/cut-from.ts';
import type { Finding } from '../../stock/finding.ts';
import { clipTo } from '../../geometry/rectangle.ts';
import { markOf } from '../../foundation/mark.ts';
import { partsInHand, type Entry, type GluedStrip, type PartInHand } from '../entry.ts';
import { asLaid, gluedUps, panelKey, startOf, type GluedUp, type PanelElement } from '../panel/panel.ts';
import type { Floor } from '../sawing.ts';
import type { FloorRules } from '../workpiece.ts';
import { clampTimeOf, GLUE_FACTS } from './glues.ts';
import type { GlueClock } from './clock.ts';
import { gluePlan, WIDE_PANEL_MM, type GluePlan, type GlueStage } from './stages.ts';

export interface Closing {
  /** ISO day. */
  readonly day: string;
  /** When the clamps closed, ms since 1970. */
  readonly at: number;
  readonly newId: () => string;
  readonly minutes?: number;
}

/** The glue-up of a panel in this shop. */
export const gluePlanOf = ({ elements, by }: GluedUp, { workshop, machines }: FloorRules): GluePlan =>
  gluePlan(
    elements.map(({ key, name, size }) => ({ key, name, ...size })),
    by,
    {
      habits: workshop.glue,
      planerWidthMm: machines.handTools ? null : machines.planerWidthMm,
    },
  );

/** The id of the step that closes a stage. */
export const glueStepId = ({ project, part, unit }: GluedUp, { key }: Pick<GlueStage, 'key'>): string =>
  `${panelKey(project.id, part.id, unit)}/glue ${key}`;

/** The floor after the clamps closed on a stage; null where its strips are not all in hand. */
export function closeClamps(floor: Floor, stepId: string, rules: FloorRules, how: Closing): Floor | null {
  const hand = new Map(partsInHand(floor.entries).map((part) => [part.id, part]));
  const facts = { pieces: floor.pieces, projects: floor.projects, parts: [...hand.values()] };
  for (const panel of gluedUps(facts, rules.machines)) {
    if (!stepId.startsWith(`${panelKey(panel.project.id, panel.part.id, panel.unit)}/`)) continue;
    const stage = gluePlanOf(panel, rules).stages.find((one) => glueStepId(panel, one) === stepId);
    if (!stage) return null;
    const byKey = new Map(panel.elements.map((element) => [element.key, element]));
    const took: PartInHand[] = [];
    const gave: PartInHand[] = [];
    const entryId = how.newId();
    for (const assembly of stage.assemblies) {
      const elements = assembly.elements.flatMap(({ key }) => byKey.get(key) ?? []);
      const parts = elements.map(({ handId }) => hand.get(handId ?? ''));
      if (parts.some((part) => part === undefined)) return null;
      const there = parts as PartInHand[];
      took.push(...there);
      gave.push(gluedPart(panel, elements, there, { id: how.newId(), entryId }));
    }
    const volume = (list: readonly PartInHand[]): number =>
      list.reduce((sum, { wood }) => sum + pieceVolumeM3(wood), 0);
    const entry: Entry = {
      id: entryId,
      kind: 'glued',
      day: how.day,
      projectIds: [panel.project.id],
      ...(how.minutes === undefined ? {} : { minutes: how.minutes }),
      steps: [stepId],
      deed: 'glue-up',
      machine: 'clamps',
      clock: clockOf(stage, rules, how.at),
      took: { pieces: [], parts: took },
      gave: { parts: gave, pieces: [] },
      lost: { kerfM3: 0, wasteM3: volume(took) - volume(gave) },
    };
    return { ...floor, entries: [...floor.entries, entry] };
  }
  return null;
}

function clockOf(
  { assemblies, clamps }: GlueStage,
  { workshop: { glue } }: FloorRules,
  at: number,
): GlueClock {
  const wide = assemblies.some(({ width }) => width > WIDE_PANEL_MM);
  return {
    at,
    clampMin: clampTimeOf(glue),
    hardMin: GLUE_FACTS[glue.glue].hardMin * (wide ? 2 : 1),
    temperatureC: glue.temperatureC,
    clamps,
  };
}

function gluedPart(
  panel: GluedUp,
  elements: readonly PanelElement[],
  parts: readonly PartInHand[],
  { id, entryId }: { readonly id: string; readonly entryId: string },
): PartInHand {
  const [first] = parts as [PartInHand];
  const { part, by, project } = panel;
  const laid = laidTogether(elements, panel);
  const tag = parts.length === 1 ? first.wood.tag : taggedTogether(parts);
  const wood: Piece = { ...laid, id, tag };
  const all = by === 'edge' ? wood.width : wood.thickness;
  const glued = parts.flatMap((one, i): GluedStrip[] => {
    const { wood: own } = one;
    const share = (by === 'edge' ? fullWidth(own) : own.thickness) / all;
    const place = elements[i]?.place ?? { key: '' };
    const whole: GluedStrip = {
      cut: one.cut,
      tag: own.tag,
      share: 1,
      ...(own.origin === undefined ? {} : { findId: own.origin.findId }),
      ...(by === 'face' ? { layer: true } : {}),
      ...(one.aim === undefined ? {} : { aim: one.aim }),
      place,
    };
    const strips = one.glued ?? [whole];
    return strips.map((strip) => ({ ...strip, share: strip.share * share }));
  });
  return {
    id,
    projectId: project.id,
    partId: part.id,
    unit: panel.unit,
    cut: first.cut,
    from: first.from,
    wood,
    // A sub-panel is on its way: its size is no fault.
    ...(glued.length === cutsOfCopy(panel)
      ? { aim: { length: part.length, width: part.width, thickness: part.thickness } }
      : {}),
    edges: by === 'edge' ? 'straight' : 'one-straight',
    cleanFaces: 0,
    glued,
    gluedBy: entryId,
  };
}

/** Of how many strips or layers the whole is made. */
const cutsOfCopy = ({ elements }: GluedUp): number =>
  elements.reduce((sum, { cuts }) => sum + cuts.length, 0);

/** The first tag, and how many more there are. */
function taggedTogether(parts: readonly PartInHand[]): string {
  const [first] = parts as [PartInHand];
  const strips = parts.reduce((sum, { glued }) => sum + (glued?.length ?? 1), 0);
  return `${first.wood.tag.replace(/\+\d+$/, '')}+${strips - 1}`;
}

/** One piece of wood out of several as they lie. */
function laidTogether(elements: readonly PanelElement[], { part, by }: GluedUp): CutWood {
  const laid = elements.map(({ wood, place }) => asLaid(wood, place));
  const [first] = laid as [CutWood];
  const last = laid[laid.length - 1] as CutWood;
  const starts = elements.map((element) =>
    startOf({ ...element, size: { ...element.size, length: element.wood.length } }, part),
  );
  const from = Math.max(...starts);
  const to = Math.min(...laid.map(({ length }, i) => (starts[i] as number) + length));
  const length = Math.max(1, to - from);
  const widths = laid.map(fullWidth);
  const width = by === 'edge' ? widths.reduce((sum, one) => sum + one, 0) : Math.min(...widths);
  const thicknesses = laid.map(({ thickness }) => thickness);
  const thickness = by === 'edge' ? Math.min(...thicknesses) : thicknesses.reduce((sum, one) => sum + one, 0);
  let top = 0;
  const findings = laid.flatMap(({ findings: own }, i) => {
    const y = by === 'edge' ? top : 0;
    top += widths[i] as number;
    const inSight = own.filter((finding) => inSightOf(finding, { by, i, last: laid.length - 1 }));
    return inSight.flatMap((finding): Finding[] => {
      const place = clipTo(
        { ...finding, x: finding.x + (starts[i] as number) - from, y: finding.y + y },
        length,
        width,
      );
      return place ? [{ ...finding, ...place, id: markOf(`${finding.id} ${i}`) }] : [];
    });
  });
  const planed = laid.map(({ scans }) => scans?.planed);
  const found = laid.map(({ scans }) => scans?.found);
  const readings = laid.flatMap(({ moisturePct }) => moisturePct ?? []);
  const species = laid.every((one) => one.species === first.species);
  const same = laid.every(({ grain }) => grain === first.grain);
  const hazards = [...new Set(laid.flatMap((one) => one.hazards ?? []))];
  const upper = first.sapwood === 'upper' || first.sapwood === 'both';
  const lower = last.sapwood === 'lower' || last.sapwood === 'both';
  return {
    name: part.name,
    length,
    width,
    thickness,
    species: species ? first.species : mostOf(laid),
    speciesSure: laid.every(({ speciesSure }) => speciesSure === 'sure') && species ? 'sure' : 'guess',
    place: first.place,
    find: [...new Set(laid.map(({ find }) => find))].filter(Boolean).join(', ').slice(0, 120),
    findings,
    hazards,
    ...(readings.length === 0
      ? {}
      : { moisturePct: readings.reduce((sum, one) => sum + one, 0) / readings.length }),
    ...(same && first.grain !== undefined ? { grain: first.grain } : {}),
    ...(first.sapwood === undefined && last.sapwood === undefined
      ? {}
      : { sapwood: upper && lower ? 'both' : upper ? 'upper' : lower ? 'lower' : 'none' }),
    ...(first.tone === undefined ? {} : { tone: first.tone }),
    ...(found.every((day) => day !== undefined)
      ? {
          scans: {
            found: [...found].sort()[0] as string,
            ...(planed.every((day) => day !== undefined) ? { planed: [...planed].sort()[0] as string } : {}),
          },
        }
      : {}),
  };
}

/** Of strips, what shows on their faces and at the outer edges; of layers, what shows on the outer faces or goes right through. */
function inSightOf(
  { face }: Finding,
  { by, i, last }: { readonly by: 'edge' | 'face'; readonly i: number; readonly last: number },
): boolean {
  if (by === 'edge') return face === 'upper' ? i === 0 : face === 'lower' ? i === last : true;
  return face === 'A' ? i === 0 : face === 'B' ? i === last : true;
}

/** The species that most of it is. */
function mostOf(laid: readonly CutWood[]): string {
  const area = new Map<string, number>();
  for (const { species, length, width } of laid) area.set(species, (area.get(species) ?? 0) + length * width);
  return [...area].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'unknown';
}
