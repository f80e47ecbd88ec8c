import Papa from 'papaparse';
import { ROLES, minus, type Seconds } from '../base';
import {
  foldOf,
  musicBeat,
  ownCount,
  passAt,
  straightAt,
  straightCount,
  clockFor,
  type Combination,
  type SheetLine,
  type Whole,
} from '../combination';
import { stepCells, STEP_COLUMNS } from './csv';

/** The columns of a combination's step table. */
export const COMBINATION_COLUMNS = [
  'figure',
  'music beat',
  'eight',
  'count in eight',
  'count in figure',
  'seconds',
  'call',
  ...STEP_COLUMNS.filter((c) => !c.startsWith('count') && c !== 'eight'),
] as const;

/** Every action of both roles in time, with straight and figure counts, as RFC 4180 CSV. */
export function writeCombinationCsv(c: Combination, w: Whole): string {
  const { analysis } = w;
  const calls = new Map(analysis.words.filter((x) => x.track === 'calls').map((x) => [x.tick, x.text]));
  const rows = ROLES.flatMap((role) => analysis.roles[role].actions.map((action) => ({ role, action })));
  rows.sort((x, y) => x.action.tick - y.action.tick || x.role.localeCompare(y.role));
  const clock = clockFor(c);
  const zero = clock.seconds(w.passes[0]?.at ?? 0);
  const table = rows.map(({ role, action }) => {
    const { tick } = action;
    const pass = w.passes[passAt(w, tick)];
    const { role: who, rest } = stepCells(role, action);
    return [
      pass?.reading.figure.name ?? '',
      String(musicBeat(c, tick)),
      String(straightAt(c, tick, foldOf(w.figure)).eight),
      straightCount(c, tick, w.figure),
      pass ? ownCount(pass, tick) : '',
      String(Math.round(minus<Seconds>(clock.seconds(tick), zero) * 1000) / 1000),
      calls.get(tick) ?? '',
      who,
      ...rest,
    ];
  });
  return `${Papa.unparse([[...COMBINATION_COLUMNS], ...table], { newline: '\r\n', escapeFormulae: true })}\r\n`;
}

/** The call sheet as plain text: a line a figure, its calls under it. */
export function writeCallSheet(c: Combination, lines: readonly SheetLine[], beats: number): string {
  const head = [
    c.name,
    `${beats} beats · ${c.tempo.map((t) => `${t.bpm} a minute${t.beat > 1 ? ` from beat ${t.beat} of the music` : ''}`).join(', ')}`,
    ...(c.notes ? [c.notes] : []),
    '',
  ];
  const body = lines.flatMap((l) => [
    `${l.falls.eight}.${l.falls.count}  ${l.name} (${l.beats})${l.hands ? ` — hands: ${l.hands}` : ''}`,
    `      call it on ${l.callFrom.count}–${l.callTo.count} · ${l.calls.map((x) => [x.straight, x.text].filter(Boolean).join(' ')).join('  ')}`,
  ]);
  return [...head, ...body, ''].join('\n');
}
