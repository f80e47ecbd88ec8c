import { sheetText, type Paper, type Recap, type Sheet } from '$lib/core/classes';
import type { Material } from '$lib/core/classes/material';
import { captions, newCombination, planOf, wholeOf, type Combination } from '$lib/core/combination';
import { download, downloadBytes, fileName } from '$lib/views/desk/export';
import type { PdfAnswer } from '$lib/workers/pdf.worker';

/** Makes the PDF in a worker. `stop` gives it up. */
export function makePdf(
  sheet: Sheet,
  paper: Paper,
): { readonly done: Promise<Uint8Array<ArrayBuffer>>; readonly stop: () => void } {
  const worker = new Worker(new URL('../../workers/pdf.worker.ts', import.meta.url), { type: 'module' });
  const done = new Promise<Uint8Array<ArrayBuffer>>((resolve, reject) => {
    worker.onmessage = (e: MessageEvent<PdfAnswer>) =>
      'bytes' in e.data ? resolve(e.data.bytes) : reject(new Error(e.data.problem));
    worker.onerror = (e) => reject(new Error(e.message || 'the worker could not be started'));
  }).finally(() => worker.terminate());
  worker.postMessage({ sheet, paper });
  return { done, stop: () => worker.terminate() };
}

export const saveText = (r: Recap, sheet: Sheet): void =>
  download(`${fileName(r.name)}.txt`, 'text/plain;charset=utf-8', sheetText(sheet));

/** Captions of what was danced: of the combination, else of the figures one after the other. */
export async function saveCaptions(r: Recap, material: Material): Promise<boolean> {
  const c: Combination | undefined =
    (r.combination === undefined ? undefined : material.combination(r.combination)) ?? together(r, material);
  const whole = c && wholeOf(planOf(c, material.repertoire), material.heights);
  if (!c || !whole) return false;
  const { writeVtt } = await import('$lib/core/codecs/vtt');
  download(`${fileName(r.name)}.vtt`, 'text/vtt', writeVtt(captions(c, whole)));
  return true;
}
function together(r: Recap, material: Material): Combination | undefined {
  const figures = r.figures.filter((id) => material.figure(id));
  const first = figures[0];
  if (first === undefined) return undefined;
  const bpm = material.tempo({ type: 'figure', id: first });
  return {
    ...newCombination('recap', r.name, bpm),
    parts: figures.map((figure, i) => ({ key: `p${i + 1}`, figure, times: 1 })),
  };
}

const WIDTH = 1080;
const PAD = 56;
/** The sheet as a picture for a messenger: one tall page, drawn in our own fonts. */
export async function savePicture(r: Recap, sheet: Sheet): Promise<void> {
  await document.fonts.ready;
  const canvas = document.createElement('canvas');
  const ctx = canvas.getContext('2d');
  if (!ctx) throw new Error('this browser draws no pictures');
  const height = drawn(ctx, sheet, false);
  canvas.width = WIDTH;
  canvas.height = Math.min(16_000, Math.ceil(height + PAD));
  ctx.fillStyle = '#faf6ee';
  ctx.fillRect(0, 0, canvas.width, canvas.height);
  drawn(ctx, sheet, true);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!blob) throw new Error('the picture is too large for this browser');
  downloadBytes(`${fileName(r.name)}.png`, 'image/png', new Uint8Array(await blob.arrayBuffer()));
}

const TEXT = "'Schibsted Grotesk Variable', sans-serif";
const HEAD = "'Bricolage Grotesque Variable', sans-serif";
/** Lays the sheet out from the top; gives where it ends. */
function drawn(ctx: CanvasRenderingContext2D, sheet: Sheet, paint: boolean): number {
  let y = PAD;
  const write = (
    text: string,
    font: string,
    size: number,
    color: string,
    x = PAD,
    width = WIDTH - 2 * PAD,
  ): number => {
    ctx.font = `${font.includes('Bricolage') ? '700 ' : ''}${size}px ${font}`;
    let at = y;
    for (const line of wrapped(ctx, text, width)) {
      at += size * 1.3;
      if (paint) {
        ctx.fillStyle = color;
        ctx.fillText(line, x, at);
      }
    }
    return at;
  };
  y = write(sheet.title, HEAD, 54, '#1f2b29');
  if (sheet.subtitle) y = write(sheet.subtitle, TEXT, 26, '#5c635c');
  for (const b of sheet.blocks) {
    y += b.type === 'heading' ? 26 : 8;
    if (b.type === 'heading') y = write(b.text, HEAD, b.level === 2 ? 36 : 28, '#1f2b29');
    else if (b.type === 'text') y = write(b.text, TEXT, 25, b.quiet ? '#5c635c' : '#1f2b29');
    else if (b.type === 'care') y = write(b.text, TEXT, 25, '#9a5b00');
    else if (b.type === 'list') for (const i of b.items) y = write(`• ${i}`, TEXT, 25, '#1f2b29');
    else {
      const total = b.widths.reduce((s, w) => s + w, 0) || 1;
      for (const [n, row] of [b.head, ...b.rows].entries()) {
        let x = PAD;
        let bottom = y;
        row.forEach((cell, i) => {
          const width = ((WIDTH - 2 * PAD) * (b.widths[i] ?? 1)) / total;
          bottom = Math.max(bottom, write(cell, TEXT, 22, n === 0 ? '#5c635c' : '#1f2b29', x, width - 12));
          x += width;
        });
        y = bottom + 9;
        if (paint) {
          ctx.fillStyle = n === 0 ? '#1f2b29' : '#d8cdb8';
          ctx.fillRect(PAD, y, WIDTH - 2 * PAD, n === 0 ? 3 : 1);
        }
      }
    }
  }
  return y;
}
function wrapped(ctx: CanvasRenderingContext2D, text: string, width: number): string[] {
  const lines: string[] = [];
  for (const part of text.split('\n')) {
    let line = '';
    for (const word of part.split(' ')) {
      const next = line === '' ? word : `${line} ${word}`;
      if (line !== '' && ctx.measureText(next).width > width) {
        lines.push(line);
        line = word;
      } else line = next;
    }
    lines.push(line);
  }
  return lines;
}
