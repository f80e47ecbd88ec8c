import { TICKS_PER_BEAT, type Role, type Seconds, type Ticks } from '../base';
import type { Analysis, Weighed } from '../analysis';
import { positionAt as labelAt, toQuickSlow } from '../time';
import { danceOf } from '../vocabulary';
import { clipOf, type SoundCue, type WordCue } from './cues';
import type { Calls } from './schema';

/** What is heard along something danced. */
export interface Heard {
  /** Whose steps are called. */
  readonly role: Role;
  readonly calls: Calls;
  /** A click on every beat; yes where nothing is said. */
  readonly clicking?: boolean;
  /** Calls come a beat ahead, so that they can be acted on; counts stay on their beats. */
  readonly ahead?: boolean;
}

/** Words that are recorded, by direction and by what a step is; a step that has none is called by its count. */
const BY_DIRECTION: Readonly<Record<string, string>> = {
  back: 'back',
  fwd: 'forward',
  side: 'side',
  place: 'in',
};
const BY_KIND: Readonly<Record<string, string>> = {
  close: 'close',
  cross: 'cross',
  touch: 'tap',
  tap: 'tap',
  kick: 'kick',
  hold: 'hold',
};
const SUBS: Readonly<Record<string, string>> = { '&': 'and', a: 'a', e: 'e' };
const MOST_COUNT = 8;

/** The word for the count of a tick. Counts go on from 1 after 8. @example countWord(32, 'swung') // 'and' */
export function countWord(tick: Ticks, feel: Analysis['figure']['feel']): string {
  const label = labelAt(tick, feel);
  const beat = label?.beat ?? Math.floor(tick / TICKS_PER_BEAT) + 1;
  const sub = label?.sub ? SUBS[label.sub] : undefined;
  return sub ?? String(((((beat - 1) % MOST_COUNT) + MOST_COUNT) % MOST_COUNT) + 1);
}

function stepWord(w: Weighed, a: Analysis): string {
  const { kind, direction } = w.action;
  return BY_KIND[kind] ?? BY_DIRECTION[direction ?? ''] ?? countWord(w.tick, a.figure.feel);
}

/** Quick or slow by how long the step lasts in this dance; its count where it is neither. */
function lengthWord(w: Weighed, a: Analysis): string {
  const { quick, slow } = danceOf(a.figure);
  const said = toQuickSlow([w.end - w.tick], { quick, slow });
  return said.ok ? (said.value[0] === 'Q' ? 'quick' : 'slow') : countWord(w.tick, a.figure.feel);
}

type Said = Pick<WordCue, 'word' | 'text'> & { readonly tick: Ticks };

/** One word a moment: of steps at once, the first. */
function stepsSaid(a: Analysis, role: Role, calls: 'counts' | 'quick-slow' | 'steps'): Said[] {
  const word = (w: Weighed): string =>
    calls === 'counts'
      ? countWord(w.tick, a.figure.feel)
      : calls === 'steps'
        ? stepWord(w, a)
        : lengthWord(w, a);
  const said = new Map<Ticks, Said>();
  for (const w of a.roles[role].actions)
    if (!said.has(w.tick)) said.set(w.tick, { tick: w.tick, word: word(w) });
  return [...said.values()];
}

/** What is written to be called; a word that is not recorded gives way to its count. */
const callsSaid = (a: Analysis): Said[] =>
  a.words
    .filter((w) => w.track === 'calls')
    .map(({ tick, text }) => ({ tick, text, word: clipOf(text) ?? countWord(tick, a.figure.feel) }));

/**
 * What is heard along a figure. `at` gives the seconds of a tick. What is called ahead may come before its beginning.
 * @example danceCues(a, (t) => t / 24, { role: 'leader', calls: 'counts' })[0] // { at: 0, type: 'click', accent: 'eight' }
 */
export function danceCues(a: Analysis, at: (tick: Ticks) => Seconds, heard: Heard): SoundCue[] {
  const { role, calls, clicking = true, ahead = false } = heard;
  const cues: SoundCue[] = [];
  const bar = danceOf(a.figure).bar;
  if (clicking)
    for (let t = a.start; t < a.end; t += TICKS_PER_BEAT) {
      const beat = Math.round(t / TICKS_PER_BEAT);
      cues.push({
        at: at(t),
        type: 'click',
        accent: beat === 0 ? 'eight' : beat % bar === 0 ? 'bar' : 'beat',
      });
    }
  const said = calls === 'none' ? [] : calls === 'calls' ? callsSaid(a) : stepsSaid(a, role, calls);
  const early = ahead && calls !== 'counts' ? TICKS_PER_BEAT : 0;
  for (const { tick, ...word } of said) cues.push({ at: at(tick - early), type: 'word', ...word });
  return cues.sort((x, y) => x.at - y.at);
}
