import { TICKS_PER_BEAT, type Ticks } from '$lib/core/base';
import type { RemedyCode } from '$lib/core/findings';
import { sayCount } from '$lib/core/time';
import {
  patternName,
  slotsOf,
  HALF,
  type Aim,
  type Consequence,
  type Group,
  type Repair,
  type VaryFailure,
  type Variation,
  type Whose,
} from '$lib/core/vary';
import { LEVELS } from '$lib/core/vocabulary';
import { amountWords } from './arms';
import { findingText, remedyText } from './findings';
import { capital, spanOfCounts } from './words';

/** The one place where variations and what they bring become sentences. */

const say = (place: Ticks): string => sayCount(place, 'straight');
const beats = (by: Ticks): string => {
  const n = Math.abs(by) / TICKS_PER_BEAT;
  return n === 0.5 ? 'half a beat' : n === 1 ? 'a beat' : `${n} beats`;
};
const owners = (whose: Whose): string => (whose === 'both' ? '' : `the ${whose}’s `);

export const GROUP_NAMES: Readonly<Record<Group, string>> = {
  time: 'Timing',
  rhythm: 'Rhythm',
  feet: 'Which foot',
  turns: 'Turn',
  length: 'Length',
  level: 'Easier, harder',
  convert: 'Turned round',
};
export const AIM_NAMES: Readonly<Record<Aim, string>> = {
  'as-it-is': '',
  'other-foot': 'Changes the free foot',
  ending: 'To end on the other foot',
  'same-foot': 'Both on the same foot from here',
  simpler: 'Easier',
  harder: 'Harder',
};

const PAIRS = {
  rock: 'a rock step',
  places: 'two steps in place',
  sides: 'a step to the side and back',
} as const;
const SCHOOLS = {
  'on-1': 'Break on 1',
  'on-2-late': 'Break on 2, stepping 2 3 4 · 6 7 8',
  'on-2-early': 'Break on 2, stepping 1 2 3 · 5 6 7',
} as const;

/** What a variation does, in a line. @example variationText({ type: 'mirror' }) // 'Left and right exchanged' */
export const variationText = (v: Variation): string => capital(inWords(v));

/** The same where the counts and whose part it is are said already. @example 'One turn right' */
export function offerTitle(v: Variation, whose: Whose): string {
  const role = 'whose' in v && v.whose !== whose ? ` (${v.whose})` : '';
  if (v.type === 'turn')
    return v.amount === 0
      ? `No turn${role}`
      : `${capital(amountWords(v.amount))} ${v.amount > 0 ? 'right' : 'left'}${role}`;
  if (v.type === 're-rhythm') return `${capital(patternText(v.pattern, v.from))}${role}`;
  return variationText(v);
}

function inWords(v: Variation): string {
  switch (v.type) {
    case 'stretch':
      return `${owners(v.whose)}${say(v.at)} lasts ${beats(v.by)} ${v.by > 0 ? 'longer' : 'shorter'}`;
    case 'wait':
      return `${v.whose === 'both' ? 'both wait' : `the ${v.whose} waits`} ${beats(v.by)} before ${say(v.at)}`;
    case 'cut':
      return `leave out ${spanOfCounts(v.from, v.to)}`;
    case 'add-pair':
      return `${PAIRS[v.pair]} before ${say(v.at)}`;
    case 'delay':
      return `${owners(v.whose)}${say(v.at)} comes ${beats(v.by)} ${v.by > 0 ? 'later' : 'earlier'}`;
    case 'accent':
      return v.keep
        ? `${say(v.at)} falls on ${say(v.onto)}, the gap after it gives way`
        : `${say(v.at)} falls on ${say(v.onto)}, and all that follows with it`;
    case 'scale':
      return v.by === 2 ? 'twice the counts' : 'half the counts';
    case 're-rhythm':
      return `${owners(v.whose)}${spanOfCounts(v.from, v.from + v.pattern.length * HALF)}: ${patternText(v.pattern, v.from)}`;
    case 'repair':
      return remedyText({ code: v.code, role: v.whose, details: { count: say(v.at) }, edits: [] });
    case 'turn':
      return v.amount === 0
        ? `no turn for the ${v.whose} on ${spanOfCounts(v.from, v.to + 1)}`
        : `${owners(v.whose)}turn on ${spanOfCounts(v.from, v.to + 1)}: ${amountWords(v.amount)} ${v.amount > 0 ? 'right' : 'left'}`;
    case 'repeat':
      return v.times === 1
        ? `${spanOfCounts(v.from, v.to)} danced once`
        : `${spanOfCounts(v.from, v.to)} danced ${v.times} times`;
    case 'plain-hands':
      return 'hands stay as they are taken at the beginning';
    case 'mirror':
      return 'left and right exchanged';
    case 'swap-roles':
      return 'who led follows';
    case 'break-on':
      return SCHOOLS[v.school];
    case 'respell':
      return v.as === 'counts' ? 'written in counts' : 'written in quicks and slows';
    case 'together':
      return v.parts.map(inWords).join('; ');
  }
}

/** @example patternText('t-s-', 24) // 'touch, step' */
export function patternText(pattern: string, from: Ticks): string {
  const name = patternName(pattern);
  if (name) return name;
  const list = (letter: string): string =>
    slotsOf(pattern, letter)
      .map((i) => say(from + i * HALF))
      .join(', ');
  const [steps, touches] = [list('s'), list('t')];
  return [steps && `steps on ${steps}`, touches && `touches on ${touches}`].filter(Boolean).join('; ');
}

const FAILURES: Readonly<Record<VaryFailure, string>> = {
  'no-such-place': 'Nothing would change.',
  'no-such-count': 'A step would fall where there is no count.',
  'something-there': 'Two things would fall on the same count.',
  'hands-there': 'The hands do something there.',
  'nothing-to-turn': 'Nobody turns there.',
  'no-step-to-turn': 'There is no step to turn on.',
  'one-sided': 'The hold or the position has no other side; begin from an open one.',
  'not-this-dance': 'This dance is not counted so.',
  'no-room': 'No gap after it is long enough.',
};
export const varyFailureText = (f: VaryFailure): string => FAILURES[f];

/** One fact about a variation, and how grave it is. */
export interface Fact {
  readonly text: string;
  readonly tone: 'plain' | 'good' | 'wrong' | 'caution' | 'look';
}

const WHY = {
  length: 'the length changes',
  hands: 'the hands change',
  foot: 'another foot is free',
  place: 'you stand elsewhere',
  facing: 'you face another way',
} as const;

/** What a variation brings, most important first; `wanted`: another foot is what was asked for. */
export function consequenceFacts(c: Consequence, wanted = false): Fact[] {
  const facts: Fact[] = [];
  const add = (text: string, tone: Fact['tone'] = 'plain'): void => void facts.push({ text, tone });
  const other = c.led?.why === 'length';
  if (c.counts.now !== c.counts.was)
    add(`${c.counts.now} counts instead of ${c.counts.was}${other ? ', must be led' : ''}`);
  const [only] = c.who;
  if (only && c.who.length === 1 && !c.led)
    add(`the ${only}’s alone: the partner feels no difference`, 'good');
  else if (c.led && !other && !wanted)
    add(`must be led: ${WHY[c.led.why]} at ${Math.floor(c.led.tick / TICKS_PER_BEAT) + 1}`);
  for (const role of ['leader', 'follower'] as const) {
    const f = c.endFree[role];
    if (f.now !== f.was)
      add(`${role} ends ${f.now ?? 'both feet'}${f.now ? ' free' : ''} instead of ${f.was ?? 'both'}`);
  }
  const turned = (['leader', 'follower'] as const).some((r) => c.turn[r].now !== c.turn[r].was);
  if (turned && c.rate.now > 0)
    add(
      `${c.rate.now.toFixed(1)} turns a second at the fastest, ${c.rate.limit} for this level`,
      c.rate.now > c.rate.limit + 1e-9 ? 'caution' : 'plain',
    );
  if (c.endHold.now !== c.endHold.was) add(`ends in “${c.endHold.now}”`);
  if (c.level.now !== c.level.was) add(`fit for ${LEVELS[c.level.now].name.toLowerCase()}s`);
  const brings = c.brings.filter((f) => f.code !== 'turn-too-fast');
  for (const f of brings.slice(0, 3))
    add(`${f.role ? `${f.role}: ` : ''}${findingText(f).sentence}`, f.severity);
  if (brings.length > 3) add(`and ${brings.length - 3} more to look at`, 'look');
  if (c.mends.length > 0)
    add(`mends ${c.mends.length === 1 ? 'what was found' : `${c.mends.length} findings`}`, 'good');
  return facts;
}

/** Why a repair sits where it does. @example 'triple instead of double; where the partner steps' */
export function repairWhy(r: Repair): string {
  const unit = r.was === r.becomes ? undefined : `${r.becomes} instead of ${r.was}`;
  const partner = r.withPartner ? 'where the partner does the same' : 'the partner may feel it';
  return [unit, partner, r.underTurn ? 'under a turn' : undefined].filter(Boolean).join('; ');
}

export const whoseText = (w: Whose): string => (w === 'both' ? 'both' : `the ${w}`);

const MENDS: Partial<Record<RemedyCode, string>> = {
  'raise-hand': 'a hand raised for it',
  'release-hand': 'a hand let go',
  'change-hands': 'hands changed',
  'take-hands': 'hands taken',
  'let-go-and-catch': 'let go and caught',
  'move-words': 'a lead moved',
  'open-grip': 'an open grip',
  'add-lead': 'a lead added',
  'add-stop': 'a stop added',
};
/** @example mendsText(['raise-hand']) // 'with a hand raised for it' */
export const mendsText = (codes: readonly RemedyCode[]): string =>
  codes.length === 0 ? '' : `with ${[...new Set(codes.map((c) => MENDS[c] ?? 'a mend'))].join(', ')}`;
