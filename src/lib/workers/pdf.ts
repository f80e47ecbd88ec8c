import PDFDocument from 'pdfkit';
import type { Paper, Sheet, SheetBlock } from '$lib/core/classes';

/** Font files: a text face, a bold one, a face for headings; each with a file for the letters the first lacks. */
export interface PdfFonts {
  readonly text: readonly [Uint8Array, Uint8Array];
  readonly bold: readonly [Uint8Array, Uint8Array];
  readonly head: readonly [Uint8Array, Uint8Array];
}
type Face = keyof PdfFonts;

const MARGIN = 48;
const SIZE = { text: 10, small: 9, title: 24, h2: 15, h3: 12 } as const;
/** What no face of ours has, as words. */
const PLAIN: readonly (readonly [RegExp, string])[] = [
  [/→/g, 'to'],
  [/←/g, 'from'],
  [/[✓✔]/g, 'yes'],
  [/\u202f/g, ' '],
];

/**
 * A sheet as PDF: selectable text, tagged (headings, paragraphs, tables, lists), our own fonts embedded, A4 or Letter.
 * What a font lacks is taken from its second file; what that lacks is left out.
 * @example await sheetPdf(sheet, 'A4', fonts, new Date(0)) // Uint8Array that begins with %PDF-1.7
 */
export function sheetPdf(sheet: Sheet, paper: Paper, fonts: PdfFonts, made: Date): Promise<Uint8Array> {
  const doc = new PDFDocument({
    size: paper === 'A4' ? 'A4' : 'LETTER',
    margin: MARGIN,
    pdfVersion: '1.7',
    tagged: true,
    lang: 'en-GB',
    displayTitle: true,
    autoFirstPage: false,
    bufferPages: true,
    // No font that is not ours.
    font: null as never,
    info: { Title: sheet.title, Subject: sheet.subtitle, Creator: 'Brisk Partner', CreationDate: made },
  });
  const chunks: Uint8Array[] = [];
  doc.on('data', (c: Uint8Array) => chunks.push(c));
  const ended = new Promise<void>((resolve, reject) => {
    doc.on('end', () => resolve());
    doc.on('error', reject);
  });
  for (const face of ['text', 'bold', 'head'] as const)
    fonts[face].forEach((file, i) => doc.registerFont(`${face}${i}`, file as never));
  new Writer(doc).write(sheet);
  doc.end();
  return ended.then(() => joined(chunks));
}

function joined(chunks: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(chunks.reduce((n, c) => n + c.length, 0));
  let at = 0;
  for (const c of chunks) {
    all.set(c, at);
    at += c.length;
  }
  return all;
}

type Structure = ReturnType<PDFKit.PDFDocument['struct']>;

class Writer {
  readonly #root: Structure;
  constructor(private readonly doc: PDFKit.PDFDocument) {
    this.#root = doc.struct('Document');
    doc.addStructure(this.#root);
  }
  get #width(): number {
    return this.doc.page.width - 2 * MARGIN;
  }
  get #bottom(): number {
    return this.doc.page.height - MARGIN;
  }

  write(sheet: Sheet): void {
    this.doc.addPage();
    this.#element('H1', sheet.title, 'head', SIZE.title);
    if (sheet.subtitle) this.#element('P', sheet.subtitle, 'text', SIZE.text, '#555555');
    this.doc.moveDown(0.4);
    for (const b of sheet.blocks) this.#block(b);
    this.#root.end();
    this.#numbers();
  }

  #block(b: SheetBlock): void {
    switch (b.type) {
      case 'heading':
        this.#room(60);
        this.doc.moveDown(b.level === 2 ? 0.7 : 0.4);
        return this.#element(b.level === 2 ? 'H2' : 'H3', b.text, 'head', b.level === 2 ? SIZE.h2 : SIZE.h3);
      case 'text':
        return this.#element('P', b.text, 'text', SIZE.text, b.quiet ? '#555555' : '#000000');
      case 'care':
        return this.#care(b.text);
      case 'list':
        return this.#list(b.items);
      case 'table':
        return this.#table(b);
    }
  }

  /** Begins a new page where not so much is left. */
  #room(points: number): void {
    if (this.doc.y + points > this.#bottom) this.doc.addPage();
  }

  #element(tag: string, text: string, face: Face, size: number, color = '#000000'): void {
    this.#room(this.#height(text, face, size, this.#width));
    this.#root.add(
      this.doc.struct(tag, {}, () => {
        this.doc.fillColor(color);
        this.#text(text, face, size, MARGIN, this.doc.y, this.#width);
      }),
    );
    this.doc.fillColor('#000000');
    this.doc.y += 3;
  }

  #care(text: string): void {
    const height = this.#height(text, 'text', SIZE.text, this.#width - 12);
    this.#room(height);
    const y = this.doc.y;
    this.doc.markContent('Artifact', { type: 'Layout' });
    this.doc.rect(MARGIN, y, 3, height).fill('#9a5b00');
    this.doc.endMarkedContent();
    this.#root.add(
      this.doc.struct('P', {}, () => {
        this.doc.fillColor('#000000');
        this.#text(text, 'text', SIZE.text, MARGIN + 10, y, this.#width - 12);
      }),
    );
    this.doc.y += 4;
  }

  #list(items: readonly string[]): void {
    const list = this.doc.struct('L');
    this.#root.add(list);
    for (const item of items) {
      this.#room(this.#height(item, 'text', SIZE.text, this.#width - 12));
      const one = this.doc.struct('LI');
      list.add(one);
      one.add(
        this.doc.struct('LBody', {}, () =>
          this.#text(`• ${item}`, 'text', SIZE.text, MARGIN + 4, this.doc.y, this.#width - 12),
        ),
      );
      one.end();
      this.doc.y += 1.5;
    }
    list.end();
  }

  #table(t: Extract<SheetBlock, { type: 'table' }>): void {
    const total = t.widths.reduce((a, b) => a + b, 0) || 1;
    const widths = t.head.map((_, i) => (this.#width * (t.widths[i] ?? total / t.head.length)) / total);
    const table = this.doc.struct('Table', { alt: t.label } as never);
    this.#root.add(table);
    this.#row(table, 'TH', t.head, widths, 'bold');
    for (const row of t.rows) {
      if (this.doc.y + this.#rowHeight(row, widths) > this.#bottom) {
        this.doc.addPage();
        this.#row(table, 'TH', t.head, widths, 'bold');
      }
      this.#row(table, 'TD', row, widths, 'text');
    }
    table.end();
    this.doc.y += 6;
  }

  #rowHeight(row: readonly string[], widths: readonly number[]): number {
    return 3 + Math.max(...row.map((c, i) => this.#height(c, 'text', SIZE.small, (widths[i] ?? 50) - 6)), 12);
  }
  #row(
    table: Structure,
    tag: 'TH' | 'TD',
    row: readonly string[],
    widths: readonly number[],
    face: Face,
  ): void {
    const height = this.#rowHeight(row, widths);
    this.#room(height);
    const y = this.doc.y;
    const tr = this.doc.struct('TR');
    table.add(tr);
    let x = MARGIN;
    row.forEach((cell, i) => {
      const width = widths[i] ?? 50;
      const at = x;
      tr.add(
        this.doc.struct(tag, {}, () =>
          this.#text(cell === '' ? ' ' : cell, i === 0 ? 'bold' : face, SIZE.small, at, y + 1.5, width - 6),
        ),
      );
      x += width;
    });
    tr.end();
    this.doc.markContent('Artifact', { type: 'Layout' });
    this.doc
      .moveTo(MARGIN, y + height)
      .lineTo(MARGIN + this.#width, y + height)
      .lineWidth(tag === 'TH' ? 1 : 0.4)
      .stroke(tag === 'TH' ? '#000000' : '#bbbbbb');
    this.doc.endMarkedContent();
    this.doc.x = MARGIN;
    this.doc.y = y + height;
  }

  #height(text: string, face: Face, size: number, width: number): number {
    this.doc.font(`${face}0`).fontSize(size);
    return this.doc.heightOfString(plain(text), { width });
  }

  /** Text in one face; letters its first file lacks come from the second. */
  #text(text: string, face: Face, size: number, x: number, y: number, width: number): void {
    const runs = this.#runs(plain(text), face);
    runs.forEach((run, i) => {
      this.doc.font(`${face}${run.file}`).fontSize(size);
      const continued = i < runs.length - 1;
      if (i === 0) this.doc.text(run.text, x, y, { width, continued });
      else this.doc.text(run.text, { continued });
    });
  }
  #runs(text: string, face: Face): { text: string; file: 0 | 1 }[] {
    const runs: { text: string; file: 0 | 1 }[] = [];
    for (const c of text) {
      const file = this.#has(face, 0, c) ? 0 : this.#has(face, 1, c) ? 1 : undefined;
      if (file === undefined) continue;
      const last = runs.at(-1);
      if (last?.file === file) last.text += c;
      else runs.push({ text: c, file });
    }
    return runs.length > 0 ? runs : [{ text: ' ', file: 0 }];
  }
  #has(face: Face, file: 0 | 1, c: string): boolean {
    if (c === '\n' || c === ' ') return file === 0;
    this.doc.font(`${face}${file}`);
    const { font } = (
      this.doc as unknown as { _font: { font: { hasGlyphForCodePoint(n: number): boolean } } }
    )._font;
    return font.hasGlyphForCodePoint(c.codePointAt(0) ?? 0);
  }

  /** Page numbers, which are no part of the text. */
  #numbers(): void {
    const { start, count } = this.doc.bufferedPageRange();
    for (let i = start; i < start + count; i++) {
      this.doc.switchToPage(i);
      this.doc.page.margins.bottom = 0;
      this.doc.markContent('Artifact', { type: 'Pagination' });
      this.doc.font('text0').fontSize(8).fillColor('#555555');
      this.doc.text(`${i + 1} of ${count}`, MARGIN, this.doc.page.height - MARGIN + 14, {
        width: this.#width,
        align: 'right',
        lineBreak: false,
      });
      this.doc.endMarkedContent();
    }
  }
}

const plain = (text: string): string => PLAIN.reduce((t, [from, to]) => t.replace(from, to), text);
