import { assert, exhausted } from '../foundation/assert.ts';
import { outsideRects } from '../geometry/outline.ts';
import { clipTo, type Rect } from '../geometry/rectangle.ts';
import { effectiveKind, isMetalIn, isPunched, type Fate, type Finding, type FindingKind } from './finding.ts';
import { fullWidth, isStraight, outlineOf, type Piece } from './piece.ts';

/** What a part asks of its wood, from the strictest to the roughest; see `docs/glossary.md`. */
export const GRADES = ['clear', 'one-face', 'character', 'weathered', 'hidden', 'structural'] as const;
export type Grade = (typeof GRADES)[number];

export const GRADE_NAMES: Readonly<Record<Grade, string>> = {
  clear: 'clear',
  'one-face': 'one face clear',
  character: 'character',
  weathered: 'weathered',
  hidden: 'hidden',
  structural: 'structural',
};

/** Sizes up to which a grade puts up with a finding; a maker may change them. */
export interface GradeLimits {
  /** Largest hole or groove that character wood keeps, mm. */
  readonly characterHoleMm: number;
  /** Largest sound knot that structural wood keeps, mm. */
  readonly structuralKnotMm: number;
  /** Least distance of such a knot from an edge, mm. */
  readonly structuralEdgeMm: number;
}

/** Starting points, not standards: a structural use needs the local grading rule. */
export const DEFAULT_GRADE_LIMITS: GradeLimits = {
  characterHoleMm: 12,
  structuralKnotMm: 20,
  structuralEdgeMm: 20,
};

/** `keep`: stays in the part; `cut`: must be cut out; `back`: may stay, but not on the show face. */
export type Verdict = 'keep' | 'cut' | 'back';

type Rule = (finding: Finding, piece: Pick<Piece, 'width' | 'widthFar'>, limits: GradeLimits) => Verdict;

const keep: Rule = () => 'keep';
const cut: Rule = () => 'cut';
const back: Rule = () => 'back';
const keepSmall: Rule = (finding, _piece, limits) =>
  Math.min(finding.length, finding.width) <= limits.characterHoleMm ? 'keep' : 'cut';
const keepSmallKnot: Rule = (finding, piece, limits) => {
  const size = Math.max(finding.length, finding.width);
  const toEdge = Math.min(finding.y, fullWidth(piece) - finding.y - finding.width);
  return size <= limits.structuralKnotMm && toEdge >= limits.structuralEdgeMm ? 'keep' : 'cut';
};
const cutThrough: Rule = (finding) => (finding.face === 'through' ? 'cut' : 'keep');

const backUnlessThrough: Rule = (finding) => (finding.face === 'through' ? 'cut' : 'back');
/** A groove along an edge was half of a joint: it is cut off, as its tongue is. */
const keepSmallOffEdges: Rule = (finding, piece, limits) =>
  isOnEdge(finding) ? 'cut' : keepSmall(finding, piece, limits);
const keepOffEdges: Rule = (finding) => (isOnEdge(finding) ? 'cut' : 'keep');

const isOnEdge = ({ face }: Finding): boolean => face === 'upper' || face === 'lower';

type Row = readonly [
  clear: Rule,
  oneFace: Rule,
  character: Rule,
  weathered: Rule,
  hidden: Rule,
  structural: Rule,
];

/** Every kind's answer for every grade. Live insects never pass: the piece is treated first. */
// prettier-ignore
const RULES: Readonly<Record<FindingKind, Row>> = {
  //               clear one face          character  weathered  hidden      structural
  'metal':        [cut,  cut,              cut,       cut,       cut,        cut],
  'nail-hole':    [cut,  back,             keep,      keep,      keep,       keepSmall],
  'knot':         [cut,  back,             keep,      keep,      keep,       keepSmallKnot],
  'loose-knot':   [cut,  back,             cut,       keep,      keep,       cut],
  'rot':          [cut,  cut,              cut,       cut,       cut,        cut],
  'insect':       [cut,  back,             keep,      keep,      keep,       cut],
  'live-insect':  [cut,  cut,              cut,       cut,       cut,        cut],
  'stain':        [cut,  back,             keep,      keep,      keep,       keep],
  'mould':        [cut,  back,             cut,       keep,      keep,       cut],
  'check':        [cut,  cut,              cut,       keep,      cutThrough, cut],
  'split':        [cut,  cut,              cut,       cut,       cutThrough, cut],
  'shake':        [cut,  cut,              cut,       cut,       cut,        cut],
  'crumble':      [cut,  cut,              cut,       cut,       cut,        cut],
  'wane':         [cut,  back,             cut,       keep,      keep,       cut],
  'hole':         [cut,  backUnlessThrough, keepSmall, keepSmall, keep,      cut],
  'notch':        [cut,  backUnlessThrough, cut,      cut,       cutThrough, cut],
  'groove':       [cut,  back,             keepSmallOffEdges, keepOffEdges, keep, cut],
  'tongue':       [cut,  cut,              cut,       cut,       keep,       cut],
  'wear':         [cut,  back,             keep,      keep,      keep,       keep],
  'burn':         [cut,  back,             cut,       keep,      keep,       cut],
  'old-finish':   [cut,  back,             keep,      keep,      keep,       keep],
  'weathering':   [cut,  back,             keep,      keep,      keep,       keep],
  'tool-marks':   [cut,  back,             keep,      keep,      keep,       keep],
  'veneer-lift':  [cut,  back,             cut,       cut,       cut,        cut],
};

/**
 * What is never left in a part, whatever the maker would like: metal that a blade may meet, rot that has not been
 * stabilised, live insects. Metal punched deep may stay where the maker says so, out of a cutter's reach.
 */
export const neverStays = (finding: Pick<Finding, 'kind' | 'fix' | 'fate'>): boolean =>
  (isMetalIn(finding) && !isPunched(finding)) ||
  finding.kind === 'live-insect' ||
  (finding.kind === 'rot' && finding.fate !== 'stabilise');

/** The fates that a finding can have; rot may be cut out or stabilised, metal is cut out unless it was punched deep. */
export function fatesOf(finding: Pick<Finding, 'kind' | 'fix'>): readonly Fate[] {
  if (isPunched(finding)) return ['cut', 'keep'];
  if (isMetalIn(finding) || finding.kind === 'live-insect') return ['cut'];
  if (finding.kind === 'rot') return ['cut', 'stabilise'];
  return ['cut', 'keep', 'fill', 'stabilise'];
}

/**
 * What `grade` says of one finding, once its fate has been heard. Cut out by hand is cut out of everything, kept
 * by hand stays in everything but structural wood. What is filled or stabilised may lie in character, weathered
 * and hidden wood and on the back of one face clear; clear and structural wood has no fillings.
 */
export function verdictOn(
  grade: Grade,
  finding: Finding,
  piece: Pick<Piece, 'width' | 'widthFar'>,
  limits: GradeLimits = DEFAULT_GRADE_LIMITS,
): Verdict {
  const byGrade = verdictByGrade(grade, finding, piece, limits);
  if (finding.fate === undefined || neverStays(finding)) return byGrade;
  switch (finding.fate) {
    case 'cut':
      return 'cut';
    case 'keep':
      if (isPunched(finding)) return keptMetal(grade);
      return grade === 'structural' ? byGrade : 'keep';
    case 'fill':
    case 'stabilise':
      if (grade === 'clear' || grade === 'structural') return byGrade;
      return grade === 'one-face' && byGrade !== 'keep' ? 'back' : 'keep';
    default:
      return exhausted(finding.fate, 'fate');
  }
}

/** Where punched metal may stay by the maker's word: on no show face of clear wood, and in nothing that bears load. */
const keptMetal = (grade: Grade): Verdict =>
  grade === 'clear' || grade === 'structural' ? 'cut' : grade === 'one-face' ? 'back' : 'keep';

/** What `grade` says of a finding that nobody has decided about. */
function verdictByGrade(
  grade: Grade,
  finding: Finding,
  piece: Pick<Piece, 'width' | 'widthFar'>,
  limits: GradeLimits = DEFAULT_GRADE_LIMITS,
): Verdict {
  const rule = RULES[effectiveKind(finding)][GRADES.indexOf(grade)];
  assert(rule !== undefined, `no rule of ${grade} for ${finding.kind}`);
  return rule(finding, piece, limits);
}

/** Whether a finding is in the way of a part of `grade` whose show face is `showFace`. */
export function isInTheWay(
  grade: Grade,
  finding: Finding,
  piece: Pick<Piece, 'width' | 'widthFar'>,
  showFace: 'A' | 'B',
  limits: GradeLimits = DEFAULT_GRADE_LIMITS,
): boolean {
  const verdict = verdictOn(grade, finding, piece, limits);
  switch (verdict) {
    case 'keep':
      return false;
    case 'cut':
      return true;
    case 'back':
      // Edges and ends are no back: what shows there shows.
      return finding.face !== (showFace === 'A' ? 'B' : 'A');
    default:
      return exhausted(verdict, 'verdict');
  }
}

/** Grades that look at one face only, so that turning the piece over may help. */
export const gradeHasShowFace = (grade: Grade): boolean => grade === 'one-face';

/** What of a piece decides which of its wood a grade accepts. */
export type Graded = Pick<Piece, 'length' | 'width' | 'widthFar' | 'outline' | 'findings'>;

/**
 * The rectangles of a piece that `grade` does not accept, clipped to the piece, mm. A slanting edge is taken as
 * stairs inside the true outline, so what is called clear always is.
 */
export function blockedRects(
  piece: Graded,
  grade: Grade,
  showFace: 'A' | 'B' = 'A',
  limits: GradeLimits = DEFAULT_GRADE_LIMITS,
): Rect[] {
  const blocked: Rect[] = [];
  const width = fullWidth(piece);
  for (const finding of piece.findings) {
    if (!isInTheWay(grade, finding, piece, showFace, limits)) continue;
    const rect = clipTo(finding, piece.length, width);
    if (rect) blocked.push(rect);
  }
  return isStraight(piece) ? blocked : blocked.concat(outsideRects(outlineOf(piece), width));
}
