/** What stands on a page, whatever it becomes: print, PDF, a picture, plain text. */
export type SheetBlock =
  | { readonly type: 'heading'; readonly level: 2 | 3; readonly text: string }
  | { readonly type: 'text'; readonly text: string; readonly quiet?: boolean }
  | { readonly type: 'list'; readonly items: readonly string[] }
  | {
      readonly type: 'table';
      readonly label: string;
      readonly head: readonly string[];
      readonly rows: readonly (readonly string[])[];
      /** Shares of the width. */
      readonly widths: readonly number[];
    }
  | { readonly type: 'care'; readonly text: string };
export interface Sheet {
  readonly title: string;
  readonly subtitle: string;
  readonly blocks: readonly SheetBlock[];
}

/** Plain text of a sheet, for a message: no line longer than it must be. @example sheetText(sheet).split('\n')[0] // the title */
export function sheetText({ title, subtitle, blocks }: Sheet): string {
  const parts = blocks.map((b) => {
    switch (b.type) {
      case 'heading':
        return b.level === 2 ? `\n${b.text.toUpperCase()}` : `\n${b.text}`;
      case 'text':
        return b.text;
      case 'care':
        return `! ${b.text}`;
      case 'list':
        return b.items.map((i) => `- ${i}`).join('\n');
      case 'table':
        return b.rows.map((r) => tableLine(b.head, r)).join('\n');
    }
  });
  return `${[title, subtitle, ...parts].filter((p) => p !== '').join('\n')}\n`;
}

/** A row as a line: its first cell, then each cell that says something under its name. */
function tableLine(head: readonly string[], row: readonly string[]): string {
  const rest = row.slice(1).flatMap((c, i) => (c === '' ? [] : [`${head[i + 1] ?? ''} ${c}`.trim()]));
  return `${row[0] ?? ''}: ${rest.join(' · ')}`;
}
