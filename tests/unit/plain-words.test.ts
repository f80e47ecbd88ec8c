import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

/**
 * Words that are ours and not the class's, with what is said instead. Source: what teachers stumbled over when they
 * tried the screens; our choice.
 */
const NOT_SAID: readonly (readonly [word: RegExp, instead: string])[] = [
  [/\bjoints?\b/i, 'link'],
  [/\bcosts? (?:\d|nothing)|\bcost of\b/i, 'easiest, small change'],
  [/\blanes?\b/i, 'slot, and only in slot dances'],
  [/\blayers? \d|\blayers?\b/i, 'level'],
  [/\bit is meant\b/i, 'I want it like this'],
  [/\bends (?:L|R|both) free\b/i, 'left foot free at the end'],
  [/\b1 (?:counts|changes|eights|steps|figures)\b/, 'one and many'],
  [/\badvanceds\b/i, 'advanced'],
  [/\bsuccessfully\b|!$/i, 'nothing'],
  [/\b(?:man|lady|ladies|gentlem[ae]n)\b/i, 'leader, follower'],
];

const files = (dir: string, ending: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory()
      ? files(join(dir, e.name), ending)
      : e.name.endsWith(ending) && !e.name.includes('.test.')
        ? [join(dir, e.name)]
        : [],
  );

/** String literals of a program that read like words for a person: two words, or one with a capital. */
function sentences(code: string): string[] {
  const found: string[] = [];
  const visit = (n: ts.Node): void => {
    if (ts.isImportDeclaration(n) || ts.isExportDeclaration(n)) return;
    if (ts.isStringLiteral(n) || ts.isNoSubstitutionTemplateLiteral(n)) found.push(n.text);
    if (ts.isTemplateExpression(n))
      found.push([n.head.text, ...n.templateSpans.map((s) => s.literal.text)].join('…'));
    ts.forEachChild(n, visit);
  };
  visit(ts.createSourceFile('x.ts', code, ts.ScriptTarget.Latest));
  return found.filter((t) => /[a-z]\s+[a-z]/i.test(t) || /^[A-Z][a-z]+/.test(t));
}

/** What a component shows: its text, and the attributes that are read out or seen. */
function shown(code: string): string[] {
  const script = [...code.matchAll(/<script[^>]*>(.*?)<\/script>/gs)].flatMap((m) => sentences(m[1] ?? ''));
  const markup = code
    .replace(/<script[^>]*>.*?<\/script>/gs, '')
    .replace(/<style>.*?<\/style>/gs, '')
    .replace(/<!--.*?-->/gs, '');
  const attributes = [...markup.matchAll(/(?:aria-label|title|placeholder|label|alt)="([^"]*)"/g)].map(
    (m) => m[1] ?? '',
  );
  const inside = [...markup.matchAll(/\{[^{}]*\}/g)].flatMap((m) => sentences(`(${m[0].slice(1, -1)})`));
  const text = markup
    .replace(/\{(?:[^{}]|\{[^{}]*\})*\}/g, '…')
    .replace(/<[^>]*>/gs, '\n')
    .split('\n');
  return [...script, ...attributes, ...inside, ...text]
    .map((t) => t.replace(/\s+/g, ' ').trim())
    .filter((t) => t !== '');
}

const all = [
  ...files('src/lib/messages', '.ts').map((f) => [f, sentences(readFileSync(f, 'utf8'))] as const),
  ...[...files('src/lib/views', '.svelte'), ...files('src/routes', '.svelte')].map(
    (f) => [f, shown(readFileSync(f, 'utf8'))] as const,
  ),
];

describe('words on the screens', () => {
  it('are read from every screen', () => {
    expect(all.length).toBeGreaterThan(120);
    expect(all.flatMap(([, t]) => t).length).toBeGreaterThan(2000);
  });
  it.each(NOT_SAID)('nowhere %s', (word, instead) => {
    const found = all.flatMap(([f, texts]) =>
      texts.filter((t) => word.test(t)).map((t) => `${f}: ${t} (say: ${instead})`),
    );
    expect(found).toEqual([]);
  });
  it('the list finds what it is for', () => {
    for (const bad of [
      '2 joints do not fit',
      'both in the lane',
      'Layer 2',
      'it ends L free',
      'fit for advanceds',
    ])
      expect(
        NOT_SAID.some(([w]) => w.test(bad)),
        bad,
      ).toBe(true);
  });
});
