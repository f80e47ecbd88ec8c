import {
  acceptCompletion,
  autocompletion,
  closeCompletion,
  completionStatus,
  moveCompletionSelection,
  selectedCompletionIndex,
  startCompletion,
  type Completion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete';
import { defaultKeymap } from '@codemirror/commands';
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import {
  lintGutter,
  openLintPanel,
  diagnosticCount,
  lintKeymap,
  setDiagnostics,
  type Diagnostic,
} from '@codemirror/lint';
import { Annotation, EditorState } from '@codemirror/state';
import { EditorView, keymap, placeholder, type KeyBinding } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { difference } from '$lib/core/figure';
import { BODY_WORDS, HAND_WORDS } from '$lib/core/notation';
import {
  AMOUNT_WORDS,
  DIRECTIONS,
  FILLERS,
  FOOTWORK,
  KINDS,
  LANE_WORDS,
  LEAD_KINDS,
  LEAD_KIND_NAMES,
  STEP_STYLES,
  TRACKS,
  TRACK_NAMES,
  TURN_NOUNS,
  UNITS,
  WORDS,
  isMoveTrack,
  plainWord,
  type Meaning,
} from '$lib/core/vocabulary';

/** Marks changes that come from the document, not from the keyboard. */
const fromOutside = Annotation.define<boolean>();

interface Scan {
  line: 'none' | 'moves' | 'words';
}

/** Colours for the notation; meaning stays with the parser. */
const notation = StreamLanguage.define<Scan>({
  startState: () => ({ line: 'none' }),
  token(stream, state) {
    if (stream.sol()) state.line = 'none';
    if (stream.eatSpace() || stream.match(/^[,;]/)) return null;
    if (state.line === 'none') {
      if (stream.peek() === '#') {
        stream.skipToEnd();
        return 'comment';
      }
      const name = (stream.match(/^\S+/) as RegExpMatchArray)[0].replace(/:$/, '').toLowerCase();
      const track = TRACK_NAMES.find((t) => t === name);
      state.line = track === undefined || !isMoveTrack(track) ? 'words' : 'moves';
      return track ? 'keyword' : 'invalid';
    }
    if (stream.match(/^\([^)]*\)?/)) return 'comment';
    if (state.line === 'moves' && (stream.match(/^[[\]]/) || stream.match(/^or:?(?=\s)/))) return 'keyword';
    if (stream.match(/^\d{1,4}(e|&|a)?(?=[\s,;\]]|$)/) || stream.match(/^&(?=[\s,;]|$)/)) return 'number';
    const word = (stream.match(/^[^\s,;([\]]+/) as RegExpMatchArray | null)?.[0] ?? stream.next() ?? '';
    if (state.line === 'words') return 'string';
    if (/^[eaQS]$/.test(word)) return 'number';
    if (/^[rl][\d¼½¾⅛⅜⅝⅞]/.test(word)) return 'atom';
    if (/^[LR]F?$/.test(word)) return 'typeName';
    return WORDS.has(plainWord(word)) ? 'variableName' : null;
  },
});

const colours = HighlightStyle.define([
  { tag: tags.keyword, color: '#9db3ab' },
  { tag: tags.number, color: '#f2a880', fontWeight: '700' },
  { tag: tags.atom, color: '#8fd6bd' },
  { tag: tags.typeName, color: '#e8d28a', fontWeight: '700' },
  { tag: tags.variableName, color: '#f1ece0' },
  { tag: tags.string, color: '#c5c9e8' },
  { tag: tags.comment, color: '#9db3ab', fontStyle: 'italic' },
  { tag: tags.invalid, color: '#ff9c9c' },
]);

const theme = EditorView.theme(
  {
    '&': { backgroundColor: 'var(--editor)', color: 'var(--editor-ink)', fontSize: '15px', height: '100%' },
    '.cm-scroller': { fontFamily: 'var(--mono)', lineHeight: '1.65', padding: '8px 0' },
    '.cm-content': { caretColor: '#fff', padding: '0 10px' },
    '.cm-content ::selection': { backgroundColor: '#4c6660' },
    '.cm-gutters': { backgroundColor: 'var(--editor)', border: 'none' },
    '.cm-tooltip': {
      backgroundColor: 'var(--sheet)',
      color: 'var(--ink)',
      border: '1px solid var(--line)',
      borderRadius: '8px',
    },
    '.cm-tooltip-autocomplete ul li[aria-selected]': { backgroundColor: 'var(--ink)', color: 'var(--paper)' },
    '.cm-diagnosticAction': {
      backgroundColor: 'var(--ink)',
      color: 'var(--paper)',
      borderRadius: '6px',
      padding: '2px 8px',
    },
    '.cm-placeholder': { color: '#a8b8b1' },
  },
  { dark: true },
);

const says = (m: Meaning): string => {
  switch (m.type) {
    case 'kind':
      return KINDS[m.kind].says;
    case 'direction':
      return DIRECTIONS[m.direction].says;
    case 'size':
      return 'size of the step';
    case 'footwork':
      return `lands: ${FOOTWORK[m.footwork].says}`;
    case 'unit':
      return `${UNITS[m.unit].says} (${UNITS[m.unit].beats} beats)`;
    case 'lane':
      return LANE_WORDS[m.lane].says;
    case 'style':
      return STEP_STYLES[m.style].says;
    case 'rock':
      return 'a step away; the next one brings the weight back';
    case 'lock':
      return 'hooked close behind, or in front after a step back';
    case 'any-length':
      return 'held as long as the dancers like';
    case 'then':
      return 'a pivot after placing, such as then r1/2';
  }
};

const TURNS = [
  'r1/8',
  'r1/4',
  'r3/8',
  'r1/2',
  'r3/4',
  'r1',
  'r1+1/2',
  'l1/8',
  'l1/4',
  'l3/8',
  'l1/2',
  'l3/4',
  'l1',
  'l1+1/2',
];
/** Turns as they are said. */
const SAID_TURNS = [
  'half turn right',
  'half turn left',
  'quarter turn right',
  'quarter turn left',
  'full turn right',
  'full turn left',
  'spin right',
  'spin left',
];
/** One entry a word, whatever way it is spelt; the first spelling stands. */
const spelt = new Map<string, { readonly word: string; readonly meaning: Meaning }>();
for (const [word, meaning] of WORDS) {
  const key = word.replaceAll('-', ' ').replace('center', 'centre');
  if (!spelt.has(key)) spelt.set(key, { word, meaning });
}
const moveWords: Completion[] = [
  ...[...spelt.values()].map(({ word, meaning }) => ({
    label: word,
    detail: says(meaning),
    type: 'keyword',
  })),
  ...TURNS.map((label) => ({
    label,
    detail: `turn made into the step, to the ${label[0] === 'r' ? 'right' : 'left'}`,
    type: 'constant',
  })),
  ...SAID_TURNS.map((label) => ({ label, detail: 'a turn as it is said', type: 'constant' })),
];
const movePhrases: readonly Completion[] = [
  ...[...WORDS]
    .filter(([word]) => word.includes(' '))
    .map(([label, meaning]) => ({ label, detail: says(meaning), type: 'keyword' })),
  ...SAID_TURNS.map((label) => ({ label, detail: 'a turn as it is said', type: 'constant' })),
];
/** A hold is offered before what is done with it. */
const handWords: Completion[] = HAND_WORDS.map((label, i) => ({ label, type: 'keyword', boost: -i / 100 }));
/** Words of the hands line; those of several are finished word by word. */
const HAND_FINISHED: ReadonlySet<string> = new Set(HAND_WORDS.flatMap((w) => w.split(/[\s-]/)));
/** Head and upper body. */
const bodyWords: Completion[] = BODY_WORDS.map((label) => ({ label, type: 'keyword' }));
/** The usual leads; everything else is free text. */
const leadWords: Completion[] = LEAD_KIND_NAMES.flatMap((k) =>
  LEAD_KINDS[k].words.map((label) => ({ label, detail: LEAD_KINDS[k].says, type: 'keyword' })),
);
const trackWords: Completion[] = TRACK_NAMES.map((t) => ({
  label: t,
  detail: TRACKS[t].says,
  type: 'class',
  apply: `${t} `,
}));

/** Line names at the start of a line, then words and turns on the footwork lines. */
export function complete(context: CompletionContext): CompletionResult | null {
  const phrase = completePhrase(context);
  if (phrase === NOTHING) return null;
  if (phrase) return phrase;
  const line = context.state.doc.lineAt(context.pos);
  const before = line.text.slice(0, context.pos - line.from);
  const word = /[\w/+-]*$/.exec(before)?.[0] ?? '';
  const from = context.pos - word.length;
  if (/^\s*[a-z-]*$/i.test(before)) return word || context.explicit ? { from, options: trackWords } : null;
  if (/^\s*hands\b/i.test(before)) {
    const asked = context.explicit && word === '';
    return asked || (/^[a-z]/i.test(word) && (context.explicit || !HAND_FINISHED.has(word)))
      ? { from, options: handWords, validFor: (w) => /^[a-z][\w-]*$/i.test(w) && !HAND_FINISHED.has(w) }
      : null;
  }
  if (/^\s*(leader|follower)-body\b/i.test(before)) {
    const open = /^[a-z]/i.test(word) || (context.explicit && word === '');
    return open && (context.explicit || !BODY_WORDS.includes(word)) ? { from, options: bodyWords } : null;
  }
  if (/^\s*(leads|feels)\b/i.test(before))
    return word.length > 2 || context.explicit ? { from, options: leadWords, validFor: /^[a-z]*$/i } : null;
  if (!/^\s*(leader|follower)\b/i.test(before)) return null;
  if (word === '' ? !context.explicit : /^\d/.test(word)) return null;
  if (!context.explicit && finished(word)) return null;
  return { from, options: moveWords, validFor: unfinished };
}
/** Words of several words, from the first of them on: `heel tu` finds `heel turn`, whatever stands before. */
/** A phrase is finished: the list is not wanted. */
const NOTHING: CompletionResult = { from: 0, options: [] };
function completePhrase(context: CompletionContext): CompletionResult | null {
  const line = context.state.doc.lineAt(context.pos);
  const before = line.text.slice(0, context.pos - line.from);
  const track = /^\s*([a-z-]+)/i.exec(before)?.[1]?.toLowerCase() ?? '';
  const list = phrasesOf(track);
  const starts = [...before.matchAll(/(?<=\s)\S/g)].map((m) => m.index).slice(-4);
  for (const start of starts) {
    const typed = before.slice(start).toLowerCase();
    if (!/^[a-z]\S* \S/.test(typed)) continue;
    if (!context.explicit && list.some((o) => o.label === typed)) return NOTHING;
    const options = list.filter((o) => o.label.startsWith(typed) && o.label !== typed);
    if (options.length > 0) return { from: line.from + start, options, validFor: (t) => begins(list, t) };
  }
  return null;
}
/** The list stands while some phrase still begins so, and is asked for anew when one is finished. */
const begins = (list: readonly Completion[], typed: string): boolean =>
  list.some((o) => o.label !== typed && o.label.startsWith(typed.toLowerCase()));
function phrasesOf(track: string): readonly Completion[] {
  if (track === 'leader' || track === 'follower') return movePhrases;
  if (track === 'hands') return handWords.filter(several);
  return track.endsWith('-body') ? bodyWords : [];
}
const several = (c: Completion): boolean => c.label.includes(' ');

/** The list stands while a word is being typed, and is asked for anew, which closes it, when the word is finished. */
const unfinished = (word: string): boolean => /^[a-z/+-][\w/+-]*$/i.test(word) && !finished(word);
/** A word of its own; `tri` is the beginning of another for nearly everybody. */
const finished = (word: string): boolean => (WORDS.has(word) && word !== 'tri') || SAID.has(word);
/** Words of a turn, and those that stand round the others. */
const SAID: ReadonlySet<string> = new Set([
  ...Object.keys(TURN_NOUNS),
  ...Object.keys(AMOUNT_WORDS).flatMap((w) => w.split(' ')),
  ...FILLERS,
  'left',
  'right',
  'or',
]);

/** The list has been entered: one of its words is chosen. */
const inList = (view: EditorView): boolean =>
  completionStatus(view.state) === 'active' && selectedCompletionIndex(view.state) !== null;
/** Leaves the key to the text, and the list behind. */
const toText = (view: EditorView): boolean => (closeCompletion(view), false);
const enterList = (view: EditorView): boolean =>
  completionStatus(view.state) === 'active' ? moveCompletionSelection(true)(view) : startCompletion(view);

/**
 * The list of words never takes a key from the text: Enter makes a line and arrows move the caret unless the list has
 * been entered, with Ctrl+Space or Alt+↓. Tab takes the first word, or the chosen one.
 */
export const listKeys: readonly KeyBinding[] = [
  { key: 'Enter', run: (v) => (inList(v) ? acceptCompletion(v) : toText(v)) },
  { key: 'ArrowDown', run: (v) => (inList(v) ? moveCompletionSelection(true)(v) : toText(v)) },
  { key: 'ArrowUp', run: (v) => (inList(v) ? moveCompletionSelection(false)(v) : toText(v)) },
  {
    key: 'Tab',
    run: (v) => {
      if (completionStatus(v.state) !== 'active') return false;
      if (!inList(v)) moveCompletionSelection(true)(v);
      return acceptCompletion(v);
    },
  },
  { key: 'Ctrl-Space', run: enterList },
  { key: 'Alt-ArrowDown', run: enterList },
  { key: 'Escape', run: closeCompletion },
];

export interface EditorHooks {
  readonly change: (text: string) => void;
  readonly cursor: (at: number) => void;
  /** The caret stands at the end of a footwork line that is being typed. */
  readonly writing: (now: boolean) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly leave: () => void;
}

export interface NotationEditor {
  readonly setText: (text: string) => void;
  readonly setProblems: (diagnostics: Diagnostic[]) => void;
  readonly show: (at: number) => void;
  readonly destroy: () => void;
}

/** The caret stands behind everything on a leader's or follower's line. */
function atEndOfSteps(state: EditorState): boolean {
  const { head } = state.selection.main;
  const line = state.doc.lineAt(head);
  return head === line.to && /^\s*(leader|follower)\s+\S/i.test(line.text);
}

/** Puts an editor into `parent`. Undo is the document's own, shared with rail and floor. */
export function createEditor(parent: HTMLElement, text: string, hooks: EditorHooks): NotationEditor {
  const run = (f: () => void) => () => (f(), true);
  const view = new EditorView({
    parent,
    state: EditorState.create({
      doc: text,
      extensions: [
        keymap.of([
          { key: 'Mod-z', run: run(hooks.undo), preventDefault: true },
          { key: 'Mod-Shift-z', run: run(hooks.redo), preventDefault: true },
          { key: 'Mod-y', run: run(hooks.redo), preventDefault: true },
          ...listKeys,
          { key: 'Mod-.', run: openLintPanel },
          ...lintKeymap,
          { key: 'Escape', run: run(hooks.leave) },
          ...defaultKeymap,
        ]),
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({
          'aria-label': 'Breakdown in notation',
          spellcheck: 'false',
          autocapitalize: 'off',
          tabindex: '0',
        }),
        notation,
        syntaxHighlighting(colours),
        autocompletion({
          override: [complete],
          defaultKeymap: false,
          selectOnOpen: false,
          icons: false,
          maxRenderedOptions: 16,
          activateOnTypingDelay: 150,
          interactionDelay: 0,
        }),
        lintGutter(),
        placeholder('leader 1 back 2 close 3 triple …'),
        theme,
        EditorView.updateListener.of((u) => {
          if (u.docChanged && !u.transactions.some((t) => t.annotation(fromOutside)))
            hooks.change(u.state.doc.toString());
          if (u.selectionSet && u.view.hasFocus) hooks.cursor(u.state.selection.main.head);
          if (u.docChanged || u.selectionSet || u.focusChanged)
            hooks.writing(u.docChanged && u.view.hasFocus && atEndOfSteps(u.state));
        }),
      ],
    }),
  });
  return {
    setText(next) {
      const change = difference(view.state.doc.toString(), next);
      if (change) view.dispatch({ changes: change, annotations: fromOutside.of(true) });
    },
    setProblems(diagnostics) {
      const length = view.state.doc.length;
      if (diagnostics.length === 0 && diagnosticCount(view.state) === 0) return;
      view.dispatch(
        setDiagnostics(
          view.state,
          diagnostics.filter((d) => d.to <= length),
        ),
      );
    },
    show(at) {
      view.focus();
      view.dispatch({ selection: { anchor: Math.min(at, view.state.doc.length) }, scrollIntoView: true });
    },
    destroy: () => view.destroy(),
  };
}
