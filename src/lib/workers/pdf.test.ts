import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import type { Sheet } from '$lib/core/classes';
import { sheetPdf, type PdfFonts } from './pdf';

const font = (name: string, weight: number, set: string) =>
  new Uint8Array(readFileSync(`node_modules/@fontsource/${name}/files/${name}-${set}-${weight}-normal.woff`));
const both = (name: string, weight: number) =>
  [font(name, weight, 'latin'), font(name, weight, 'latin-ext')] as const;
const fonts: PdfFonts = {
  text: both('schibsted-grotesk', 400),
  bold: both('schibsted-grotesk', 700),
  head: both('bricolage-grotesque', 700),
};
const sheet = (rows: number): Sheet => ({
  title: 'Thursday, café – ½ turn',
  subtitle: 'Łukasz’s group',
  blocks: [
    { type: 'heading', level: 2, text: 'Push with a turn' },
    { type: 'text', text: 'left → right, then home.' },
    {
      type: 'table',
      label: 'Steps',
      head: ['Count', 'Leader', 'Follower'],
      rows: Array.from({ length: rows }, (_, i) => [
        String(i + 1),
        `leader step ${i + 1}`,
        `follower step ${i + 1}`,
      ]),
      widths: [1, 3, 3],
    },
    { type: 'list', items: ['Slowly', 'To music'] },
    { type: 'care', text: 'Spot; stop when dizzy.' },
  ],
});

/** Read by another library altogether. */
async function read(bytes: Uint8Array) {
  const pdf = await getDocument({ data: bytes.slice(), useSystemFonts: false, verbosity: 0 }).promise;
  const pages = await Promise.all(Array.from({ length: pdf.numPages }, (_, i) => pdf.getPage(i + 1)));
  const texts = await Promise.all(
    pages.map(async (p) => (await p.getTextContent()).items.map((i) => ('str' in i ? i.str : '')).join(' ')),
  );
  return { pdf, pages, text: texts.join('\n'), texts };
}
const roles = (node: unknown): string[] => {
  const { role, children = [] } = node as { role?: string; children?: unknown[] };
  return [...(role ? [role] : []), ...children.flatMap(roles)];
};

describe('a PDF, opened by an independent reader', () => {
  it('holds its text, tagged, in our own fonts', async () => {
    const bytes = await sheetPdf(sheet(6), 'A4', fonts, new Date(0));
    const { pdf, pages, text } = await read(bytes);
    expect(new TextDecoder('latin1').decode(bytes.slice(0, 8))).toBe('%PDF-1.7');
    for (const said of [
      'Thursday, café – ½ turn',
      'Push with a turn',
      'leader step 6',
      'follower step 1',
      'left to right',
      'Slowly',
    ])
      expect(text).toContain(said);
    expect(text.replace(/\s+/g, '')).toContain('Łukasz’sgroup');
    expect(await pdf.getMarkInfo()).toMatchObject({ Marked: true });
    const tags = roles(await pages[0]!.getStructTree());
    for (const tag of ['Document', 'H1', 'H2', 'P', 'Table', 'TR', 'TH', 'TD', 'L', 'LI'])
      expect(tags).toContain(tag);
    const raw = new TextDecoder('latin1').decode(bytes);
    const used = [...raw.matchAll(/\/BaseFont \/\w+\+([\w-]+)/g)].map((m) => m[1]);
    expect(new Set(used.map((f) => f?.split('-')[0]))).toEqual(
      new Set(['SchibstedGrotesk', 'BricolageGrotesque']),
    );
    expect(raw.match(/\/FontFile2/g)!.length).toBe(new Set(raw.match(/\/BaseFont \/\w+\+[\w-]+/g)).size);
    expect(raw).not.toMatch(/\/BaseFont \/(Helvetica|Times)/);
    expect((await pdf.getMetadata()).info).toMatchObject({ Title: 'Thursday, café – ½ turn' });
  });
  // Source: ISO 216, 210 by 297 mm; ANSI/ASME Y14.1, 8.5 by 11 inches; 72 points to the inch.
  it.each([
    ['A4', (210 / 25.4) * 72, (297 / 25.4) * 72],
    ['Letter', 8.5 * 72, 11 * 72],
  ] as const)('%s has its size, on every page', async (paper, width, height) => {
    const { pages } = await read(await sheetPdf(sheet(120), paper, fonts, new Date(0)));
    expect(pages.length).toBeGreaterThan(2);
    for (const p of pages) {
      expect(p.view[2]).toBeCloseTo(width, 0);
      expect(p.view[3]).toBeCloseTo(height, 0);
    }
  });
  it('a long table runs over pages without losing a row, its head on each, pages numbered', async () => {
    const { texts, text } = await read(await sheetPdf(sheet(120), 'A4', fonts, new Date(0)));
    for (let i = 1; i <= 120; i++) expect(text).toContain(`leader step ${i}`);
    texts.forEach((t, i) => expect(t).toContain(`${i + 1} of ${texts.length}`));
    expect(texts[1]).toContain('Count');
  });
  it('an empty sheet is a page', async () => {
    const { pages } = await read(
      await sheetPdf({ title: 'Nothing', subtitle: '', blocks: [] }, 'A4', fonts, new Date(0)),
    );
    expect(pages).toHaveLength(1);
  });
});
