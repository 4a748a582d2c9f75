/**
 * The milling route: the steps from a salvaged piece to a part, each with its machine, its setting and its reason.
 *
 * The order is the trade's: metal out, scan, rough crosscut, rough rip, flatten a face, straighten an edge square to it,
 * thickness, rip, rest, final crosscut. Warp grows with the square of length and width, so what is cut rough first is
 * flattened with less loss. A step that nothing asks for falls out. Three rules are never broken: no machine step
 * before metal is out and scanned; no edge that is not straight against a fence, the mitre saw's included; no blade, bit or
 * cutter where punched metal stays.
 *
 * Long because the order is one list, told in one place. Limits. One part out of one piece. The warp is taken as three gaps under a straight edge (see `warpLoss`).
 */
import type { EdgeState } from '../stock/edges.ts';
import { warpLoss } from '../yield/thickness/warp-loss.ts';
import { crosscutSaw, ripSaw, straightenBy, type Lying } from './saw-choice.ts';
import type { MillingSchool, Route, RouteMachines, RoutePiece, RouteSize, RouteStep } from './route-steps.ts';

/** Rough lengths and widths are larger by so much, mm. */
const ROUGH_LENGTH_MM = 30;
const ROUGH_WIDTH_MM = 8;
/** Less surplus than this is not worth a rough cut, mm. */
const LEAST_SURPLUS_LENGTH_MM = 60;
const LEAST_SURPLUS_WIDTH_MM = 25;
/** Further out of flat than this, a rough board rocks and closes on the blade, mm. */
const TENSE_MM = 6;
/** Less out of flat than this is flat, mm. */
const FLAT_MM = 0.3;
/** What one pass takes, mm: jointer and planer, and the light passes of a planer that works without a true face. */
const PASS_MM = 1;
const LIGHT_PASS_MM = 0.5;
/** More planed off than this and the wood may move: it rests, mm. */
const REST_AFTER_MM = 4;
/** Between the deepest planing and a punched head, mm. */
const PUNCH_RESERVE_MM = 3;
const DEFAULT_KERF_MM = 3.2;
const DEFAULT_CLEAN_UP_MM = 0.5;
const DEFAULT_JOINTING_MM = 1;
const TINY = 1e-6;

/** The route of one part out of one piece. */
export function routeOf(
  piece: RoutePiece,
  part: RouteSize,
  machines: RouteMachines,
  school: MillingSchool = 'jointer',
): Route {
  const work = new Routing(piece, part, machines, school);
  const blocked = work.run();
  return { steps: work.steps, left: work.left(), ...(blocked === null ? {} : { blocked }) };
}

/** A workpiece on its way: what it measures after each step. */
class Routing {
  readonly steps: RouteStep[] = [];
  private length: number;
  private width: number;
  private thickness: number;
  private edges: EdgeState;
  /** Flat and clean, before it is planed to what is asked for; null until then. */
  private flatThickness: number | null = null;
  /** Before the last rip and the last crosscut. */
  private roughWidth: number | null = null;
  private roughLength: number | null = null;
  private planedOff: number;
  /** Planing clean, both faces together; nothing for a face that is clean already. */
  private readonly cleanUp: number;
  private readonly jointing: number;
  private readonly kerf: number;

  constructor(
    private readonly piece: RoutePiece,
    private readonly part: RouteSize,
    private readonly machines: RouteMachines,
    private readonly school: MillingSchool,
  ) {
    ({ length: this.length, width: this.width, thickness: this.thickness, edges: this.edges } = piece);
    this.planedOff = piece.planedOff ?? 0;
    this.cleanUp = (2 - (piece.cleanFaces ?? 0)) * (machines.cleanUp ?? DEFAULT_CLEAN_UP_MM);
    this.jointing = machines.jointing ?? DEFAULT_JOINTING_MM;
    this.kerf = machines.kerf ?? DEFAULT_KERF_MM;
  }

  /** Adds the steps; returns why they end early, or null. */
  run(): string | null {
    const { piece, part } = this;
    for (const side of ['length', 'width', 'thickness'] as const) {
      if (part[side] > piece[side] + TINY)
        return `the part is ${mm(part[side] - piece[side])} more in ${side} than the piece`;
    }
    this.clear();
    return (
      this.roughCrosscut() ??
      this.roughRip() ??
      this.halveIfTooWide() ??
      this.flatten() ??
      this.toThickness() ??
      this.scanAgain() ??
      this.straighten() ??
      this.glueHalves() ??
      this.toWidth() ??
      this.rest() ??
      this.toLength()
    );
  }

  /** What it comes to flat, straight and clean, before it is cut to what is asked for. */
  left(): RouteSize {
    const thickness = this.flatThickness ?? this.piece.thickness - this.planingOf(this.length, this.width);
    return {
      length: round(this.roughLength ?? this.length),
      width: round(this.roughWidth ?? this.width),
      thickness: round(Math.max(0, thickness)),
    };
  }

  /** How the workpiece lies before a crosscut; `rough`: before anything has been flattened. */
  private lying(rough: boolean): Lying {
    const tense = rough && warpLoss(this.piece.warp, this.piece, this.piece).heightRange > TENSE_MM;
    return { width: this.width, thickness: this.thickness, fence: this.hasStraightEdge(), tense };
  }

  private add(step: RouteStep): null {
    this.steps.push(step);
    return null;
  }

  private clear(): void {
    const { metal } = this.piece;
    if (metal === 'in')
      this.add({ do: 'pull', machine: 'bench', why: 'metal is in it: no blade before it is out' });
    if (metal !== 'cleared')
      this.add({
        do: 'scan',
        machine: 'detector',
        why:
          metal === 'punched'
            ? 'punched metal stays: its place has to be known to the millimetre'
            : 'unknown is not clear: faces, edges and ends before the first machine',
      });
  }

  private crook(): number {
    return Math.abs(this.piece.warp.crook ?? 0) * (this.length / this.piece.length) ** 2;
  }

  /** What flattening a size takes off in thickness, clean-up of both faces included. */
  private planingOf(length: number, width: number): number {
    const { heightRange } = warpLoss(this.piece.warp, this.piece, {
      length: Math.min(length, this.piece.length),
      width: Math.min(width, this.piece.width),
    });
    return (heightRange > FLAT_MM ? heightRange : 0) + this.cleanUp;
  }

  private roughCrosscut(): string | null {
    const { part, piece, machines } = this;
    if (this.length - part.length < LEAST_SURPLUS_LENGTH_MM) return null;
    const least = this.school === 'hand' || machines.planerWidth === null ? 0 : (machines.planerLeast ?? 0);
    const setting = Math.min(this.length, Math.max(part.length + ROUGH_LENGTH_MM, least));
    if (this.length - setting < LEAST_SURPLUS_LENGTH_MM) return null;
    const way = crosscutSaw(this.lying(true), this.machines, this.school);
    const bent =
      (piece.warp.bow ?? 0) !== 0 || (piece.warp.twist ?? 0) !== 0 || (piece.warp.crook ?? 0) !== 0;
    this.length = setting;
    return this.add({
      do: 'rough-crosscut',
      ...way,
      setting: round(setting),
      why:
        setting > part.length + ROUGH_LENGTH_MM
          ? 'no shorter than the planer takes; the rest comes off last'
          : bent
            ? 'short first: bow, twist and crook shrink with the square of the length'
            : 'lighter to mill, and the ends come off with their checks',
    });
  }

  private roughRip(): string | null {
    const { part, piece } = this;
    const setting = this.roughWidthFor(part.width + ROUGH_WIDTH_MM);
    if (this.width - setting < LEAST_SURPLUS_WIDTH_MM) return null;
    // A weak saw wants thin stock: where it can't get through, the board is planed first if it fits.
    if (ripSaw(this.thickness, this.machines, this.school)?.passes === 2 && this.canPlaneFirst()) return null;
    const ready = this.straightenForFence();
    if (ready !== null) return ready;
    const way = ripSaw(this.thickness, this.machines, this.school);
    if (way === null) return `no saw of this shop rips ${mm(this.thickness)} thick stock`;
    this.width = setting;
    return this.add({
      do: 'rough-rip',
      ...way,
      setting: round(setting),
      why:
        (piece.warp.cup ?? 0) === 0
          ? 'closer to its width, so that less is planed'
          : 'narrow first: cup shrinks with the square of the width',
    });
  }

  /** Where the planer will want it halved, what the saw, the joint and the outer edges take is kept on. */
  private roughWidthFor(width: number): number {
    const { planerWidth, routerReach } = this.machines;
    const sled = routerReach !== undefined && routerReach !== null;
    if (this.school === 'hand' || planerWidth === null || width <= planerWidth || sled) return width;
    const edges = this.hasStraightEdge() ? 0 : 2 * Math.max(this.jointing, this.crook());
    return width + this.kerf + 2 * this.jointing + edges;
  }

  private canPlaneFirst(): boolean {
    const { planerWidth, sawDepth } = this.machines;
    return (
      this.school !== 'hand' &&
      planerWidth !== null &&
      sawDepth !== null &&
      this.width <= planerWidth &&
      this.part.thickness <= sawDepth
    );
  }

  /** Before a table saw's fence one edge has to be straight; on other saws it need not be. */
  private straightenForFence(): string | null {
    if (this.hasStraightEdge() || ripSaw(this.thickness, this.machines, this.school)?.machine !== 'table-saw')
      return null;
    return this.straighten();
  }

  private hasStraightEdge(): boolean {
    return this.edges === 'straight' || this.edges === 'one-straight';
  }

  private halved: number | null = null;

  /** Too wide for the planer, and a sled is not at hand: halved, planed, and glued again. */
  private halveIfTooWide(): string | null {
    const { planerWidth, routerReach } = this.machines;
    if (this.piece.halved === true) {
      this.halved = this.width;
      this.width = (this.width - this.kerf) / 2;
      return null;
    }
    // What is planed on both faces needs the planer no more.
    if (this.piece.cleanFaces === 2) return null;
    if (this.school === 'hand' || planerWidth === null || this.width <= planerWidth) return null;
    if (routerReach !== undefined && routerReach !== null) return null;
    const half = (this.width - this.kerf) / 2;
    if (half > planerWidth)
      return `${mm(this.width)} wide is more than twice the planer’s ${mm(planerWidth)}`;
    if (this.width - this.kerf - 2 * this.jointing < this.part.width - TINY)
      return `halved for the planer it loses a kerf and a joint, and ${mm(this.part.width)} is no longer there`;
    const ready = this.straightenForFence();
    if (ready !== null) return ready;
    const way = ripSaw(this.thickness, this.machines, this.school);
    if (way === null) return `no saw of this shop rips ${mm(this.thickness)} thick stock`;
    this.halved = this.width;
    this.width = half;
    return this.add({
      do: 'halve',
      ...way,
      setting: round(half),
      why: `wider than the planer’s ${mm(planerWidth)}: planed in halves and glued again, one joint more`,
    });
  }

  private flatten(): string | null {
    const taken = this.planingOf(this.length, this.width);
    const range = taken - this.cleanUp;
    const comes = this.thickness - taken;
    if (comes < this.part.thickness - TINY)
      return `flat and clean it comes to ${mm(Math.max(0, comes))}, ${mm(this.part.thickness - comes)} less than is asked for`;
    const perFace = taken / 2 + (comes - this.part.thickness) / 2;
    if (this.piece.metal === 'punched' && this.piece.punchDepth !== undefined) {
      const most = Math.max(0, this.piece.punchDepth - PUNCH_RESERVE_MM);
      if (perFace > most + TINY)
        return `punched metal allows ${mm(most)} off a face, and ${mm(perFace)} would have to come off`;
    }
    this.flatThickness = comes;
    this.planedOff += taken;
    if (range <= FLAT_MM) return this.afterFlattening(taken);
    const step = this.flattenStep(range);
    if (step === null) return 'nothing in this shop flattens a face so wide: a sled or hand planes would';
    this.add({ ...step, takes: round(range + this.cleanUp / 2) });
    return this.afterFlattening(taken);
  }

  private afterFlattening(taken: number): null {
    this.thickness -= taken;
    return null;
  }

  private flattenStep(range: number): RouteStep | null {
    const { jointerWidth, planerWidth, routerReach } = this.machines;
    const why = `${mm(range)} out of flat at this size; the other face follows from it`;
    if (this.school === 'hand')
      return { do: 'flatten', machine: 'hand-plane', why: `${why}: scrub across, try plane along` };
    const onJointer = jointerWidth !== null && this.width <= jointerWidth;
    if (this.school === 'jointer' && onJointer)
      return {
        do: 'flatten',
        machine: 'jointer',
        passes: passesFor(range, PASS_MM),
        why,
      };
    if (planerWidth !== null && this.width <= planerWidth) {
      const light = this.school === 'planer' || jointerWidth !== null;
      return {
        do: 'flatten',
        machine: this.school === 'planer' ? 'planer' : 'sled',
        passes: passesFor(range, LIGHT_PASS_MM),
        why: light
          ? `${why}; many light passes, on a sled where it rocks`
          : `${why}; no jointer: shimmed on a sled through the planer`,
      };
    }
    if (routerReach !== undefined && routerReach !== null)
      return { do: 'flatten', machine: 'router', why: `${why}; wider than the machines: a router on a sled` };
    return null;
  }

  private toThickness(): string | null {
    const { planerWidth, planerThickest, planerLeast, routerReach } = this.machines;
    const setting = this.part.thickness;
    const off = Math.max(0, this.thickness - setting);
    if (off + this.cleanUp / 2 <= TINY) return null;
    const why = 'the second face, parallel to the first';
    this.planedOff += off;
    this.thickness = setting;
    if (this.school === 'hand')
      return this.add({ do: 'thickness', machine: 'hand-plane', setting, why: `${why}; to a gauged line` });
    const fits =
      planerWidth !== null &&
      this.width <= planerWidth &&
      (planerThickest === null || setting <= planerThickest) &&
      this.length >= (planerLeast ?? 0);
    if (fits)
      return this.add({
        do: 'thickness',
        machine: 'planer',
        setting,
        passes: passesFor(off + this.cleanUp / 2, PASS_MM),
        why,
      });
    if (planerWidth !== null && this.width <= planerWidth && this.length < (planerLeast ?? 0))
      return this.add({
        do: 'thickness',
        machine: 'hand-plane',
        setting,
        why: `${why}; shorter than the planer’s ${mm(planerLeast ?? 0)}: by hand, or several as one blank`,
      });
    if (routerReach !== undefined && routerReach !== null)
      return this.add({ do: 'thickness', machine: 'router', setting, why: `${why}; on the sled` });
    return this.add({ do: 'thickness', machine: 'hand-plane', setting, why: `${why}; no machine takes it` });
  }

  private scanAgain(): string | null {
    if (this.piece.metal === 'cleared' || this.planedOff <= TINY) return null;
    return this.add({
      do: 'scan-again',
      machine: 'detector',
      why: 'planing has laid new wood bare: scan again before the next blade',
    });
  }

  private straighten(): string | null {
    if (this.hasStraightEdge()) return null;
    const loss = Math.max(this.jointing, this.crook());
    // Of a half, one edge is straightened here and the other is still to be jointed for the glue.
    const needed = this.halved === null ? this.part.width : this.part.width / 2 + this.jointing;
    if (this.width - loss < needed - TINY)
      return `straightening takes ${mm(loss)} off the edge, and ${mm(this.part.width)} is no longer there`;
    const passes = passesFor(loss, PASS_MM);
    const edge = this.edges === 'natural' ? 'a natural edge' : 'a crooked edge';
    const why = `${edge} turns on a fence and is thrown`;
    const way = straightenBy(
      { length: this.length, thickness: this.thickness, flat: this.flatThickness !== null, passes },
      this.machines,
      this.school,
    );
    this.width -= loss;
    this.edges = 'one-straight';
    return this.add({
      do: 'straighten',
      machine: way.machine,
      ...(way.passes === undefined ? {} : { passes: way.passes }),
      takes: round(loss),
      why: `${why}: ${way.how}`,
    });
  }

  private glueHalves(): string | null {
    if (this.halved === null) return null;
    const width = 2 * (this.width - this.jointing);
    const takes = round(this.halved - width);
    this.width = width;
    this.edges = 'straight';
    return this.add({
      do: 'glue',
      machine: 'clamps',
      takes,
      why: 'the halves jointed and glued again, as they grew',
    });
  }

  private toWidth(): string | null {
    this.roughWidth = this.width;
    if (this.width - this.part.width <= 0.05) return null;
    const way = ripSaw(this.thickness, this.machines, this.school);
    if (way === null) return `no saw of this shop rips ${mm(this.thickness)} thick stock`;
    const ready = this.straightenForFence();
    if (ready !== null) return ready;
    this.width = this.part.width;
    this.edges = 'straight';
    return this.add({
      do: 'rip',
      ...way,
      setting: this.part.width,
      why:
        way.machine === 'handsaw' ? 'to width, to a gauged line' : 'to width, the straight edge on the fence',
    });
  }

  private rest(): string | null {
    if (this.planedOff < REST_AFTER_MM) return null;
    return this.add({
      do: 'rest',
      machine: 'bench',
      why: `${mm(this.planedOff)} came off in thickness: a day or two on sticks, then measure moisture and warp again`,
    });
  }

  private toLength(): string | null {
    this.roughLength = this.length;
    if (this.length - this.part.length <= 0.05) return null;
    const way = crosscutSaw(this.lying(false), this.machines, this.school);
    this.length = this.part.length;
    return this.add({
      do: 'crosscut',
      ...way,
      setting: this.part.length,
      why: 'to length, last, both ends square',
    });
  }
}

const passesFor = (mmOff: number, each: number): number => Math.max(1, Math.ceil(mmOff / each - TINY));
const round = (value: number): number => Math.round(value * 100) / 100;
const mm = (value: number): string => `${Math.round(value * 10) / 10} mm`;
