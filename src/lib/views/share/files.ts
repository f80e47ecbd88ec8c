import type { Analysis } from '$lib/core/analysis';
import { download, downloadBytes, fileName } from '$lib/views/desk/export';

/** Dances as one HTML file that plays. */
export async function dancesPage(
  title: string,
  says: readonly string[],
  dances: readonly Analysis[],
): Promise<void> {
  const { dancesHtml } = await import('$lib/core/codecs/dance-html');
  download(`${fileName(title)}.html`, 'text/html;charset=utf-8', dancesHtml(title, says, dances));
}

/** The rail as a picture. */
export async function railPicture(a: Analysis): Promise<void> {
  const { railSvg } = await import('$lib/core/codecs/rail-svg');
  await picture(`${fileName(a.figure.name)}.png`, railSvg(a));
}

/** The step sheet as a picture. */
export async function sheetPicture(a: Analysis): Promise<void> {
  const { sheetSvg } = await import('$lib/core/codecs/sheet-svg');
  await picture(`${fileName(a.figure.name)}-steps.png`, sheetSvg(a));
}

/** A drawing as PNG, twice as fine as on the screen where the browser takes it. */
async function picture(name: string, svg: string): Promise<void> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const { naturalWidth: width, naturalHeight: height } = image;
  const fine = Math.min(2, 16_000 / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(width * fine);
  canvas.height = Math.round(height * fine);
  const ctx = canvas.getContext('2d');
  if (!ctx) throw new Error('this browser draws no pictures');
  ctx.scale(fine, fine);
  ctx.drawImage(image, 0, 0);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!blob) throw new Error('the picture is too large for this browser');
  downloadBytes(name, 'image/png', new Uint8Array(await blob.arrayBuffer()));
}
