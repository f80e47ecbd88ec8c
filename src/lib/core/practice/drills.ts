import { TICKS_PER_BEAT, seeded, type Random, type Role, type Ticks } from '../base';
import { armsAt, freeAt, type Analysis } from '../analysis';
import { nameOf } from '../arms';
import type { Reading } from '../combination';
import { jointBetween } from '../joints';
import type { SongMap } from '../music';
import { countedAt } from '../music';
import { sayCount, straightEight } from '../time';
import type { DrillId } from './schema';

/** A figure of the repertoire, as it is read and as it is danced. */
export type Known = Pick<Reading, 'figure' | 'ends' | 'finished' | 'wrong'> & { readonly analysis: Analysis };

/** A question with its answers; the right one by its index. `about` names what it is asked of, for memory. */
export interface Question {
  readonly drill: DrillId;
  readonly about: string;
  readonly figure: string;
  readonly role?: Role | undefined;
  /** The count it is asked of, as called; what else the sentence needs. */
  readonly count: string;
  readonly start?: number | undefined;
  readonly options: readonly string[];
  readonly right: number;
  /** 0 easy to 1 hard. */
  readonly hard: number;
}

const pick = <T>(list: readonly T[], random: Random): T | undefined =>
  list[Math.floor(random() * list.length)];

/** In an order of chance (Fisher–Yates). */
function shuffled<T>(list: readonly T[], random: Random): T[] {
  const mixed = [...list];
  for (let i = mixed.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [mixed[i], mixed[j]] = [mixed[j] as T, mixed[i] as T];
  }
  return mixed;
}

/** The right answer among others, in an order of chance. */
function among(right: string, wrong: readonly string[], random: Random): Pick<Question, 'options' | 'right'> {
  const options = shuffled([right, ...new Set(wrong.filter((w) => w !== right))], random);
  return { options, right: options.indexOf(right) };
}

/** A tick just after a step, not the last: what has been done by then is asked. */
function moment(r: Known, role: Role, random: Random): Ticks | undefined {
  const steps = r.analysis.roles[role].actions.filter((w) => w.tick >= 0);
  return pick(steps.slice(0, -1), random)?.tick;
}

/** Which foot is free now? Answered by the weight; undefined where both carry it. */
function freeFoot(r: Known, random: Random): Question | undefined {
  const role: Role = random() < 0.5 ? 'leader' : 'follower';
  const tick = moment(r, role, random);
  if (tick === undefined) return undefined;
  const foot = freeAt(
    r.analysis.roles[role].actions,
    role === 'leader' ? r.figure.start.leaderFree : r.figure.start.followerFree,
    tick,
  );
  if (!foot) return undefined;
  const count = sayCount(tick, r.figure.feel);
  return {
    drill: 'free-foot',
    about: `free-foot ${r.figure.id} ${role} ${count}`,
    figure: r.figure.name,
    role,
    count,
    ...among(foot, [foot === 'L' ? 'R' : 'L'], () => 0),
    hard: tick % TICKS_PER_BEAT === 0 ? 0.3 : 0.6,
  };
}

/** How the arms are held after a count; others from the repertoire stand beside the right answer. */
function arms(r: Known, all: readonly Known[], random: Random): Question | undefined {
  const tick = moment(r, 'follower', random);
  if (tick === undefined || !r.finished) return undefined;
  const titleAt = (x: Known, t: Ticks): string => nameOf(armsAt(x.analysis.arms, t, true)).title;
  const right = titleAt(r, tick);
  const wrong = Array.from({ length: 12 }, () => {
    const other = pick(all, random);
    return other ? titleAt(other, Math.floor(random() * Math.max(1, other.analysis.end))) : right;
  });
  const answers = among(
    right,
    [...new Set(wrong)].filter((w) => w !== right && w !== '').slice(0, 3),
    random,
  );
  if (answers.options.length < 3 || right === '') return undefined;
  const count = sayCount(tick, r.figure.feel);
  return {
    drill: 'arms',
    about: `arms ${r.figure.id} ${count}`,
    figure: r.figure.name,
    count,
    ...answers,
    hard: 0.7,
  };
}

/** What can follow: one figure that joins without change, others that do not. */
function follows(r: Known, all: readonly Known[], random: Random): Question | undefined {
  if (!r.finished) return undefined;
  const kin = all.filter(
    (x) =>
      x.figure.dance === r.figure.dance && x.figure.id !== r.figure.id && x.finished && !x.figure.mistake,
  );
  const fit = (x: Known): string => jointBetween(r.ends, x.ends).fit;
  const joins = kin.filter((x) => fit(x) === 'fits');
  const not = kin.filter((x) => fit(x) === 'bridge' || fit(x) === 'impossible');
  const right = pick(joins, random);
  if (!right || not.length < 2) return undefined;
  const wrong = shuffled(not, random).slice(0, 3);
  return {
    drill: 'follows',
    about: `follows ${r.figure.id} ${right.figure.id}`,
    figure: r.figure.name,
    count: '',
    ...among(
      right.figure.name,
      wrong.map((x) => x.figure.name),
      random,
    ),
    hard: 0.8,
  };
}

/** Where a count of the figure falls in the eights of the music. */
function eights(r: Known, random: Random): Question | undefined {
  const beats = Math.ceil(r.analysis.end / TICKS_PER_BEAT);
  if (beats < 3 || r.figure.feel === undefined) return undefined;
  const start = 1 + 2 * Math.floor(random() * 4);
  const beat = 2 + Math.floor(random() * (beats - 1));
  const { count } = straightEight(beat, start);
  const wrong = [count % 8, (count + 1) % 8, (count + 5) % 8].map((n) => String(n + 1));
  return {
    drill: 'eights',
    about: `eights ${start} ${beat}`,
    figure: r.figure.name,
    count: String(beat),
    start,
    ...among(String(count), wrong, random),
    hard: start === 1 ? 0.2 : 0.5,
  };
}

/** A question of a kind out of the person's own repertoire; undefined where it gives none. The same seed asks the same. */
export function question(drill: DrillId, all: readonly Known[], seed: number): Question | undefined {
  const random = seeded(seed);
  const usable = all.filter((r) => r.wrong.length === 0 && !r.figure.mistake && r.analysis.end > 0);
  // Every figure in an order of chance: where one has nothing to ask of, the next may.
  for (const r of shuffled(usable, random)) {
    const asked =
      drill === 'free-foot'
        ? freeFoot(r, random)
        : drill === 'arms'
          ? arms(r, usable, random)
          : drill === 'follows'
            ? follows(r, usable, random)
            : drill === 'eights'
              ? eights(r, random)
              : undefined;
    if (asked) return asked;
  }
  return undefined;
}

/** From which beat a song is played for a question to be heard; undefined where it has nothing to ask. */
export function heardFrom(drill: DrillId, map: SongMap, seed: number): number | undefined {
  const random = seeded(seed);
  if (drill === 'break') {
    const breaks = map.marks.filter((m) => m.kind === 'break' && m.beat > 16);
    const chosen = pick(breaks, random);
    return chosen && chosen.beat - 10 - Math.floor(random() * 6);
  }
  const first = map.phrases[0] ?? 0;
  const room = map.beats.length - first - 40;
  return room > 0 ? first + Math.floor(random() * room) : undefined;
}

/** A tap lies within this part of a beat. Our choice. */
const NEAR = 0.35;

/** Whether a tap at a beat (with its fraction) is on a 1, or on a break as it begins. */
export function heardRight(drill: DrillId, map: SongMap, beat: number): boolean {
  const nearest = Math.round(beat);
  if (Math.abs(beat - nearest) > NEAR) return false;
  return drill === 'break'
    ? map.marks.some((m) => m.kind === 'break' && Math.abs(m.beat - nearest) <= 1 && beat < m.beat + 1.5)
    : countedAt(map, nearest).count === 1;
}
