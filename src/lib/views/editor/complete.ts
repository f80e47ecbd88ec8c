import {
  acceptCompletion,
  closeCompletion,
  completionStatus,
  moveCompletionSelection,
  selectedCompletionIndex,
  startCompletion,
  type Completion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete';
import type { EditorView, KeyBinding } from '@codemirror/view';
import type { Fitting, StepsFitting } from '$lib/core/analysis';
import { BODY_WORDS } from '$lib/core/notation';
import { WORDS } from '$lib/core/vocabulary';
import {
  HAND_FINISHED,
  SAID,
  bodyWords,
  handWords,
  leadWords,
  movePhrases,
  moveWords,
  trackWords,
} from './word-lists';
import { says } from './says';

/** Line names at the start of a line, then words and turns on the footwork lines. */
export function complete(
  context: CompletionContext,
  fitting: Fits = () => undefined,
): CompletionResult | null {
  const fits = completeFitting(context, fitting);
  if (fits) return fits;
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

/** What fits at a place of the text: what the free foot does, what answers the partner, what the arms allow. */
export type Fits = (at: number) => Fitting | undefined;

/** Right behind a count, before any word: what fits there, a few only. */
function completeFitting(context: CompletionContext, fitting: Fits): CompletionResult | null {
  const line = context.state.doc.lineAt(context.pos);
  const before = line.text.slice(0, context.pos - line.from);
  if (!/^\s*(leader|follower|hands)\b.*?(?:^|\s)(?:\d{1,4}[ea&]?|&)\s$/i.test(before)) return null;
  if (/^\s*\S/.test(line.text.slice(context.pos - line.from))) return null;
  const fits = fitting(context.pos - 1);
  if (!fits) return null;
  const options = fits.type === 'hands' ? handOptions(fits.words) : stepOptions(fits);
  return { from: context.pos, options, filter: false };
}
const MOST_FITTING = 7;
const handOptions = (words: readonly string[]): Completion[] =>
  words.slice(0, MOST_FITTING).map((label) => ({ label, detail: 'the arms allow it' }));

function stepOptions({ role, foot, partner, usual }: StepsFitting): Completion[] {
  const other = role === 'leader' ? 'follower' : 'leader';
  const side = foot === undefined ? 'either foot' : foot === 'L' ? 'left foot' : 'right foot';
  const answer = partner === undefined ? [] : [{ label: partner, detail: `${side}; answers the ${other}` }];
  const rest = usual
    .filter((w) => w !== partner)
    .map((label) => {
      const meaning = WORDS.get(label);
      return { label, detail: meaning ? `${side}: ${says(meaning)}` : side };
    });
  return [...answer, ...rest].slice(0, MOST_FITTING);
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
