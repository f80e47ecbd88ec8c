import type { Hand } from '../base';
import {
  BENDS,
  BEND_NAMES,
  BODY_ACTS,
  BODY_ACT_NAMES,
  HEAD_PLACES,
  HEAD_PLACE_NAMES,
  LEANS,
  LEAN_NAMES,
  LOOKS,
  TRUNK,
  TWIST_MEANT,
  closestWord,
  stems,
  type HeadPlace,
} from '../vocabulary';
import type { BodyReading, TrunkAct, UnknownBodyWord } from './body-acts';
import { tokens, type Token, type Word } from './reader';
import { turnPhrase } from './turn-phrase';

const FILLERS = new Set(
  'the a an your to of with at and then it its own gently slightly again on into in turn move make keep over'.split(
    ' ',
  ),
);

/** Every word the body lines know, for completion and near misses. */
export const BODY_WORDS: readonly string[] = [
  ...new Set([
    ...HEAD_PLACE_NAMES.map((h) => `head ${HEAD_PLACES[h].words[0]}`),
    'look left',
    'look right',
    'snap head left',
    'snap head right',
    'tilt left',
    'tilt right',
    'twist r1/8',
    'twist l1/8',
    'square',
    ...LEAN_NAMES.map((l) => `lean ${LEANS[l].words[0]}`),
    ...BEND_NAMES.map((b) => `bend ${BENDS[b].words[0]}`),
    'sway left',
    'sway right',
    ...BODY_ACT_NAMES.flatMap((b) => BODY_ACTS[b].words as readonly string[]),
  ]),
];

const HEADS: ReadonlySet<string> = new Set(LOOKS);
/** Single words worth a "did you mean". */
const SINGLE: readonly string[] = [
  ...new Set([
    ...BODY_WORDS.flatMap((w) => w.split(' ')).filter((w) => w.length > 2 && !w.includes('/')),
    ...LOOKS,
    ...TRUNK.flatMap((t) => t.split(' ')),
    'snap',
    'whip',
    'shoulder',
    'turned',
    'square',
    'counterbalance',
  ]),
];
const PIECES: ReadonlySet<string> = new Set([
  ...SINGLE,
  ...HEAD_PLACE_NAMES.flatMap((h) => HEAD_PLACES[h].words.flatMap((w) => w.split(' '))),
  ...LEAN_NAMES.flatMap((l) => LEANS[l].words.flatMap((w) => w.split(' '))),
  'left',
  'right',
  'tilt',
  'twist',
  'bent',
  'no',
]);

const plain = (text: string): string => {
  const word = text
    .toLowerCase()
    .replace(/[,;.:]+$/, '')
    .replace(/[’']s?$/, '');
  if (word === 'bent') return 'bend';
  const known = (w: string): boolean => PIECES.has(w) || FILLERS.has(w);
  return known(word) ? word : (stems(word).find(known) ?? word);
};

/** A word with whether a comma follows it. */
interface BodyWord extends Word {
  readonly ends: boolean;
}
interface Act {
  readonly act: TrunkAct;
  readonly count: number;
}

/**
 * Reads what head and upper body do at a count, as spoken. Never throws: words it does not know are remarks, slips of
 * the fingers are listed with their place. @example readBodyActs('look left').acts // [{ type: 'head', to: 'left' }]
 */
export const readBodyActs = (text: string): BodyReading => readBodyTokens(tokens(text, 0, true));

/** The same from tokens that carry their place in a text. */
export function readBodyTokens(all: readonly Token[]): BodyReading {
  const words: BodyWord[] = all.map((t) => ({
    token: t.type === 'word' ? { ...t, text: t.text.replace(/(?<=.)[,;]+$/, '') } : t,
    text: t.type === 'word' ? plain(t.text) : '',
    ends: t.type === 'word' && /[,;]$/.test(t.text),
  }));
  const acts: TrunkAct[] = [];
  const unknown: UnknownBodyWord[] = [];
  for (let i = 0; i < words.length;) {
    const word = words[i] as BodyWord;
    const read = word.token.type === 'word' ? readAct(words, i) : undefined;
    if (read) {
      acts.push(read.act);
      i += read.count;
      continue;
    }
    i++;
    if (word.token.type === 'word' && (FILLERS.has(word.text) || word.text === '')) continue;
    remark(acts, word.token.text.replace(/[,;]+$/, ''), word.token.type !== 'word');
    const slip = word.token.type === 'word' && !PIECES.has(word.text) && besideKnown(words, i - 1);
    const near = slip ? closestWord(word.text, SINGLE) : undefined;
    if (near !== undefined) unknown.push({ word: word.token.text, span: word.token.span, near });
  }
  return { acts, unknown };
}

/** A word that stands next to one of ours was meant to be one; others are remarks. */
const besideKnown = (words: readonly BodyWord[], i: number): boolean =>
  [-1, 1].some((d) => {
    let at = i + d;
    while (Math.abs(at - i) <= MOST_FILLERS && FILLERS.has(text(words, at))) at += d;
    return PIECES.has(text(words, at));
  });

/** Words nobody knows that stand together are one remark. */
function remark(acts: TrunkAct[], written: string, own: boolean): void {
  const text = written.trim();
  if (text === '') return;
  const last = acts.at(-1);
  if (!own && last?.type === 'remark')
    acts[acts.length - 1] = { type: 'remark', text: `${last.text} ${text}` };
  else acts.push({ type: 'remark', text });
}

const text = (words: readonly BodyWord[], i: number): string => words[i]?.text ?? '';

/** More words that say nothing than this in a row are no phrase; so that reading stays linear. */
const MOST_FILLERS = 5;
function skip(words: readonly BodyWord[], i: number): number {
  let n = 0;
  while (n < MOST_FILLERS && FILLERS.has(text(words, i + n))) n++;
  return n;
}

/** The longest of some entries at word `i`, and how many words it takes. */
function oneOf<T extends string>(
  words: readonly BodyWord[],
  i: number,
  names: readonly T[],
  entries: (name: T) => readonly string[],
): { value: T; count: number } | undefined {
  let best: { value: T; count: number } | undefined;
  for (const value of names)
    for (const entry of entries(value)) {
      const parts = entry.split(' ');
      const there = parts.every(
        (p, k) => text(words, i + k) === p && (k === parts.length - 1 || !ends(words[i + k])),
      );
      if (there && parts.length > (best?.count ?? 0)) best = { value, count: parts.length };
    }
  return best;
}
const ends = (w: BodyWord | undefined): boolean => w?.ends === true;

function readAct(words: readonly BodyWord[], i: number): Act | undefined {
  return (
    readHead(words, i) ??
    readTilt(words, i) ??
    readTwist(words, i) ??
    readLean(words, i) ??
    readBend(words, i) ??
    readSway(words, i) ??
    readPlain(words, i)
  );
}

/** `head left`, `look over the left shoulder`, `turn head right`, `free head`, `head tilts right`, `snap head left`. */
function readHead(words: readonly BodyWord[], i: number): Act | undefined {
  const quick = text(words, i) === 'snap' || text(words, i) === 'whip';
  let at = i + (quick ? 1 : 0);
  if (text(words, at) === 'free' && HEADS.has(text(words, at + 1)))
    return { act: headTo('free', quick), count: at + 2 - i };
  at += skip(words, at);
  if (!HEADS.has(text(words, at))) return undefined;
  at++;
  if (text(words, at) === 'tilt') return tiltAt(words, at + 1, i);
  const over = overShoulder(words, at);
  if (over) return { act: headTo(over.to, quick), count: over.end - i };
  at += skip(words, at);
  const place = oneOf(words, at, HEAD_PLACE_NAMES, (h) => HEAD_PLACES[h].words);
  return place && { act: headTo(place.value, quick), count: at + place.count - i };
}
const headTo = (to: HeadPlace, quick: boolean): TrunkAct =>
  quick ? { type: 'head', to, quick: true } : { type: 'head', to };

function overShoulder(
  words: readonly BodyWord[],
  from: number,
): { to: 'left' | 'right'; end: number } | undefined {
  const at = from + skip(words, from);
  const side = text(words, at);
  const over = words.slice(from, at).some((w) => w.text === 'over');
  if (!over || (side !== 'left' && side !== 'right')) return undefined;
  const named = text(words, at + 1) === 'shoulder' || text(words, at + 1) === 'shoulders';
  return { to: side, end: at + (named ? 2 : 1) };
}

const handOf = (side: string): Hand | undefined =>
  side === 'left' ? 'L' : side === 'right' ? 'R' : undefined;

function tiltAt(words: readonly BodyWord[], from: number, i: number): Act | undefined {
  let at = from + skip(words, from);
  if (HEADS.has(text(words, at))) at++;
  at += skip(words, at);
  const to = handOf(text(words, at));
  return to && { act: { type: 'tilt', to }, count: at + 1 - i };
}
const readTilt = (words: readonly BodyWord[], i: number): Act | undefined =>
  text(words, i) === 'tilt' ? tiltAt(words, i + 1, i) : undefined;

/** `twist r1/8`, `upper body turned 45 degrees right`, `shoulders square`. */
function readTwist(words: readonly BodyWord[], i: number): Act | undefined {
  const turned = skip(words, i);
  const trunk = oneOf(words, i + turned, TRUNK, (t) => [t]);
  const start = trunk ? i + turned + trunk.count : text(words, i) === 'twist' ? i + 1 : i;
  const named = trunk !== undefined || text(words, i) === 'twist';
  let at = start;
  const most = at + MOST_FILLERS;
  while (named && at < most && (['turned', 'twist'].includes(text(words, at)) || skip(words, at) > 0)) at++;
  if (text(words, at) === 'square') return { act: { type: 'twist', turn: 0 }, count: at + 1 - i };
  if (!named) return undefined;
  const phrase = turnPhrase(words, at);
  if (phrase?.turn !== undefined) {
    const meant =
      phrase.named && !said(words, at, phrase.count) ? Math.sign(phrase.turn) * TWIST_MEANT : phrase.turn;
    return { act: { type: 'twist', turn: meant }, count: at + phrase.count - i };
  }
  const side = handOf(text(words, at));
  if (!side) return undefined;
  return { act: { type: 'twist', turn: side === 'R' ? TWIST_MEANT : -TWIST_MEANT }, count: at + 1 - i };
}
/** An amount was said. */
const said = (words: readonly BodyWord[], at: number, count: number): boolean =>
  words.slice(at, at + count).some((w) => /\d|half|quarter|eighth|¼|½|⅛/.test(w.token.text));

function readLean(words: readonly BodyWord[], i: number): Act | undefined {
  if (text(words, i) === 'counterbalance') return { act: { type: 'lean', to: 'away' }, count: 1 };
  if (text(words, i) !== 'lean') return undefined;
  if (ends(words[i])) return { act: { type: 'lean' }, count: 1 };
  const direct = oneOf(words, i + 1, LEAN_NAMES, (l) => LEANS[l].words);
  const gap = direct ? 0 : skip(words, i + 1);
  const to = direct ?? oneOf(words, i + 1 + gap, LEAN_NAMES, (l) => LEANS[l].words);
  return to
    ? { act: { type: 'lean', to: to.value }, count: 1 + gap + to.count }
    : { act: { type: 'lean' }, count: 1 };
}

function readBend(words: readonly BodyWord[], i: number): Act | undefined {
  const before =
    text(words, i + 1) === 'bend' ? oneOf(words, i, ['knees'], (b) => BENDS[b].words) : undefined;
  if (before) return { act: { type: 'bend', what: 'knees' }, count: 2 };
  if (text(words, i) !== 'bend') return undefined;
  const gap = skip(words, i + 1);
  const what = oneOf(words, i + 1 + gap, BEND_NAMES, (b) => BENDS[b].words);
  return what && { act: { type: 'bend', what: what.value }, count: 1 + gap + what.count };
}

function readSway(words: readonly BodyWord[], i: number): Act | undefined {
  if (text(words, i) !== 'sway') return undefined;
  const gap = skip(words, i + 1);
  const to = handOf(text(words, i + 1 + gap));
  return to && { act: { type: 'sway', to }, count: 2 + gap };
}

function readPlain(words: readonly BodyWord[], i: number): Act | undefined {
  const found = oneOf(words, i, BODY_ACT_NAMES, (b) => BODY_ACTS[b].words);
  return found && { act: { type: found.value }, count: found.count };
}
