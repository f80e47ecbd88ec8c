import type { WeekDay } from '$lib/core/calendar';
import type {
  Because,
  BlockKind,
  CareCode,
  NeedCode,
  Rating,
  Reader,
  TemplateId,
  UnitKind,
  WarmPart,
} from '$lib/core/classes';
import { capital, list, numberWord } from './words';

export const BLOCK_WORDS: Readonly<Record<BlockKind, string>> = {
  arrive: 'Arrive',
  'warm-up': 'Warm up',
  review: 'Review',
  solo: 'Solo footwork, each role',
  together: 'Together, no hands',
  hands: 'With hands',
  joined: 'Joined up',
  slow: 'To slow music',
  tempo: 'Up to tempo',
  layers: 'Levels side by side',
  free: 'Free practice',
  recap: 'Recap',
  pause: 'Pause',
};

export const TEMPLATE_WORDS: Readonly<Record<TemplateId, { readonly name: string; readonly says: string }>> =
  {
    'first-lesson': {
      name: 'First lesson',
      says: 'Feet first; hands late; nothing to remember but one thing.',
    },
    weekly: { name: 'Weekly class', says: 'Review, one new thing, joined up and to tempo.' },
    'hard-figure': { name: 'One hard figure', says: 'Most of the time on its units.' },
    workshop: { name: 'Workshop', says: 'Long, with a pause and several levels side by side.' },
    private: { name: 'Private lesson', says: 'Straight to the hands; no partners to change.' },
  };

export const NEED_WORDS: Readonly<Record<NeedCode, string>> = {
  new: 'new to them',
  turn: 'turns',
  'fast-turn': 'a quick turn',
  'same-foot': 'on the same foot',
  hands: 'hands change',
  'over-head': 'a hand over a head',
  'off-beat': 'steps between the beats',
  body: 'the upper body',
};

export const UNIT_WORDS: Readonly<Record<UnitKind, string>> = {
  rock: 'rock step',
  triple: 'triple',
  walk: 'walk',
  tap: 'tap',
  hold: 'hold',
  kick: 'kick',
  cross: 'crossed step',
  travel: 'travelling past',
  turn: 'turn',
  spin: 'spin',
  swivel: 'swivel',
  'hand-change': 'change of hands',
  'over-head': 'hand over a head',
  wrapped: 'wrapped',
  'close-hold': 'close hold, turning',
  body: 'upper body',
};

export const RATING_WORDS: Readonly<Record<Rating, string>> = {
  again: 'again',
  'so-so': 'so-so',
  good: 'good',
  easy: 'easy',
};
export const READER_WORDS: Readonly<Record<Reader, string>> = {
  students: 'for the students',
  teacher: 'for the teacher',
  substitute: 'for a substitute',
};
export const DAY_WORDS: Readonly<Record<WeekDay, string>> = {
  MO: 'Monday',
  TU: 'Tuesday',
  WE: 'Wednesday',
  TH: 'Thursday',
  FR: 'Friday',
  SA: 'Saturday',
  SU: 'Sunday',
};

/** The usual caution, once, short. Sources: common practice; who decides is said. */
export const CARE_WORDS: Readonly<Record<CareCode, string>> = {
  turns: 'Turns: build up slowly, spot, stop when dizzy; no more than the follower wants.',
  spins: 'Several turns in a row: rest in between, stop when dizzy; fewer are always an offer.',
  head: 'Head and neck: small, slow, only with instruction from a qualified teacher; stop at pain.',
  dip: 'Dips and drops: only with a qualified teacher, asked for, warmed up, each carrying their own weight.',
  lean: 'Leans: each keeps their own weight and can step out at any time.',
  lift: 'Lifts: only with a qualified teacher and spotters, asked for, warmed up.',
  kick: 'Kicks: small, toward the floor, and look who is behind.',
  back: 'Bending back: from the upper back, small, never to pain.',
  'behind-back': 'Arms behind the back: loose, never forced; let go at once when asked.',
  elbows: 'Arms over heads: raise, do not pull; mind elbows at head height; no clamped thumbs.',
  charge: 'Long steps into the room: look first.',
};
/** Said with every plan that asks for anything. */
export const CARE_ALWAYS =
  'Ask before you touch; anyone may sit out unasked. Pain, injury or pregnancy: a clinician decides. Heat: water and pauses. A slippery floor: smaller steps.';
/** Said at the warm-up. */
export const WARM_CARE =
  'The usual, easy and without pain; a qualified instructor or clinician knows better than this list.';

const WARM_WORDS: Readonly<Record<WarmPart, string>> = {
  pulse: 'walk to the music until warm',
  ankles: 'circle and rise on the ankles',
  feet: 'roll from ball to heel, quick and small',
  knees: 'soft bends of the knees',
  hips: 'swing the legs loosely',
  back: 'roll the upper back',
  shoulders: 'circle shoulders and elbows',
  neck: 'look slowly left and right',
  balance: 'stand on one foot, then a half turn',
};
/** @example warmText(['pulse', 'ankles']) // 'Walk to the music until warm; circle and rise on the ankles.' */
export function warmText(parts: readonly WarmPart[]): string {
  const text = parts.map((p) => WARM_WORDS[p]).join('; ');
  return text === '' ? '' : `${capital(text)}.`;
}

const DATE = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  timeZone: 'UTC',
});
const LONG = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
});
/** A local date. @example dateText('2026-11-26') // 'Thu, 26 Nov' */
export const dateText = (date: string): string => DATE.format(new Date(`${date.slice(0, 10)}T12:00:00Z`));
/** @example longDateText('2026-11-26') // 'Thursday 26 November 2026' */
export const longDateText = (date: string): string => LONG.format(new Date(`${date.slice(0, 10)}T12:00:00Z`));
/** @example whenText('2026-11-26T19:30') // 'Thu, 26 Nov, 19:30' */
export const whenText = (local: string): string => `${dateText(local)}, ${local.slice(11, 16)}`;

const DAY = 86_400_000;
/** How long ago, or ahead, in words. @example agoText(now - 21 * DAY, now) // 'three weeks ago' */
export function agoText(at: number, now: number): string {
  const days = Math.round((now - at) / DAY);
  if (days === 0) return 'today';
  const [n, unit] = Math.abs(days) < 14 ? [Math.abs(days), 'day'] : [Math.round(Math.abs(days) / 7), 'week'];
  if (n === 1 && unit === 'day') return days > 0 ? 'yesterday' : 'tomorrow';
  const said = `${numberWord(n)} ${unit}s`;
  return days > 0 ? `${said} ago` : `in ${said}`;
}
/** Minutes as they are said. @example halfMinutesText(7.5) // '7½ min' */
export function halfMinutesText(minutes: number): string {
  const halves = Math.round(Math.abs(minutes) * 2);
  const whole = Math.floor(halves / 2);
  const half = halves % 2 === 1 ? '½' : '';
  return `${whole === 0 && half ? '' : whole}${half} min`;
}

/** How long an hour is, against what there is. @example overText(4) // '4 min too long' */
export function overText(over: number): string {
  if (Math.abs(over) < 0.25) return 'exactly as long as the class';
  return over > 0 ? `${halfMinutesText(over)} too long` : `${halfMinutesText(over)} left over`;
}

/** Why a figure is suggested, in a phrase. */
export function becauseText(b: Because, name: (id: string) => string, now: number): string {
  switch (b.code) {
    case 'due':
      return `due: last ${agoText(b.memory.last, now)}${b.memory.rating ? `, it went ${RATING_WORDS[b.memory.rating]}` : ''}`;
    case 'promised':
      return `promised ${agoText(b.at, now)}: ${b.text}`;
    case 'grows':
      return `grows out of ${name(b.from)}, which they know`;
    case 'like':
      return `the same as ${name(b.figure)} up to count ${b.upTo}`;
    case 'first':
      return 'the plainest that is new to them';
  }
}

/** @example needsText(['new', 'turn']) // 'new to them, turns' */
export const needsText = (why: readonly NeedCode[]): string => list(why.map((w) => NEED_WORDS[w]));

/** What the memory is and is not. */
export const MEMORY_SAYS =
  'Worked out from the log by free spaced repetition: what went well comes again later, what did not sooner. It knows a group as one, not each person, and nothing of what they practise at home.';
