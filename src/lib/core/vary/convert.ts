import { fail, ok, otherFoot, same, signedHeading, type Result } from '../base';
import type { Figure, Row } from '../figure';
import { printHands, readHands, type Body, type Choice, type HandAct, type Which } from '../notation';
import { FORMATIONS, HOLDS, type FormationId, type HoldId } from '../vocabulary';
import { mapTracks, scoreOf, withScore } from './score';
import type { VaryFailure } from './types';

type Made = Result<Figure, VaryFailure>;

/** The same hold seen in a mirror. Body holds are kept: nobody mirrors them. */
const MIRRORED: Partial<Record<HoldId, HoldId>> = {
  none: 'none',
  'left-right': 'right-left',
  'right-left': 'left-right',
  'two-hand': 'two-hand',
  handshake: 'left-left',
  'left-left': 'handshake',
  crossed: 'crossed-left',
  'crossed-left': 'crossed',
  closed: 'closed',
  'close-embrace': 'close-embrace',
};
/** The same hold with the roles exchanged. */
const EXCHANGED: Partial<Record<HoldId, HoldId>> = {
  none: 'none',
  'left-right': 'right-left',
  'right-left': 'left-right',
  'two-hand': 'two-hand',
  handshake: 'handshake',
  'left-left': 'left-left',
  crossed: 'crossed',
  'crossed-left': 'crossed-left',
  closed: 'closed',
  'close-embrace': 'close-embrace',
};
const EVEN: ReadonlySet<FormationId> = new Set([
  'open',
  'closed',
  'close-embrace',
  'tandem',
  'back-to-back',
  'apart',
]);

const swapSides = (text: string): string =>
  text.replace(/\b(left|right)(’s|'s)?\b/gi, (w, side: string, rest: string | undefined) => {
    const other = side.toLowerCase() === 'left' ? 'right' : 'left';
    return (
      (side[0] === side[0]?.toUpperCase() ? other[0]?.toUpperCase() + other.slice(1) : other) + (rest ?? '')
    );
  });

/** Turns of the upper body in short: `r1/8`, `1/8 l`. */
const swapTurns = (text: string): string =>
  text.replace(/\b[rl](?=[\d¼½¾⅛⅜⅝⅞]|\b)/g, (side) => (side === 'r' ? 'l' : 'r'));

/** Left and right exchanged: feet, turns, hands and words. Twice gives the figure again. */
export function mirror(figure: Figure): Made {
  const { start, end } = figure;
  const hold = MIRRORED[start.hold];
  if (!hold || !EVEN.has(start.formation)) return fail('one-sided');
  if (end.formation && !EVEN.has(end.formation)) return fail('one-sided');
  const body = HOLDS[start.hold].body;
  const score = mapTracks(scoreOf(figure), (rows, track) =>
    rows.map((r) => {
      if (typeof r.content !== 'string') return { ...r, content: mirrorBody(r.content) };
      if (track === 'hands' && body) return r;
      const turned = track.endsWith('-body') ? swapTurns(r.content) : r.content;
      return { ...r, content: swapSides(turned) };
    }),
  );
  const details: Figure = {
    ...figure,
    start: {
      ...start,
      hold,
      facing: -start.facing || 0,
      leaderFree: otherFoot(start.leaderFree),
      followerFree: otherFoot(start.followerFree),
    },
    end: {
      ...end,
      ...(end.leaderFree ? { leaderFree: otherFoot(end.leaderFree) } : {}),
      ...(end.followerFree ? { followerFree: otherFoot(end.followerFree) } : {}),
    },
  };
  return ok(withScore(details, score));
}

function mirrorBody(b: Body): Body {
  return {
    ...b,
    ...(b.foot ? { foot: otherFoot(b.foot) } : {}),
    ...(b.turn !== undefined ? { turn: -b.turn } : {}),
    ...(b.lane === 'left' ? { lane: 'right' } : b.lane === 'right' ? { lane: 'left' } : {}),
    ...(b.direction === 'to-centre' ? { direction: 'to-wall' } : {}),
    ...(b.direction === 'to-wall' ? { direction: 'to-centre' } : {}),
    ...(b.then !== undefined ? { then: -b.then } : {}),
    ...(b.note !== undefined ? { note: swapSides(b.note) } : {}),
    ...(b.choice ? { choice: mirrorChoice(b.choice) } : {}),
  } as Body;
}

const mirrorChoice = (c: Choice): Choice => ({
  ...c,
  others: c.others.map((o) => o.map((m) => ({ ...m, body: mirrorBody(m.body) }))),
});

/** Who led now follows. Twice gives the figure again. */
export function swapRoles(figure: Figure): Made {
  const { start, end } = figure;
  const hold = EXCHANGED[start.hold];
  if (!hold || FORMATIONS[start.formation].turn !== 180) return fail('one-sided');
  const score = scoreOf(figure);
  const hands = HOLDS[start.hold].body ? score.hands : score.hands.map(exchangedRow);
  const details: Figure = {
    ...figure,
    start: {
      formation: start.formation,
      hold,
      facing: signedHeading(start.facing + 180),
      leaderFree: start.followerFree,
      followerFree: start.leaderFree,
    },
    end: {
      ...(end.formation ? { formation: end.formation } : {}),
      ...(end.followerFree ? { leaderFree: end.followerFree } : {}),
      ...(end.leaderFree ? { followerFree: end.leaderFree } : {}),
    },
    lines: exchangeTracks(figure.lines),
  };
  return ok(withScore(details, { ...scoreOf(details), hands }));
}

const PARTNER: Readonly<Record<string, string>> = {
  leader: 'follower',
  follower: 'leader',
  'leader-body': 'follower-body',
  'follower-body': 'leader-body',
};

/** The lines change their names and then their places, so that the leader's still come first. */
function exchangeTracks(lines: string): string {
  const texts = lines.split('\n').map((text) => {
    const m = /^(\s*)(\S+)([^]*)$/.exec(text);
    const other = m && PARTNER[(m[2] ?? '').toLowerCase()];
    return m && other ? { name: other, text: `${m[1] ?? ''}${other}${m[3] ?? ''}` } : { name: '', text };
  });
  for (const name of ['leader', 'leader-body']) {
    const a = texts.findIndex((t) => t.name === PARTNER[name]);
    const b = texts.findIndex((t) => t.name === name);
    const [x, y] = [texts[a], texts[b]];
    if (x && y && a < b) [texts[a], texts[b]] = [y, x];
  }
  return texts.map((t) => t.text).join('\n');
}

function exchangedRow(r: Row<string>): Row<string> {
  const { acts, unknown } = readHands(r.content);
  const exchanged = acts.map(exchangedAct);
  if (unknown.length > 0 || same(exchanged, acts)) return r;
  return { ...r, content: printHands(exchanged) };
}

function exchangedAct(act: HandAct): HandAct {
  switch (act.type) {
    case 'take': {
      const top = act.pairs.find(([l]) => l === act.top)?.[1];
      const pairs = act.pairs.map(([l, f]) => [f, l] as const).sort((a, b) => a[0].localeCompare(b[0]));
      return { ...act, pairs, ...(act.top ? { top: top ?? act.top } : {}) };
    }
    case 'height':
    case 'grip':
    case 'release':
    case 'slide':
    case 'through':
      return { ...act, which: exchangedWhich(act.which) };
    case 'over':
      return {
        ...act,
        which: exchangedWhich(act.which),
        heads: act.heads === 'both' ? 'both' : act.heads === 'leader' ? 'follower' : 'leader',
      };
    case 'rest':
      return { ...act, role: act.role === 'leader' ? 'follower' : 'leader' };
    case 'hold':
    case 'lead':
    case 'remark':
      return act;
  }
}

function exchangedWhich(w: Which): Which {
  if (w.type === 'hand') return { ...w, role: w.role === 'leader' ? 'follower' : 'leader' };
  return w.type === 'pair' ? { type: 'pair', leader: w.follower, follower: w.leader } : w;
}
