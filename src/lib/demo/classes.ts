import {
  dateIn,
  instantOf,
  localAt,
  occurrences,
  plusDays,
  weekDay,
  type Occurrence,
  type Series,
} from '$lib/core/calendar';
import {
  blocksFrom,
  type Block,
  type ClassPlan,
  type Cue,
  type Entry,
  type Group,
  type Person,
  type Rating,
  type Recap,
} from '$lib/core/classes';
import type { Room } from '$lib/core/hall';

/** The evening school of the Lantern Quay Dance Room, invented: rooms, groups, a term in its middle, its log. */
export interface DemoClasses {
  readonly room: readonly Room[];
  readonly group: readonly Group[];
  readonly series: readonly Series[];
  readonly class: readonly ClassPlan[];
  readonly entry: readonly Entry[];
  readonly recap: readonly Recap[];
  readonly cue: readonly Cue[];
}

const ROOMS: readonly Room[] = [
  {
    id: 'demo-room-net-loft',
    name: 'Net loft',
    width: 9.5,
    length: 13,
    things: [
      { key: 'p1', what: 'Pillar', x: 4.5, y: 4.6, width: 0.4, depth: 0.4 },
      { key: 'p2', what: 'Pillar', x: 4.5, y: 8.8, width: 0.4, depth: 0.4 },
      { key: 'bar', what: 'Bar', x: 7.4, y: 11.6, width: 2.1, depth: 1.4 },
    ],
    mirrors: ['front'],
    door: { wall: 'back', at: 1.2 },
    music: { x: 9, y: 0.5 },
    limit: 40,
    notes: 'Sprung boards, slippery after mopping.',
  },
  {
    id: 'demo-room-boat-shed',
    name: 'Boat shed',
    width: 14,
    length: 18,
    things: [{ key: 'p1', what: 'Pillar', x: 6.8, y: 8.7, width: 0.6, depth: 0.6 }],
    mirrors: [],
    door: { wall: 'left', at: 15 },
    music: { x: 1, y: 0.6 },
    limit: 90,
    notes: 'Cold until it has been danced in.',
  },
];

const person = (name: string, dances: Person['dances'], couple?: string): Person => ({
  key: name.toLowerCase(),
  name,
  dances,
  ...(couple ? { couple } : {}),
});
const PEOPLE: readonly Person[] = [
  ...['Anselm', 'Bruna', 'Caspar', 'Dilara', 'Emeric', 'Farrah', 'Gilles'].map((n) => person(n, 'leader')),
  ...['Hedda', 'Ivo', 'Jasna', 'Kaspian', 'Lumi', 'Marit', 'Nilo', 'Oana'].map((n) => person(n, 'follower')),
  person('Perrin', 'both'),
];

const GROUPS: readonly Group[] = [
  {
    id: 'demo-group-swing',
    name: 'Harbour swing',
    dance: 'slot-swing',
    level: 3,
    numbers: { leader: 7, follower: 8, both: 1, couples: 0 },
    people: PEOPLE,
    knows: ['demo-slot-walks'],
    notes: 'Second term. Most have danced something before.',
  },
  {
    id: 'demo-group-salsa',
    name: 'Quay salsa',
    dance: 'salsa-on-1',
    level: 3,
    numbers: { leader: 8, follower: 10, both: 1, couples: 0 },
    people: [],
    knows: [],
    notes: 'From the very beginning.',
  },
  {
    id: 'demo-group-waltz',
    name: 'Lighthouse waltz',
    dance: 'waltz',
    level: 2,
    numbers: { leader: 2, follower: 3, both: 0, couples: 4 },
    people: [],
    knows: ['demo-waltz-change-right'],
    notes: 'Four couples would rather stay together.',
  },
];

/** What a class of the past taught: figure or combination, how it went, at what tempo. */
type Line = readonly [string, Rating, number];
interface Past {
  readonly taught: readonly Line[];
  readonly promised?: readonly [string, string];
  readonly note?: string;
  readonly away?: readonly string[];
}
interface Course {
  readonly id: string;
  readonly name: string;
  readonly group: string;
  readonly room: string;
  /** Days after today’s weekday, and the time. */
  readonly after: number;
  readonly time: string;
  readonly minutes: number;
  readonly past: readonly Past[];
}

/** The week of the term in which there is none. */
const OFF = 4;
const WEEKS = 12;
const NOW_IN_WEEK = 7;

const COURSES: readonly Course[] = [
  {
    id: 'swing',
    name: 'Harbour swing',
    group: 'demo-group-swing',
    room: 'demo-room-net-loft',
    after: 0,
    time: '19:30',
    minutes: 75,
    past: [
      {
        taught: [
          ['push', 'good', 96],
          ['left-pass', 'so-so', 92],
        ],
        away: ['lumi', 'gilles'],
      },
      {
        taught: [
          ['push', 'easy', 100],
          ['right-pass', 'again', 90],
        ],
        note: 'Anchors get lost in the right pass.',
      },
      {
        taught: [
          ['left-pass', 'good', 98],
          ['right-pass', 'so-so', 94],
        ],
        away: ['nilo'],
      },
      {
        taught: [
          ['push', 'good', 104],
          ['push-turn', 'again', 88],
        ],
        note: 'The turn starts before the hand rises.',
        away: ['bruna', 'oana', 'lumi'],
      },
      {
        taught: [
          ['push-turn', 'so-so', 92],
          ['right-pass', 'good', 98],
        ],
        promised: ['free-spin', 'The free spin, once the turn is easy'],
        away: ['caspar'],
      },
    ],
  },
  {
    id: 'salsa',
    name: 'Quay salsa',
    group: 'demo-group-salsa',
    room: 'demo-room-boat-shed',
    after: 2,
    time: '18:15',
    minutes: 60,
    past: [
      { taught: [['salsa1-basic', 'so-so', 140]] },
      {
        taught: [
          ['salsa1-basic', 'good', 150],
          ['salsa1-cross', 'again', 136],
        ],
        note: 'Leaders stay in the slot.',
      },
      { taught: [['salsa1-cross', 'so-so', 144]] },
      {
        taught: [
          ['salsa1-cross', 'good', 152],
          ['salsa1-turn', 'so-so', 140],
        ],
      },
      {
        taught: [
          ['salsa1-turn', 'again', 140],
          ['combination-layers', 'so-so', 150],
        ],
        promised: ['salsa1-cross-turn', 'The cross-body lead with a turn'],
      },
    ],
  },
  {
    id: 'waltz',
    name: 'Lighthouse waltz',
    group: 'demo-group-waltz',
    room: 'demo-room-boat-shed',
    after: 4,
    time: '20:00',
    minutes: 60,
    past: [
      { taught: [['waltz-change-right', 'good', 84]] },
      {
        taught: [
          ['waltz-natural', 'so-so', 78],
          ['waltz-change-left', 'good', 84],
        ],
      },
      {
        taught: [
          ['waltz-natural', 'good', 84],
          ['waltz-reverse', 'again', 75],
        ],
      },
      {
        taught: [
          ['waltz-reverse', 'so-so', 80],
          ['combination-waltz', 'so-so', 80],
        ],
      },
      { taught: [['combination-waltz', 'good', 84]], note: 'The corner by the door is tight.' },
    ],
  },
];

/**
 * The demo school as it is on the day of `now`: one class is tonight, five of twelve weeks have been danced and one was
 * a holiday.
 */
export function demoClasses(now: number, zone: string): DemoClasses {
  const today = dateIn(localAt(now, zone));
  const made = COURSES.map((c) => course(c, today, zone));
  return {
    room: ROOMS,
    group: GROUPS,
    series: made.map((m) => m.series),
    class: made.flatMap((m) => m.plans),
    entry: made.flatMap((m) => m.entries),
    recap: [RECAP],
    cue: [
      {
        id: 'demo-cue-halo',
        unit: 'over-head',
        name: 'Hands come down in front of the face.',
        cure: 'Draw the brim of a hat, wider than the head.',
        figure: 'demo-push-turn',
      },
    ],
  };
}

function course(c: Course, today: string, zone: string) {
  const firstDay = plusDays(plusDays(today, -7 * (NOW_IN_WEEK - 1)), c.after);
  const series: Series = {
    id: `demo-series-${c.id}`,
    name: c.name,
    group: c.group,
    room: c.room,
    zone,
    start: `${firstDay}T${c.time}`,
    minutes: c.minutes,
    repeat: { every: 'week', by: 1, days: [weekDay(firstDay)], count: WEEKS },
    off: [{ date: plusDays(firstDay, 7 * (OFF - 1)), why: 'Fishing fair' }],
    moved:
      c.id === 'waltz'
        ? [{ date: plusDays(firstDay, 7 * 8), to: `${plusDays(firstDay, 7 * 8 + 1)}T18:00` }]
        : [],
    remind: 60,
    notes: '',
  };
  const all = occurrences(series, plusDays(firstDay, 400)).filter((o) => o.off === undefined);
  const entries = c.past.flatMap((p, i) => (all[i] ? [entryOf(c, p, all[i], i, zone)] : []));
  const next = all[c.past.length];
  return { series, entries, plans: next ? [planOf(c, next, zone)] : [] };
}

const ref = (id: string) =>
  id.startsWith('combination-')
    ? ({ type: 'combination', id: `demo-${id}` } as const)
    : ({ type: 'figure', id: `demo-${id}` } as const);

function entryOf(c: Course, p: Past, o: Occurrence, i: number, zone: string): Entry {
  const at = instantOf(o.at, zone);
  const group = GROUPS.find((g) => g.id === c.group);
  const minute = 60_000;
  const people = group?.people.filter((x) => !p.away?.includes(x.key)) ?? [];
  const of = (dances: Person['dances']): number =>
    people.length > 0
      ? people.filter((x) => x.dances === dances).length
      : Math.max(0, (group?.numbers[dances] ?? 0) - ((i * 2 + (dances === 'leader' ? 1 : 0)) % 3));
  const keys = ['arrive', 'warm-up', 'review', 'hands', 'joined', 'recap'] as const;
  const shares = [0.08, 0.1, 0.17, 0.3, 0.27, 0.08];
  let from = at;
  const visits = keys.map((kind, k) => {
    const planned = Math.round(c.minutes * (shares[k] ?? 0));
    const took = planned * minute + (k % 2 === 0 ? 1 : -1) * ((i * 37) % 80) * 1000;
    const visit = { block: `b${k + 1}`, kind, planned, from, to: from + took };
    from = visit.to;
    return visit;
  });
  return {
    id: `demo-entry-${c.id}-${i + 1}`,
    name: c.name,
    at,
    ended: at + c.minutes * minute,
    minutes: c.minutes,
    series: `demo-series-${c.id}`,
    group: c.group,
    visits,
    taught: p.taught.map(([id, rating, bpm]) => ({ what: ref(id), rating, bpm, note: '' })),
    there: { leader: of('leader'), follower: of('follower'), both: of('both') },
    ...(people.length > 0 ? { people: people.map((x) => x.key) } : {}),
    promised: p.promised ? [{ what: ref(p.promised[0]), text: p.promised[1] }] : [],
    notes: p.note ? [{ at: at + 40 * minute, text: p.note }] : [],
  };
}

const AIMS: Readonly<
  Record<
    string,
    Pick<ClassPlan, 'aim' | 'level' | 'goal'> & { readonly says: Readonly<Record<string, string>> }
  >
> = {
  swing: {
    level: 3,
    goal: 104,
    aim: { figures: ['demo-push-turn'], combination: 'demo-combination-blues' },
    says: {
      review: 'Right pass: where is the anchor?',
      solo: 'Followers: turn on the 2, home on the 3. Leaders: raise on the 1.',
      hands: 'The hand is a lamp above the head. Change partners three times.',
      joined: 'Push, pass, pass, push turned out; then round.',
    },
  },
  salsa: {
    level: 3,
    aim: { figures: ['demo-salsa1-cross-turn'], combination: 'demo-combination-layers' },
    says: { hands: 'The turn lies on 5 6 7; the first half stays as it was.' },
  },
  waltz: {
    level: 2,
    aim: { figures: ['demo-waltz-reverse'], combination: 'demo-combination-waltz' },
    says: { joined: 'Along the walls; the corners are changes.' },
  },
};

function planOf(c: Course, o: Occurrence, zone: string): ClassPlan {
  let n = 0;
  const { says, ...aims } = AIMS[c.id] as (typeof AIMS)[string];
  const review = c.past.at(-1)?.taught.at(-1)?.[0] ?? 'push';
  const blocks = blocksFrom('weekly', c.minutes, () => `b${++n}`).map((b): Block => {
    const what =
      b.kind === 'review'
        ? ref(review)
        : b.kind === 'solo' || b.kind === 'together' || b.kind === 'hands'
          ? ({ type: 'figure', id: aims.aim.figures[0] ?? '' } as const)
          : undefined;
    return {
      ...b,
      says: says[b.kind] ?? '',
      ...(what ? { what } : {}),
      ...(b.kind === 'hands' || b.kind === 'joined' ? { changes: 3 } : {}),
      ...(b.kind === 'hands' ? { explain: 2 } : {}),
    };
  });
  return {
    id: `demo-class-${c.id}`,
    name: c.name,
    at: o.at,
    zone,
    series: `demo-series-${c.id}`,
    date: o.date,
    group: c.group,
    room: c.room,
    minutes: c.minutes,
    ...aims,
    blocks:
      c.id === 'swing'
        ? blocks.map((b) => (b.kind === 'joined' ? { ...b, minutes: b.minutes + 4 } : b))
        : blocks,
    notes: '',
  };
}

const RECAP: Recap = {
  id: 'demo-recap-swing',
  name: 'Harbour swing, last time',
  entry: 'demo-entry-swing-5',
  group: 'demo-group-swing',
  for: 'students',
  figures: ['demo-push-turn', 'demo-right-pass'],
  greeting: 'Thank you for a lovely evening.',
  practise: 'The turned-out push to something slow, five times each side of the room.',
  paper: 'A4',
};
