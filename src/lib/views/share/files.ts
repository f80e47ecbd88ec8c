import type { Analysis } from '$lib/core/analysis';
import { download, downloadBytes, fileName } from '$lib/views/desk/export';

/** The figure as one HTML file that plays. */
export async function danceHtml(a: Analysis): Promise<void> {
  const { danceHtml: html } = await import('$lib/core/codecs/dance-html');
  download(`${fileName(a.figure.name)}.html`, 'text/html;charset=utf-8', html(a));
}

/** The rail as a picture, twice as fine as on the screen. */
export async function railPicture(a: Analysis): Promise<void> {
  const { railSvg } = await import('$lib/core/codecs/rail-svg');
  const svg = railSvg(a);
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.naturalWidth * 2;
  canvas.height = Math.min(16_000, image.naturalHeight * 2);
  const ctx = canvas.getContext('2d');
  if (!ctx) throw new Error('this browser draws no pictures');
  ctx.scale(2, 2);
  ctx.drawImage(image, 0, 0);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!blob) throw new Error('the picture is too large for this browser');
  downloadBytes(`${fileName(a.figure.name)}.png`, 'image/png', new Uint8Array(await blob.arrayBuffer()));
}
