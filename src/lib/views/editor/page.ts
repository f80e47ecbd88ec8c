import {
  EditorState,
  RangeSetBuilder,
  StateEffect,
  StateField,
  type Extension,
  type Text,
} from '@codemirror/state';
import { Decoration, EditorView, ViewPlugin, type DecorationSet, type ViewUpdate } from '@codemirror/view';
import type { Span } from '$lib/core/base';
import { TRACK_NAMES, type Track } from '$lib/core/vocabulary';

/** The page: paper, a line with its name in the colour of its role, counts that stand out. Dress only. */
const dress = EditorView.theme({
  '&': { color: 'var(--ink)', fontSize: '16px', height: '100%' },
  '&.cm-focused': { outline: 'none' },
  '.cm-scroller': { fontFamily: 'var(--text)', lineHeight: '27px', overflow: 'auto' },
  '.cm-content': { caretColor: 'var(--ink)', padding: '2px 0 8px' },
  '.cm-line': { padding: '0 12px 0 108px', textIndent: '-94px', borderBottom: '1px solid var(--rule)' },
  '.cm-content ::selection': { backgroundColor: 'var(--chosen)' },
  '.cm-name': {
    display: 'inline-block',
    minWidth: '90px',
    textIndent: '0',
    fontWeight: '700',
    color: 'var(--quiet)',
  },
  '.cm-line.leader .cm-name, .cm-line.leader .cm-count': { color: 'var(--leader)' },
  '.cm-line.follower .cm-name, .cm-line.follower .cm-count': { color: 'var(--follower)' },
  '.cm-line.hands .cm-name, .cm-line.hands .cm-count': { color: 'var(--arm-a)' },
  '.cm-count': { fontWeight: '750', fontVariantNumeric: 'tabular-nums' },
  '.cm-remark': { color: 'var(--quiet)', fontStyle: 'italic' },
  '.cm-doubt': { borderBottom: '2.5px dotted var(--wrong)' },
  '.cm-tooltip': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--ink)',
    border: '1px solid var(--line)',
    borderRadius: '8px',
    boxShadow: '0 6px 20px rgb(0 0 0 / 0.16)',
    overflow: 'hidden',
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': {
    fontFamily: 'var(--text)',
    fontSize: '15px',
    maxHeight: '12.5em',
  },
  '.cm-tooltip-autocomplete ul li': { padding: '3px 12px !important', lineHeight: '24px' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { backgroundColor: 'var(--ink)', color: 'var(--paper)' },
  '.cm-completionLabel': { fontWeight: '600' },
  '.cm-completionMatchedText': { textDecoration: 'none' },
  '.cm-completionDetail': { fontStyle: 'normal', opacity: '0.8', marginLeft: '14px' },
  '.cm-placeholder': { color: 'var(--quiet)' },
});

const trackAt = (line: string): { track: Track | undefined; from: number; to: number } | undefined => {
  const found = /^(\s*)([a-z-]+):?(?=\s|$)/i.exec(line);
  if (!found) return undefined;
  const from = found[1]?.length ?? 0;
  const name = found[2]?.toLowerCase();
  return { track: TRACK_NAMES.find((t) => t === name), from, to: found[0].length };
};

const lineOf = new Map<Track, Decoration>(TRACK_NAMES.map((t) => [t, Decoration.line({ class: t })]));
const NAME = Decoration.mark({ class: 'cm-name' });
const COUNT = Decoration.mark({ class: 'cm-count' });
const REMARK = Decoration.mark({ class: 'cm-remark' });
const PIECES = /\([^)]*\)?|(?<=\s)(?:\d{1,4}[ea&]?(?:&\d{1,3})?|&|[QS])(?=[\s,;\]]|$)/g;

function dressed(view: EditorView): DecorationSet {
  const found = new RangeSetBuilder<Decoration>();
  for (const { from, to } of view.visibleRanges)
    for (let at = from; at <= to;) {
      const line = view.state.doc.lineAt(at);
      dressLine(found, line.from, line.text);
      at = line.to + 1;
    }
  return found.finish();
}
function dressLine(found: RangeSetBuilder<Decoration>, from: number, text: string): void {
  if (text.trimStart().startsWith('#')) {
    found.add(from, from + text.length, REMARK);
    return;
  }
  const name = trackAt(text);
  if (!name?.track) return;
  found.add(from, from, lineOf.get(name.track) as Decoration);
  found.add(from + name.from, from + name.to, NAME);
  for (const m of text.matchAll(PIECES)) {
    if (m.index < name.to) continue;
    found.add(from + m.index, from + m.index + m[0].length, m[0].startsWith('(') ? REMARK : COUNT);
  }
}

const lines = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;
    constructor(view: EditorView) {
      this.decorations = dressed(view);
    }
    update(u: ViewUpdate) {
      if (u.docChanged || u.viewportChanged) this.decorations = dressed(u.view);
    }
  },
  { decorations: (v) => v.decorations },
);

/** Places in doubt: what is not understood. */
export const setDoubts = StateEffect.define<readonly Span[]>();
const DOUBT = Decoration.mark({ class: 'cm-doubt' });
const doubts = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(set, tr) {
    let next = set.map(tr.changes);
    for (const e of tr.effects)
      if (e.is(setDoubts))
        next = Decoration.set(
          e.value
            .filter((s) => s.to > s.from && s.to <= tr.newDoc.length)
            .map((s) => DOUBT.range(s.from, s.to)),
          true,
        );
    return next;
  },
  provide: (f) => EditorView.decorations.from(f),
});

/** The lines begin with their name: one that is said again, or another's, is understood. */
const names = EditorState.transactionFilter.of((tr) => {
  if (!tr.docChanged || !tr.isUserEvent('input')) return tr;
  const at = tr.newSelection.main.head;
  const mend = named(tr.newDoc, at);
  return mend ? [tr, { ...mend, sequential: true }] : tr;
});

interface Mend {
  readonly changes: { readonly from: number; readonly to: number; readonly insert: string };
  readonly selection: { readonly anchor: number };
}
const NAMES = TRACK_NAMES.join('|');
const TWICE = new RegExp(String.raw`^\s*(${NAMES}):?\s+(${NAMES}):?\s`, 'i');

function named(doc: Text, at: number): Mend | undefined {
  const line = doc.lineAt(at);
  const found = TWICE.exec(line.text);
  if (!found) return undefined;
  const [first = '', second = ''] = [found[1]?.toLowerCase(), found[2]?.toLowerCase()];
  const behind = line.text.slice(found[0].length);
  if (first === second)
    return replaced(line.from, found[0].length, `${second} `, at - found[0].length + second.length + 1);
  if (behind !== '' || at !== line.to) return undefined;
  const empty = emptyLine(doc, second);
  if (empty === undefined)
    return replaced(line.from, line.length, `${second} `, line.from + second.length + 1);
  const shrunk = line.length - first.length - 1;
  return replaced(line.from, line.length, `${first} `, empty > line.from ? empty - shrunk : empty);
}
const replaced = (from: number, length: number, insert: string, anchor: number): Mend => ({
  changes: { from, to: from + length, insert },
  selection: { anchor },
});
/** The end of a line that has only its name. */
function emptyLine(doc: Text, track: string): number | undefined {
  for (let n = 1; n <= Math.min(doc.lines, 40); n++) {
    const line = doc.line(n);
    if (new RegExp(String.raw`^\s*${track}:?\s*$`, 'i').test(line.text)) return line.to;
  }
  return undefined;
}

export const page: Extension = [dress, lines, doubts, names];
