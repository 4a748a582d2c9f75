/**
 * Where a text stops being JSON, as an offset: browsers disagree in how (and whether) they say it.
 *
 * Idea: walk the tokens of RFC 8259 with one sticky expression and a stack of open brackets; the first
 * token that cannot stand where it stands is the place. O(length).
 */
const TOKEN =
  /[\s]*(?:([{}[\]:,])|("(?:[^"\\\n\r\t]|\\(?:["\\/bfnrt]|u[\da-fA-F]{4}))*")|(-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][+-]?\d+)?|true|false|null))/y;

type Expected = 'value' | 'key' | 'colon' | 'next' | 'first key' | 'first value';

export function firstJsonFault(text: string): number {
  const open: ('{' | '[')[] = [];
  let expected: Expected = 'value';
  let at = 0;
  for (;;) {
    TOKEN.lastIndex = at;
    const token = TOKEN.exec(text);
    const start = at + (/^\s*/.exec(text.slice(at))?.[0].length ?? 0);
    if (!token) return start;
    const mark = token[1];
    const isText = token[2] !== undefined;
    const isValue = isText || token[3] !== undefined;
    const closes = (mark === '}' && open.at(-1) === '{') || (mark === ']' && open.at(-1) === '[');
    if (expected === 'value' || expected === 'first value') {
      if (mark === '{' || mark === '[') {
        open.push(mark);
        expected = mark === '{' ? 'first key' : 'first value';
      } else if (isValue) expected = 'next';
      else if (expected === 'first value' && mark === ']') {
        open.pop();
        expected = 'next';
      } else return start;
    } else if (expected === 'key' || expected === 'first key') {
      if (isText) expected = 'colon';
      else if (expected === 'first key' && mark === '}') {
        open.pop();
        expected = 'next';
      } else return start;
    } else if (expected === 'colon') {
      if (mark !== ':') return start;
      expected = 'value';
    } else if (closes) open.pop();
    else if (mark === ',' && open.length > 0) expected = open.at(-1) === '{' ? 'key' : 'value';
    else return start;
    at = TOKEN.lastIndex;
  }
}
