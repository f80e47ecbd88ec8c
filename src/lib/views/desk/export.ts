import { formatISO } from 'date-fns/formatISO';
import type { Analysis } from '$lib/core/analysis';
import type { Figure, Kept } from '$lib/core/figure';
import type { Docs, KindId } from '$lib/core/library';
import type { ArmPicture } from '$lib/core/scene';
import { app } from '$lib/state/app.svelte';

/** A name that every file system takes. @example fileName('Push / turn') // 'push-turn' */
export const fileName = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60) || 'figure';

const titled = (figures: readonly Kept[], name?: string): string =>
  name !== undefined
    ? fileName(name)
    : figures.length === 1 && figures[0] && 'name' in figures[0]
      ? fileName(figures[0].name)
      : `repertoire-${formatISO(new Date(), { representation: 'date' })}`;

/** One document as a file of its kind. */
export async function exportDocument<K extends KindId>(kind: K, doc: Docs[K], name: string): Promise<void> {
  const { extension, write } = (await import('$lib/core/library/forms')).formOf(kind);
  download(`${fileName(name)}${extension}`, 'application/json', write([doc]));
}
/** Figures and versions as they are kept. */
export async function exportJson(figures: readonly Kept[], name?: string): Promise<void> {
  const { writeJson } = await import('$lib/core/codecs');
  download(`${titled(figures, name)}.brisk.json`, 'application/json', writeJson(figures));
}
export async function exportText(figures: readonly Figure[]): Promise<void> {
  const { writeText } = await import('$lib/core/codecs');
  download(`${titled(figures)}.txt`, 'text/plain;charset=utf-8', writeText(figures));
}
export async function exportCsv(a: Analysis): Promise<void> {
  const { writeCsv } = await import('$lib/core/codecs');
  download(`${fileName(a.figure.name)}.csv`, 'text/csv;charset=utf-8', writeCsv(a));
}

/** A drawing of the arms as an SVG file. */
export async function exportArms(picture: ArmPicture): Promise<void> {
  const { armsSvg } = await import('$lib/core/codecs');
  download(`${fileName(picture.title)}.svg`, 'image/svg+xml;charset=utf-8', armsSvg(picture));
}

export const download = (name: string, type: string, text: string): void =>
  save(name, new Blob([text], { type }));
export const downloadBytes = (name: string, type: string, bytes: Uint8Array): void =>
  save(name, new Blob([bytes as Uint8Array<ArrayBuffer>], { type }));

function save(name: string, content: Blob): void {
  app.say(`Saved: ${name}`);
  const url = URL.createObjectURL(content);
  const a = document.createElement('a');
  a.href = url;
  a.download = name;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}
