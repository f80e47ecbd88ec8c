import { ROLES } from '$lib/core/base';
import type { Analysis } from '$lib/core/analysis';
import { localAt } from '$lib/core/calendar';
import {
  FAULTS,
  aimOf,
  hourOf,
  promisedTo,
  sizeOf,
  unitNeeds,
  type ClassPlan,
  type Cue,
  type Entry,
  type Group,
  type Recap,
  type Sheet,
  type SheetBlock,
} from '$lib/core/classes';
import { careOf, caresOf } from '$lib/core/classes/cares';
import type { Material } from '$lib/core/classes/material';
import { callSheet, planOf, wholeOf } from '$lib/core/combination';
import { sayCount } from '$lib/core/time';
import { FORMATIONS, HOLDS, LEVELS, danceOf } from '$lib/core/vocabulary';
import {
  feetText,
  BLOCK_WORDS,
  CARE_ALWAYS,
  CARE_WORDS,
  RATING_WORDS,
  READER_WORDS,
  agoText,
  clockText,
  halfMinutesText,
  warmText,
  longDateText,
} from '$lib/messages';
import { describe } from '$lib/views/rail/rail-model';

/** What a recap is made from. */
export interface RecapParts {
  readonly material: Material;
  readonly group: Group | undefined;
  readonly plan: ClassPlan | undefined;
  readonly entry: Entry | undefined;
  readonly log: readonly Entry[];
  readonly cues: readonly Cue[];
  readonly now: number;
  readonly zone: string;
}

/** What stands on the sheet, for whom it is. Students: what was danced and what to practise; a substitute: all it takes. */
export function recapSheet(r: Recap, p: RecapParts): Sheet {
  const teaching = r.for !== 'students';
  const when = p.entry ? localAt(p.entry.at, p.zone) : p.plan?.at;
  return {
    title: r.name,
    subtitle: [when ? longDateText(when) : '', p.group?.name ?? '', READER_WORDS[r.for]]
      .filter(Boolean)
      .join(' · '),
    blocks: [
      ...said(r.greeting),
      ...(r.for === 'substitute' ? groupBlocks(p) : []),
      ...(teaching ? hourBlocks(p) : []),
      ...r.figures.flatMap((id) => figureBlocks(id, r, p)),
      ...(r.combination === undefined ? [] : combinationBlocks(r.combination, p)),
      ...practiseBlocks(r, p),
      ...careBlocks(r, p),
    ],
  };
}
const said = (text: string): SheetBlock[] =>
  text.trim() === ''
    ? []
    : text
        .trim()
        .split('\n')
        .map((line): SheetBlock => ({ type: 'text', text: line }));

function figureBlocks(id: string, r: Recap, p: RecapParts): SheetBlock[] {
  const a = p.material.analysis({ type: 'figure', id });
  if (!a) return [];
  const f = a.figure;
  const went = p.entry?.taught.find((t) => t.what.id === id && t.unit === undefined);
  return [
    { type: 'heading', level: 2, text: f.name },
    {
      type: 'text',
      quiet: true,
      text: `${danceOf(f).name}, ${a.counts} counts, ${f.tempo.min} to ${f.tempo.max} a minute${
        went?.bpm ? `; danced at ${went.bpm}` : ''
      }${r.for !== 'students' && went?.rating ? `; it went ${RATING_WORDS[went.rating]}` : ''}. Begins ${
        FORMATIONS[f.start.formation].says
      }, ${HOLDS[f.start.hold].says}; ${feetText(f.start.leaderFree, f.start.followerFree)} free.`,
    },
    steps(a),
    ...(r.for === 'students' ? [] : faults(a, id, r, p)),
  ];
}

/** Both roles, arms and calls, count by count. */
function steps(a: Analysis): SheetBlock {
  const ticks = [
    ...new Set([
      ...ROLES.flatMap((role) => a.roles[role].actions.map((w) => w.tick)),
      ...a.words.filter((w) => w.track === 'hands' || w.track === 'calls').map((w) => w.tick),
    ]),
  ].sort((x, y) => x - y);
  const word = (track: string, tick: number): string =>
    a.words.find((w) => w.track === track && w.tick === tick)?.text ?? '';
  const cell = (role: 'leader' | 'follower', tick: number): string => {
    const w = a.roles[role].actions.find((x) => x.tick === tick);
    return w ? describe(a, role, w).split(', ').slice(1).join(', ') : '';
  };
  const calls = a.words.some((w) => w.track === 'calls');
  return {
    type: 'table',
    label: `${a.figure.name}, count by count`,
    head: ['Count', 'Leader', 'Follower', 'Arms', ...(calls ? ['Call'] : [])],
    rows: ticks.map((t) => [
      sayCount(t, a.figure.feel),
      cell('leader', t),
      cell('follower', t),
      word('hands', t),
      ...(calls ? [word('calls', t)] : []),
    ]),
    widths: [8, 26, 26, 24, ...(calls ? [16] : [])],
  };
}

function faults(a: Analysis, id: string, r: Recap, p: RecapParts): SheetBlock[] {
  const level = p.group?.level ?? 2;
  const kinds = [...new Set(unitNeeds(a, [], level).flatMap((u) => u.kinds.slice(0, 2)))].slice(0, 4);
  const own = p.cues.filter((c) => c.figure === id || (c.figure === undefined && kinds.includes(c.unit)));
  const rows = [
    ...own.map((c) => [c.name, c.cure]),
    ...kinds.flatMap((k) => FAULTS[k].slice(0, r.for === 'substitute' ? 2 : 1).map((x) => [x.fault, x.cure])),
  ];
  return [
    { type: 'heading', level: 3, text: 'What goes wrong, and what to say' },
    {
      type: 'table',
      label: 'Faults and cues',
      head: ['Fault', 'Cue'],
      rows: rows.slice(0, 8),
      widths: [1, 1],
    },
  ];
}

function combinationBlocks(id: string, p: RecapParts): SheetBlock[] {
  const c = p.material.combination(id);
  const whole = c && wholeOf(planOf(c, p.material.repertoire), p.material.heights);
  if (!c || !whole) return [];
  return [
    { type: 'heading', level: 2, text: c.name },
    ...(c.notes ? [{ type: 'text', text: c.notes } as const] : []),
    {
      type: 'table',
      label: `${c.name}, figure by figure`,
      head: ['Eight', 'On', 'Figure', 'Counts', 'Arms before it', 'Calls'],
      rows: callSheet(c, whole).map((l) => [
        String(l.falls.eight),
        String(l.falls.count),
        l.name,
        String(l.beats),
        l.hands,
        l.calls
          .filter((x) => x.text)
          .map((x) => `${x.own} ${x.text}`)
          .join(', '),
      ]),
      widths: [8, 6, 26, 9, 22, 29],
    },
  ];
}

/** The hour as it was planned, or as it was. */
function hourBlocks(p: RecapParts): SheetBlock[] {
  const { plan, material } = p;
  if (!plan) return [];
  const hour = hourOf(plan, { beats: (x) => material.beats(x), tempo: (x) => material.tempo(x) });
  return [
    { type: 'heading', level: 2, text: `The hour, ${plan.minutes} minutes` },
    {
      type: 'table',
      label: 'The hour',
      head: ['From', 'Block', 'Danced', 'What to say and look at'],
      rows: hour.blocks.map((b) => [
        `${b.from}'`,
        `${BLOCK_WORDS[b.block.kind]}, ${halfMinutesText(b.block.minutes)}`,
        b.what
          ? `${material.nameOf(b.what) ?? ''}, ${b.rounds}${b.inRow > 1 ? ` × ${b.inRow}` : ''} rounds of ${clockText(b.seconds)} at ${b.bpm ?? ''}${b.block.changes ? `, ${b.block.changes} changes of partner` : ''}`
          : '',
        b.block.says || (b.block.kind === 'warm-up' ? warmFor(p, plan) : ''),
      ]),
      widths: [7, 24, 33, 36],
    },
    ...(plan.notes ? [{ type: 'text', text: plan.notes } as const] : []),
    ...(p.entry ? p.entry.notes.map((n): SheetBlock => ({ type: 'text', text: `Noted: ${n.text}` })) : []),
  ];
}

/** A warm-up that fits what comes, where nothing is said. */
function warmFor(p: RecapParts, plan: ClassPlan): string {
  const aim = aimOf(plan);
  const a = aim && p.material.analysis(aim);
  return aim && a ? warmText(careOf(a, p.material.tempo(aim)).warm) : '';
}

/** Who they are, for somebody who has never seen them. */
function groupBlocks(p: RecapParts): SheetBlock[] {
  const { group, log, material, now } = p;
  if (!group) return [];
  const mine = log.filter((e) => e.group === group.id);
  const rows = mine
    .slice(-4)
    .map((e) => [
      agoText(e.at, now),
      e.taught
        .map((t) => `${material.nameOf(t.what) ?? ''}${t.rating ? ` (${RATING_WORDS[t.rating]})` : ''}`)
        .join(', '),
      e.notes.map((n) => n.text).join(' '),
    ]);
  const promised = promisedTo(group.id, log).map((x) => material.figure(x.figure)?.name ?? x.text);
  return [
    { type: 'heading', level: 2, text: 'The group' },
    {
      type: 'text',
      text: `${group.name}: ${sizeOf(group)} people, ${LEVELS[group.level].name.toLowerCase()}. ${group.notes}`,
    },
    ...(rows.length > 0
      ? [
          {
            type: 'table',
            label: 'What they have danced',
            head: ['When', 'Danced', 'Noted'],
            rows,
            widths: [16, 44, 40],
          } as const,
        ]
      : []),
    ...(promised.length > 0 ? [{ type: 'text', text: `Promised: ${promised.join(', ')}.` } as const] : []),
  ];
}

function practiseBlocks(r: Recap, p: RecapParts): SheetBlock[] {
  if (r.practise.trim() === '' && r.for === 'substitute') return [];
  const list = said(r.practise);
  if (list.length > 0) return [{ type: 'heading', level: 2, text: 'To practise' }, ...list];
  const names = r.figures.flatMap((id) => p.material.figure(id)?.name ?? []);
  return names.length === 0
    ? []
    : [
        { type: 'heading', level: 2, text: 'To practise' },
        { type: 'list', items: names.map((n) => `${n}: slowly, counted aloud, five times; then to music.`) },
      ];
}

function careBlocks(r: Recap, p: RecapParts): SheetBlock[] {
  const refs = [
    ...r.figures.map((id) => ({ type: 'figure', id }) as const),
    ...(r.combination === undefined ? [] : [{ type: 'combination', id: r.combination } as const]),
  ];
  const care = caresOf(
    refs.flatMap((ref) => {
      const a = p.material.analysis(ref);
      return a ? [careOf(a, p.material.tempo(ref))] : [];
    }),
  );
  const own = [...new Set(r.figures.flatMap((id) => p.material.figure(id)?.cautions ?? []))];
  return [
    { type: 'heading', level: 2, text: 'Care' },
    ...own.map((text): SheetBlock => ({ type: 'care', text })),
    ...care.cares.map((c): SheetBlock => ({ type: 'care', text: CARE_WORDS[c] })),
    { type: 'text', quiet: true, text: CARE_ALWAYS },
  ];
}
