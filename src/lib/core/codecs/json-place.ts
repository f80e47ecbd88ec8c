/** Where a text stops being JSON: some browsers say the position, the others leave it to {@link jsonEnds}. */
export function jsonPlace(text: string, error: unknown): string {
  const found = /position (\d+)/.exec(error instanceof Error ? error.message : '');
  const before = text.slice(0, found ? Number(found[1]) : jsonEnds(text)).split('\n');
  return `line ${before.length}, column ${(before.at(-1)?.length ?? 0) + 1}`;
}

/* eslint no-control-regex: "off" -- JSON has no control characters inside a text */
const TOKEN =
  /\s*(?:([{}[\],:])|("(?:[^"\\\u0000-\u001f]|\\(?:["\\/bfnrt]|u[\da-fA-F]{4}))*"|-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][+-]?\d+)?(?![\w.])|true\b|false\b|null\b))/y;

/**
 * Where the first word stands with which a text stops being JSON. Grammar: RFC 8259. Depth costs no stack.
 * @example jsonEnds('{"min": NaN}') // 8
 */
export function jsonEnds(text: string): number {
  const open: string[] = [];
  let want: 'value' | 'value-or-end' | 'key' | 'key-or-end' | 'colon' | 'comma' = 'value';
  let at = 0;
  for (;;) {
    TOKEN.lastIndex = at;
    const m = TOKEN.exec(text);
    const start = at + (/^\s*/.exec(text.slice(at, at + 4096))?.[0].length ?? 0);
    if (!m) return start;
    const [, mark, value] = m;
    if (want === 'comma' && open.length === 0) return start;
    if (value !== undefined) {
      const asKey: boolean = want === 'key' || want === 'key-or-end';
      if (asKey ? !value.startsWith('"') : want !== 'value' && want !== 'value-or-end') return start;
      want = asKey ? 'colon' : 'comma';
    } else if (mark === '{' || mark === '[') {
      if (want !== 'value' && want !== 'value-or-end') return start;
      open.push(mark);
      want = mark === '{' ? 'key-or-end' : 'value-or-end';
    } else if (mark === '}' || mark === ']') {
      const fits = open.at(-1) === (mark === '}' ? '{' : '[');
      if (!fits || (want !== 'comma' && want !== (mark === '}' ? 'key-or-end' : 'value-or-end')))
        return start;
      open.pop();
      want = 'comma';
    } else if (mark === ':') {
      if (want !== 'colon') return start;
      want = 'value';
    } else {
      if (want !== 'comma') return start;
      want = open.at(-1) === '{' ? 'key' : 'value';
    }
    at = TOKEN.lastIndex;
  }
}
