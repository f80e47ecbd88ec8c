import bold0 from '@fontsource/schibsted-grotesk/files/schibsted-grotesk-latin-700-normal.woff?url';
import bold1 from '@fontsource/schibsted-grotesk/files/schibsted-grotesk-latin-ext-700-normal.woff?url';
import head0 from '@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-700-normal.woff?url';
import head1 from '@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-ext-700-normal.woff?url';
import text0 from '@fontsource/schibsted-grotesk/files/schibsted-grotesk-latin-400-normal.woff?url';
import text1 from '@fontsource/schibsted-grotesk/files/schibsted-grotesk-latin-ext-400-normal.woff?url';
import type { Paper, Sheet } from '$lib/core/classes';
import { sheetPdf } from './pdf';

/** A sheet to be made into a PDF; answered with its bytes, or why there are none. */
export interface PdfAsk {
  readonly sheet: Sheet;
  readonly paper: Paper;
}
export type PdfAnswer = { readonly bytes: Uint8Array<ArrayBuffer> } | { readonly problem: string };

const file = async (url: string): Promise<Uint8Array> =>
  new Uint8Array(await (await fetch(url)).arrayBuffer());

addEventListener('message', (e: MessageEvent<PdfAsk>) => {
  void (async () => {
    try {
      const [t0, t1, b0, b1, h0, h1] = await Promise.all(
        [text0, text1, bold0, bold1, head0, head1].map(file),
      );
      const fonts = { text: [t0, t1], bold: [b0, b1], head: [h0, h1] } as never;
      const bytes = await sheetPdf(e.data.sheet, e.data.paper, fonts, new Date());
      postMessage({ bytes } as PdfAnswer);
    } catch (x) {
      postMessage({ problem: x instanceof Error ? x.message : String(x) } as PdfAnswer);
    }
  })();
});
