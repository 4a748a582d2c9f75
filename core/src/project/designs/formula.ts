/**
 * Formulas of designs: sizes by name, numbers, + − × ÷ ( ) and floor, ceil, round, min, max. Read by recursive
 * descent, at most so long and so deep; a formula that can't be read says where it stops making sense.
 */
export type Sizes = Readonly<Record<string, number>>;

export class FormulaError extends Error {}

/** Longer or deeper formulas than this are no formulas of a maker. */
const MOST_TOKENS = 200;
const MOST_DEPTH = 24;

const FUNCTIONS: Readonly<Record<string, (args: readonly number[]) => number>> = {
  floor: ([a = 0]) => Math.floor(a + 1e-9),
  ceil: ([a = 0]) => Math.ceil(a - 1e-9),
  round: ([a = 0]) => Math.round(a),
  min: (args) => Math.min(...args),
  max: (args) => Math.max(...args),
};

/** The value of `formula` at these sizes. Throws {@link FormulaError} where it can't be read or calculated. */
export function reckon(formula: string, sizes: Sizes): number {
  const tokens = formula.match(/\d+(?:\.\d+)?|[A-Za-z]\w*|\S/g) ?? [];
  if (tokens.length > MOST_TOKENS) throw new FormulaError(`a formula of more than ${MOST_TOKENS} signs`);
  let at = 0;
  let depth = 0;
  const fail = (wanted: string): never => {
    throw new FormulaError(`“${formula}”: expected ${wanted}, found ${tokens[at] ?? 'its end'}`);
  };
  const take = (token: string): boolean => {
    if (tokens[at] !== token) return false;
    at++;
    return true;
  };
  const sum = (): number => {
    let value = product();
    for (;;) {
      if (take('+')) value += product();
      else if (take('-') || take('−')) value -= product();
      else return value;
    }
  };
  const product = (): number => {
    let value = single();
    for (;;) {
      if (take('*') || take('×')) value *= single();
      else if (take('/') || take('÷')) value /= single();
      else return value;
    }
  };
  const single = (): number => {
    if (++depth > MOST_DEPTH) throw new FormulaError(`“${formula}” is nested too deeply`);
    const value = oneOf();
    depth--;
    return value;
  };
  const oneOf = (): number => {
    const token = tokens[at];
    if (token === undefined) return fail('a number');
    if (take('-') || take('−')) return -single();
    if (take('(')) {
      const value = sum();
      if (!take(')')) fail('“)”');
      return value;
    }
    at++;
    if (/^\d/.test(token)) return Number(token);
    // Own names only: “constructor” is a name that every object knows.
    const call = Object.hasOwn(FUNCTIONS, token) ? FUNCTIONS[token] : undefined;
    if (call && take('(')) {
      const args = [sum()];
      while (take(',')) args.push(sum());
      if (!take(')')) fail('“)”');
      return call(args);
    }
    const size = Object.hasOwn(sizes, token) ? sizes[token] : undefined;
    if (size !== undefined) return size;
    at--;
    return fail(`a number or one of ${Object.keys(sizes).join(', ')}`);
  };
  const value = sum();
  if (at < tokens.length) fail('its end');
  if (!Number.isFinite(value)) throw new FormulaError(`“${formula}” comes to no number`);
  return value;
}
