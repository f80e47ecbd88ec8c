import type { Hand, Role } from '../base';
import {
  ARM_PLACES,
  ARM_PLACE_NAMES,
  BODY_PARTS,
  BODY_PART_NAMES,
  GRIPS,
  GRIP_NAMES,
  HEIGHTS,
  HEIGHT_NAMES,
  LEAD_WORDS,
  LEAD_WORD_NAMES,
  REST_HOWS,
  REST_HOW_NAMES,
  WHOLE_HOLDS,
  WHOLE_HOLD_NAMES,
  closestWord,
  stems,
  type BodySide,
  type Grip,
  type Height,
} from '../vocabulary';
import type { HandAct, HandReading, Pair, UnknownHandWord, Which } from './hand-acts';
import { tokens, type Token } from './reader';

interface Word {
  /** Lower case, without possessive and trailing comma. */
  readonly text: string;
  /** A comma or semicolon follows. */
  readonly ends: boolean;
  readonly token: Token;
}

const ALL: Which = { type: 'all' };
const FILLERS = new Set(
  'the a an with at in to of and then hand hands arm arms height their his her own it again still'.split(' '),
);
/** Row: act → the words for it. Source: common practice. */
const VERBS: Readonly<Record<string, readonly string[]>> = {
  take: ['take', 'hold', 'join', 'pick up', 'regrip', 'keep hold of'],
  change: ['change', 'change to', 'swap to', 'change hands', 'change hands to', 'switch to'],
  catch: ['catch', 'recatch'],
  raise: ['raise', 'lift', 'lead up', 'take up'],
  lower: ['lower', 'bring down'],
  bring: ['bring'],
  release: ['release', 'drop', 'let go', 'let go of', 'free'],
  carry: ['carry', 'loop', 'pass'],
  slide: ['slide'],
  through: ['go', 'pass', 'lead'],
};

/** Every word a hands line knows, for completion and for near misses. Multi-word entries keep their spaces. */
export const HAND_WORDS: readonly string[] = [
  ...new Set([
    'two hands',
    'left to right',
    'right to left',
    'right to right',
    'left to left',
    'handshake',
    'crossed',
    ...WHOLE_HOLD_NAMES.map((h) => WHOLE_HOLDS[h].words[0]),
    'left over right',
    'right over left',
    ...Object.values(VERBS).flat(),
    'both',
    'follower left',
    'follower right',
    'over follower head',
    'over leader head',
    'over both heads',
    'in front',
    'behind',
    'through the middle',
    'on own shoulder',
    'on far shoulder',
    'on near shoulder',
    ...HEIGHT_NAMES.map((h) => HEIGHTS[h].words[0]),
    ...GRIP_NAMES.map((g) => GRIPS[g].words[0]),
    ...ARM_PLACE_NAMES.map((p) => ARM_PLACES[p].words[0]),
    ...BODY_PART_NAMES.map((p) => BODY_PARTS[p].words[0]),
    ...REST_HOW_NAMES.map((h) => REST_HOWS[h].words[0]),
    ...LEAD_WORD_NAMES.map((w) => LEAD_WORDS[w].words[0]),
  ]),
];

/** Every single word of an entry. */
const PIECES: ReadonlySet<string> = new Set([
  ...HAND_WORDS.flatMap((w) => w.split(' ')),
  ...Object.values(VERBS).flatMap((list) => list.flatMap((w) => w.split(' '))),
  ...HEIGHT_NAMES.flatMap((h) => HEIGHTS[h].words.flatMap((w) => w.split(' '))),
  ...BODY_PART_NAMES.flatMap((p) => BODY_PARTS[p].words.flatMap((w) => w.split(' '))),
  ...GRIP_NAMES.flatMap((g) => GRIPS[g].words.flatMap((w) => w.split(' '))),
  ...ARM_PLACE_NAMES.flatMap((p) => ARM_PLACES[p].words.flatMap((w) => w.split(' '))),
  ...REST_HOW_NAMES.flatMap((h) => REST_HOWS[h].words.flatMap((w) => w.split(' '))),
  ...LEAD_WORD_NAMES.flatMap((w) => LEAD_WORDS[w].words.flatMap((x) => x.split(' '))),
  ...WHOLE_HOLD_NAMES.flatMap((h) => WHOLE_HOLDS[h].words.flatMap((w) => w.split(' '))),
]);

/**
 * Reads what the hands do at a count, as spoken. Never throws; words it does not know are listed with their place.
 * @example readHands('left to right low').acts // [{ type: 'take', how: 'take', pairs: [['L', 'R']], height: 'low' }]
 */
export const readHands = (text: string): HandReading => readHandTokens(tokens(text, 0, true));

/** The same from tokens that carry their place in a text. */
export function readHandTokens(all: readonly Token[]): HandReading {
  const words: Word[] = all.map((token) => ({
    token,
    text: token.type === 'word' ? plain(token.text) : '',
    ends: /[,;]$/.test(token.text),
  }));
  const acts: HandAct[] = [];
  const unknown: UnknownHandWord[] = [];
  for (let i = 0; i < words.length;) {
    const word = words[i];
    if (!word) break;
    if (word.token.type !== 'word') {
      acts.push({ type: 'remark', text: word.token.text });
      i++;
      continue;
    }
    const read = readAct(words, i);
    if (read) {
      merge(acts, read.act);
      i += read.count;
    } else {
      if (!FILLERS.has(word.text) && word.text !== '') unknown.push(unknownWord(word));
      i++;
    }
  }
  return { acts, unknown };
}

/** Lower case, without possessive and comma, verbs without their ending. */
function plain(text: string): string {
  const word = text
    .toLowerCase()
    .replace(/[,;.:]+$/, '')
    .replace(/[’']s?$/, '');
  return PIECES.has(word) || FILLERS.has(word) ? word : (stems(word).find((s) => PIECES.has(s)) ?? word);
}

function unknownWord(word: Word): UnknownHandWord {
  const span = word.token.span;
  const text = word.token.text.replace(/[,;.]+$/, '');
  const closest = closestWord(word.text, HAND_WORDS);
  const near = closest === word.text || closest === text.toLowerCase() ? undefined : closest;
  const base = { word: text, span: { from: span.from, to: span.from + text.length } };
  return near === undefined ? base : { ...base, near };
}

/** "Crossed, left over right" and "two hands, palm up" are one take. */
function merge(acts: HandAct[], act: HandAct): void {
  const last = acts.at(-1);
  if (last?.type === 'take' && act.type === 'take' && act.pairs.length === 0 && act.top !== undefined)
    acts[acts.length - 1] = { ...last, top: act.top };
  else if (act.type !== 'take' || act.pairs.length > 0) acts.push(act);
}

interface Reading<T> {
  readonly value: T;
  readonly count: number;
}
type ActReading = { readonly act: HandAct; readonly count: number };

/** How many words from `i` an entry takes; 0 when it is not there. */
function matches(words: readonly Word[], i: number, entry: string): number {
  const first = words[i]?.text;
  if (!first || !entry.startsWith(first)) return 0;
  if (entry === first) return 1;
  const parts = entry.split(' ');
  const there = (p: string, k: number): boolean =>
    words[i + k]?.text === p && (k === parts.length - 1 || !words[i + k]?.ends);
  return parts.every(there) ? parts.length : 0;
}

function oneOf<T extends string>(
  words: readonly Word[],
  i: number,
  names: readonly T[],
  entries: (name: T) => readonly string[],
): Reading<T> | undefined {
  let best: Reading<T> | undefined;
  for (const value of names) {
    for (const entry of entries(value)) {
      const count = matches(words, i, entry);
      if (count > (best?.count ?? 0)) best = { value, count };
    }
  }
  return best;
}

const skip = (words: readonly Word[], i: number): number => {
  let n = 0;
  while (FILLERS.has(words[i + n]?.text ?? '')) n++;
  return n;
};

const height = (w: readonly Word[], i: number) => oneOf(w, i, HEIGHT_NAMES, (h) => HEIGHTS[h].words);
const grip = (w: readonly Word[], i: number) => oneOf(w, i, GRIP_NAMES, (g) => GRIPS[g].words);
const part = (w: readonly Word[], i: number) => oneOf(w, i, BODY_PART_NAMES, (p) => BODY_PARTS[p].words);
const restHow = (w: readonly Word[], i: number) => oneOf(w, i, REST_HOW_NAMES, (h) => REST_HOWS[h].words);
const verb = (w: readonly Word[], i: number) => oneOf(w, i, Object.keys(VERBS), (v) => VERBS[v] ?? []);

const handWord = (text: string | undefined): Hand | undefined =>
  text === 'left' || text === 'l' ? 'L' : text === 'right' || text === 'r' ? 'R' : undefined;
const roleWord = (text: string | undefined): Role | undefined =>
  text === 'leader' || text === 'follower' ? text : undefined;

const PAIR_WORD = /^(left|right|l|r)[-–](?:to-)?(left|right|l|r)$/;

/** `left to right`, `left-right`, `handshake`: leader's hand first. */
function pair(words: readonly Word[], i: number): Reading<Pair> | undefined {
  const joined = PAIR_WORD.exec(words[i]?.text ?? '');
  const [a, b] = [handWord(joined?.[1]), handWord(joined?.[2])];
  if (a && b) return { value: [a, b], count: 1 };
  if (words[i]?.text === 'handshake') return { value: ['R', 'R'], count: 1 };
  let at = i;
  if (words[at]?.text === 'leader') at++;
  const first = handWord(words[at]?.text);
  if (!first) return undefined;
  at++;
  if (words[at]?.text === 'hand') at++;
  if (words[at]?.text !== 'to') return undefined;
  at++;
  if (words[at]?.text === 'follower') at++;
  const second = handWord(words[at]?.text);
  if (!second) return undefined;
  at++;
  if (words[at]?.text === 'hand') at++;
  return { value: [first, second], count: at - i };
}

/** `left over right`: which of the leader's hands is on top. */
function top(words: readonly Word[], i: number): Reading<Hand> | undefined {
  const upper = handWord(words[i]?.text);
  const lower = handWord(words[i + 2]?.text);
  return upper && lower && upper !== lower && words[i + 1]?.text === 'over'
    ? { value: upper, count: 3 }
    : undefined;
}

/** `crossed, left on top`: the same of crossed hands. */
function onTop(words: readonly Word[], i: number, pairs: readonly Pair[]): Reading<Hand> | undefined {
  const upper = pairs === CROSSED ? handWord(words[i]?.text) : undefined;
  return upper && words[i + 1]?.text === 'on' && words[i + 2]?.text === 'top'
    ? { value: upper, count: 3 }
    : undefined;
}

function which(words: readonly Word[], i: number): Reading<Which> | undefined {
  const joined = pair(words, i);
  if (joined)
    return {
      value: { type: 'pair', leader: joined.value[0], follower: joined.value[1] },
      count: joined.count,
    };
  if (words[i]?.text === 'both' || words[i]?.text === 'all') {
    const next = words[i + 1]?.text;
    return { value: ALL, count: next === 'hands' || next === 'arms' ? 2 : 1 };
  }
  let at = i + (words[i]?.text === 'the' ? 1 : 0);
  const role = roleWord(words[at]?.text);
  if (role) at++;
  const hand = handWord(words[at]?.text);
  if (!hand) return undefined;
  at++;
  if (words[at]?.text === 'hand' || words[at]?.text === 'arm') at++;
  return { value: { type: 'hand', role: role ?? 'leader', hand }, count: at - i };
}

function readAct(words: readonly Word[], i: number): ActReading | undefined {
  return (
    readHold(words, i) ??
    readThrough(words, i) ??
    readUpDown(words, i) ??
    readResting(words, i) ??
    readVerb(words, i) ??
    readTake(words, i, 'take') ??
    readTop(words, i) ??
    readOver(words, i) ??
    readWhichIs(words, i) ??
    readLead(words, i)
  );
}

/** `closed`, `close embrace`, `open hold`; `open` alone only where nothing else is opened. */
function readHold(words: readonly Word[], i: number): ActReading | undefined {
  const found = oneOf(words, i, WHOLE_HOLD_NAMES, (h) => WHOLE_HOLDS[h].words);
  const last = found && words[i + found.count - 1];
  const more = last && !last.ends && words[i + found.count] !== undefined;
  if (!found || (found.value === 'open' && found.count === 1 && more)) return undefined;
  if (words[i + found.count]?.text === 'grip') return undefined;
  return { act: { type: 'hold', hold: found.value }, count: found.count };
}

/** `left through the middle`, `pass through the middle`. */
function readThrough(words: readonly Word[], i: number): ActReading | undefined {
  const verb = oneOf(words, i, ['through'], (v) => VERBS[v] ?? []);
  let at = i + (verb?.count ?? 0);
  const w = which(words, at);
  at += w?.count ?? 0;
  if (words[at]?.text !== 'through') return undefined;
  at += words[at + 1]?.text === 'the' ? 2 : 1;
  if (words[at]?.text !== 'middle') return undefined;
  return { act: { type: 'through', which: w?.value ?? ALL }, count: at + 1 - i };
}

/** `both hands down`, which takes nothing. */
function readUpDown(words: readonly Word[], i: number): ActReading | undefined {
  if (words[i]?.text !== 'both' || words[i + 1]?.text !== 'hands') return undefined;
  const to = words[i + 2]?.text;
  if (to !== 'up' && to !== 'down') return undefined;
  return { act: { type: 'height', which: ALL, to: to === 'up' ? 'overhead' : 'low' }, count: 3 };
}

/** The hands named after a verb, unless a comma parts them from it. */
const whichAfter = (words: readonly Word[], at: number): Reading<Which> | undefined =>
  words[at - 1]?.ends ? undefined : which(words, at);

function readVerb(words: readonly Word[], i: number): ActReading | undefined {
  const v = verb(words, i);
  if (!v) return undefined;
  const at = i + v.count;
  switch (v.value) {
    case 'take':
    case 'change':
    case 'catch': {
      const take = readTake(words, at + skip(words, at), v.value);
      return take && { act: take.act, count: take.count + v.count + skip(words, at) };
    }
    case 'raise':
      return withWhich(words, at, v.count, (w) => ({ type: 'height', which: w, to: 'overhead' }));
    case 'lower':
      return readLower(words, at, v.count);
    case 'bring':
      return readBring(words, at, v.count);
    case 'release':
      return withWhich(words, at, v.count, (w) => ({ type: 'release', which: w }));
    case 'carry': {
      const over = readOver(words, at);
      return over && { act: over.act, count: over.count + v.count };
    }
    default:
      return readSlide(words, at, v.count);
  }
}

function withWhich(
  words: readonly Word[],
  at: number,
  before: number,
  make: (w: Which) => HandAct,
): ActReading {
  const of = words[at - 1]?.ends ? 0 : ['of', 'the'].includes(words[at]?.text ?? '') ? skip(words, at) : 0;
  const w = of > 0 ? which(words, at + of) : whichAfter(words, at);
  return { act: make(w?.value ?? ALL), count: before + (w ? of + w.count : 0) };
}

function readLower(words: readonly Word[], at: number, before: number): ActReading {
  const base = withWhich(words, at, before, (w) => ({ type: 'height', which: w, to: 'low' }));
  const next = at + base.count - before;
  const front = matches(words, next, 'in front') || matches(words, next, 'across');
  const behind = matches(words, next, 'behind');
  if (base.act.type !== 'height' || (!front && !behind)) return base;
  return { act: { ...base.act, landing: front ? 'front' : 'behind' }, count: base.count + (front || behind) };
}

function readBring(words: readonly Word[], at: number, before: number): ActReading | undefined {
  const w = whichAfter(words, at);
  const next = at + (w?.count ?? 0);
  const gap = skip(words, next);
  const h = height(words, next + gap);
  if (!h) return undefined;
  return {
    act: { type: 'height', which: w?.value ?? ALL, to: h.value },
    count: before + (w?.count ?? 0) + gap + h.count,
  };
}

function readSlide(words: readonly Word[], at: number, before: number): ActReading | undefined {
  const w = whichAfter(words, at);
  let next = at + (w?.count ?? 0);
  while (['down', 'up', 'along', 'to', 'the', 'arm'].includes(words[next]?.text ?? '')) next++;
  const place = oneOf(words, next, ARM_PLACE_NAMES, (p) => ARM_PLACES[p].words);
  const body = place ? undefined : part(words, next);
  if (body && w?.value.type === 'hand') {
    const { role, hand } = w.value;
    const act: HandAct = { type: 'rest', role, hand, on: body.value, how: 'rest' };
    return { act, count: before + next - at + body.count };
  }
  if (!place) return undefined;
  return {
    act: { type: 'slide', which: w?.value ?? ALL, to: place.value },
    count: before + next - at + place.count,
  };
}

/** The pairs taken, with height, palm and which is on top. */
function readTake(
  words: readonly Word[],
  i: number,
  how: 'take' | 'change' | 'catch',
): ActReading | undefined {
  const first = pairs(words, i, how);
  if (!first) return undefined;
  let at = i + first.count;
  const parts: { height?: Height; grip?: Grip; top?: Hand } = {};
  for (;;) {
    const gap = skip(words, at);
    const g = grip(words, at + gap);
    const h = g ? undefined : height(words, at + gap);
    const t = g || h ? undefined : (top(words, at + gap) ?? onTop(words, at + gap, first.value));
    const found = g ?? h ?? t;
    if (!found) break;
    if (g) parts.grip = g.value;
    if (h) parts.height = h.value;
    if (t) parts.top = t.value;
    at += gap + found.count;
  }
  if (words[at]?.text === 'height') at++;
  return { act: { type: 'take', how, pairs: first.value, ...parts }, count: at - i };
}

const TWO: readonly Pair[] = [
  ['L', 'R'],
  ['R', 'L'],
];
const CROSSED: readonly Pair[] = [
  ['L', 'L'],
  ['R', 'R'],
];

function pairs(words: readonly Word[], i: number, how: string): Reading<readonly Pair[]> | undefined {
  const two = Math.max(
    matches(words, i, 'two hands'),
    matches(words, i, 'both hands'),
    matches(words, i, 'two-hand'),
    how === 'take' ? 0 : matches(words, i, 'both'),
  );
  if (two) return { value: TWO, count: two };
  const crossed = Math.max(matches(words, i, 'crossed hands'), matches(words, i, 'crossed'));
  if (crossed) return { value: CROSSED, count: crossed };
  const one = pair(words, i);
  if (!one) return undefined;
  const gap = words[i + one.count]?.text === 'and' ? 1 : 0;
  const second = gap ? pair(words, i + one.count + gap) : undefined;
  return second
    ? { value: [one.value, second.value], count: one.count + gap + second.count }
    : { value: [one.value], count: one.count };
}

function readTop(words: readonly Word[], i: number): ActReading | undefined {
  const t = top(words, i);
  return t && { act: { type: 'take', how: 'take', pairs: [], top: t.value }, count: t.count };
}

/** `left over follower head`, `over both heads`, `right over own head`. */
function readOver(words: readonly Word[], i: number): ActReading | undefined {
  const w = which(words, i);
  let at = i + (w?.count ?? 0);
  if (words[at]?.text !== 'over') return undefined;
  at++;
  if (words[at]?.text === 'the') at++;
  const named = roleWord(words[at]?.text);
  const both = words[at]?.text === 'both';
  const own = words[at]?.text === 'own';
  if (named || both || own) at++;
  if (words[at]?.text !== 'head' && words[at]?.text !== 'heads') return undefined;
  const target = w?.value ?? ALL;
  const owner = target.type === 'hand' ? target.role : 'leader';
  return {
    act: { type: 'over', which: target, heads: both ? 'both' : (named ?? (own ? owner : 'follower')) },
    count: at + 1 - i,
  };
}

/** `left low`, `both palm up`, `palm down`, `high`. */
function readWhichIs(words: readonly Word[], i: number): ActReading | undefined {
  const w = which(words, i);
  const at = i + (w?.count ?? 0);
  const gap = w ? skip(words, at) : 0;
  const g = grip(words, at + gap);
  const h = g ? undefined : height(words, at + gap);
  const count = (w?.count ?? 0) + gap;
  if (g) return { act: { type: 'grip', which: w?.value ?? ALL, grip: g.value }, count: count + g.count };
  return h && { act: { type: 'height', which: w?.value ?? ALL, to: h.value }, count: count + h.count };
}

/**
 * `right on shoulder blade`, `catch hip`, `block left on hip`, `follower left on own shoulder`, `hand to the far
 * shoulder`.
 */
function readResting(words: readonly Word[], i: number): ActReading | undefined {
  const how = restHow(words, i);
  let at = i + (how?.count ?? 0);
  while (how && ['with', 'the', 'a'].includes(words[at]?.text ?? '')) at++;
  const role = roleWord(words[at]?.text) ?? 'leader';
  if (roleWord(words[at]?.text)) at++;
  let hand = handWord(words[at]?.text);
  if (hand) at++;
  const some = !hand && words[at]?.text === 'hand';
  if (words[at]?.text === 'hand') at++;
  const late = hand && !how ? restHow(words, at) : undefined;
  at += late?.count ?? 0;
  const on = words[at]?.text === 'on' || words[at]?.text === 'at' || words[at]?.text === 'to';
  if (on) at++;
  const toHand = words[at - 1]?.text === 'to' && [at, at + 1].some((k) => handWord(words[k]?.text));
  if ((!how && !late && !((hand || some) && on)) || (on && toHand)) return undefined;
  const where = readWhere(words, at, on);
  at += where.count;
  const p = part(words, at);
  if (!p || (some && where.side === undefined && !where.own && !how)) return undefined;
  at += p.count;
  if (!hand && words[at]?.text === 'with') {
    const with_ = at + 1 + skip(words, at + 1);
    hand = handWord(words[with_]?.text);
    if (hand) at = with_ + (words[with_ + 1]?.text === 'hand' ? 2 : 1);
  }
  const act: HandAct = {
    type: 'rest',
    role,
    on: p.value,
    how: how?.value ?? late?.value ?? 'rest',
    ...(hand ? { hand } : {}),
    ...(where.side ? { side: where.side } : {}),
    ...(where.own ? { own: true as const } : {}),
  };
  return { act, count: at - i };
}

/** `the partner's far`, `your own`, `follower left`: whose, and which of two. */
function readWhere(
  words: readonly Word[],
  from: number,
  on: boolean,
): { count: number; side?: BodySide; own: boolean } {
  let at = from;
  let side: BodySide | undefined;
  let own = false;
  for (; ; at++) {
    const text = words[at]?.text ?? '';
    if (text === 'near' || text === 'far') side = text;
    else if (text === 'own') own = true;
    else if (!['the', 'your', 'partner'].includes(text) && !roleWord(text) && !(on && handWord(text))) break;
  }
  return { count: at - from, own, ...(side ? { side } : {}) };
}

function readLead(words: readonly Word[], i: number): ActReading | undefined {
  const found = oneOf(words, i, LEAD_WORD_NAMES, (w) => LEAD_WORDS[w].words);
  return found && { act: { type: 'lead', word: found.value }, count: found.count };
}
