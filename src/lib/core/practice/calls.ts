import { TICKS_PER_BEAT, type Role, type Seconds, type Ticks } from '../base';
import type { Analysis, Weighed } from '../analysis';
import { positionAt as labelAt, toQuickSlow } from '../time';
import { danceOf } from '../vocabulary';
import type { SoundCue } from './cues';

/** What is said of a step: its count, how long it is, or what it is. */
export const CALLINGS = ['none', 'counts', 'quick-slow', 'steps'] as const;
export type Calls = (typeof CALLINGS)[number];

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

/**
 * What is called along a figure, and a click on every beat of it. `at` gives the seconds of a tick.
 * @example danceCues(a, 'leader', 'counts', (t) => t / 24)[0] // { at: 0, type: 'click', accent: 'eight' }
 */
export function danceCues(
  a: Analysis,
  role: Role,
  calls: Calls,
  at: (tick: Ticks) => Seconds,
  clicking = true,
): SoundCue[] {
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
  const said = new Set<Ticks>();
  for (const w of calls === 'none' ? [] : a.roles[role].actions) {
    if (said.has(w.tick)) continue;
    said.add(w.tick);
    const word =
      calls === 'counts'
        ? countWord(w.tick, a.figure.feel)
        : calls === 'steps'
          ? stepWord(w, a)
          : lengthWord(w, a);
    cues.push({ at: at(w.tick), type: 'word', word });
  }
  return cues.sort((x, y) => x.at - y.at);
}
