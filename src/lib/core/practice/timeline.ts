import type { Seconds } from '../base';

/** A stretch of music. */
export interface Span {
  readonly from: Seconds;
  readonly to: Seconds;
}
/** So many times at a speed; the last step goes on for ever. */
export interface RampStep {
  /** 1 is the music's own tempo. */
  readonly speed: number;
  readonly times: number;
}

/** What is played: from where, round what, how fast. `start` is when `from` sounds, by the clock of the output. */
export interface Playing {
  readonly start: Seconds;
  readonly from: Seconds;
  /** Where it ends or goes round. */
  readonly span: Span;
  readonly loop: boolean;
  readonly ramp: readonly RampStep[];
}

/** One time through, or what is left of it. */
export interface Pass {
  readonly index: number;
  readonly start: Seconds;
  readonly end: Seconds;
  readonly from: Seconds;
  readonly to: Seconds;
  readonly speed: number;
}

/**
 * Which time through is at a time of the output. Every pass begins at a multiple of its length after the first of its
 * speed, so that hours of going round drift by nothing. Undefined before the start, and after the end where it does not
 * go round.
 * @example passAt({ start: 10, from: 0, span: { from: 0, to: 4 }, loop: true, ramp: [{ speed: 1, times: 1 }] }, 19).index // 2
 */
export function passAt(p: Playing, time: Seconds): Pass | undefined {
  const length = p.span.to - p.span.from;
  const first = p.ramp[0]?.speed ?? 1;
  const firstEnd = p.start + (p.span.to - p.from) / first;
  if (time < p.start || length <= 0) return undefined;
  if (time < firstEnd)
    return { index: 0, start: p.start, end: firstEnd, from: p.from, to: p.span.to, speed: first };
  if (!p.loop) return undefined;
  let [index, at] = [1, firstEnd];
  for (const [k, { speed, times }] of p.ramp.entries()) {
    const last = k === p.ramp.length - 1;
    const left = k === 0 ? times - 1 : times;
    const each = length / speed;
    if (last || time < at + left * each) {
      const n = Math.max(0, Math.floor((time - at) / each));
      return {
        index: index + n,
        start: at + n * each,
        end: at + (n + 1) * each,
        from: p.span.from,
        to: p.span.to,
        speed,
      };
    }
    index += Math.max(0, left);
    at += Math.max(0, left) * each;
  }
  const each = length / first;
  const n = Math.floor((time - at) / each);
  return {
    index: index + n,
    start: at + n * each,
    end: at + (n + 1) * each,
    from: p.span.from,
    to: p.span.to,
    speed: first,
  };
}

/** Where the music is at a time of the output; before the start, where it will have come from. */
export function positionAt(p: Playing, time: Seconds): Seconds {
  if (time < p.start) return p.from - (p.start - time) * (p.ramp[0]?.speed ?? 1);
  const pass = passAt(p, time);
  return pass ? pass.from + (time - pass.start) * pass.speed : p.span.to;
}

/** Something that sounds at a place of the music. */
export interface Cue {
  readonly at: Seconds;
}
/** When it sounds, by the clock of the output. */
export interface Sounding<C extends Cue> {
  readonly cue: C;
  readonly time: Seconds;
  readonly pass: number;
  /** How fast the music is then. */
  readonly speed: number;
}

/** Beyond the end of a pass by so little, the next has begun. */
const EPSILON: Seconds = 1e-9;
/** The pass after another. */
export const passAfter = (p: Playing, pass: Pass): Pass | undefined => passAt(p, pass.end + EPSILON);

/** Everything that sounds from one time of the output to before another, in order. `cues` are in order of their places. */
export function between<C extends Cue>(
  p: Playing,
  cues: readonly C[],
  from: Seconds,
  to: Seconds,
): Sounding<C>[] {
  const found: Sounding<C>[] = [];
  let time = Math.max(from, p.start);
  while (time < to) {
    const pass = passAt(p, time);
    if (!pass) break;
    for (const cue of cues) {
      if (cue.at < pass.from - 1e-9 || cue.at >= pass.to - 1e-9) continue;
      const at = pass.start + (cue.at - pass.from) / pass.speed;
      if (at >= from && at < to) found.push({ cue, time: at, pass: pass.index, speed: pass.speed });
    }
    time = pass.end + EPSILON;
  }
  return found;
}

/** Speeds a ramp goes through, and how often each where nobody says otherwise. Our choice. */
const RAMP_SPEEDS = [0.7, 0.8, 0.9, 1] as const;
const RAMP_TIMES = 2;

/** Up to tempo: twice at each speed. */
export const rampUp = (): RampStep[] => RAMP_SPEEDS.map((speed) => ({ speed, times: RAMP_TIMES }));

/**
 * The ramp from where it is: `up` when it went well, on to the next speed; else once more as often at this one. At its top it stays.
 * @example rampFrom(rampUp(), 0.8, true)[0].speed // 0.9
 */
export function rampFrom(ramp: readonly RampStep[], speed: number, up: boolean): readonly RampStep[] {
  const here = ramp.findIndex((s) => Math.abs(s.speed - speed) < 1e-6);
  const from = Math.max(0, Math.min(ramp.length - 1, up ? here + 1 : here));
  return ramp.slice(from);
}
