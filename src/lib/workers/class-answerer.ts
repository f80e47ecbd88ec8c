import {
  Material,
  groupKnows,
  planReport,
  promisedTo,
  rotation,
  suggest,
  type Entry,
} from '$lib/core/classes';
import { arrange, footprintOf } from '$lib/core/hall';
import type { ClassAnswer, ClassAsk, ClassQuestion, Stock } from './class-finder';

type Reply = ClassAnswer extends infer A ? (A extends { id: number } ? Omit<A, 'id'> : never) : never;

/** Answers one question after the other; what was sent of the repertoire is remembered, with what was worked out of it. */
export function classAnswerer(
  send: (answer: ClassAnswer) => void,
  giveWay: () => Promise<void>,
  makeId: () => string,
): (ask: ClassAsk) => Promise<void> {
  let material = new Material(new Map(), [], new Map());
  let latest = 0;
  return async (ask) => {
    latest = ask.id;
    if (ask.type === 'stop') return;
    if (ask.stock) material = materialOf(ask.stock);
    await giveWay();
    if (latest !== ask.id) return;
    if (ask.type === 'report') {
      const unread = unreadOf(ask, material);
      if (unread.length > 0) send({ ...quick(ask, material), id: ask.id } as ClassAnswer);
      for (const [i, id] of unread.entries()) {
        if (i % AT_ONCE === 0) await giveWay();
        if (latest !== ask.id) return;
        material.signature(id);
      }
    }
    send({ ...answered(ask, material, makeId), id: ask.id } as ClassAnswer);
  };
}

/** Figures read between two pauses. */
const AT_ONCE = 8;
type ReportAsk = Extract<ClassQuestion, { type: 'report' }>;
/** Figures the group knows that have not been compared with yet: reading them takes longest. */
const unreadOf = (q: ReportAsk, material: Material): string[] =>
  q.plan.aim.figures.length === 0
    ? []
    : [...groupKnows(q.group, q.log, material).figures].filter((id) => !material.hasRead(id));
/** The hour at once; what depends on what they know comes after. */
const quick = (q: ReportAsk, material: Material): Reply => ({
  type: 'report',
  report: planReport(q.plan, q.group, q.log, material, q.when, true),
});

/** What was sent, to be worked with. */
export const materialOf = (s: Stock): Material =>
  new Material(new Map(s.figures.map((f) => [f.id, f])), s.combinations, new Map(s.parents), s.heights);

function answered(q: ClassQuestion, material: Material, makeId: () => string): Reply {
  switch (q.type) {
    case 'report':
      return { type: 'report', report: planReport(q.plan, q.group, q.log, material, q.when) };
    case 'suggest':
      return suggested(q, material, makeId);
    case 'rotate':
      return { type: 'rotate', rotation: rotation(q.dancers, q.rounds, q.past) };
    case 'pack': {
      const a = q.what && material.analysis(q.what);
      const footprint = a && footprintOf(a, q.margin);
      return { type: 'pack', footprint, arrangement: footprint && arrange(q.room, footprint, q.couples) };
    }
  }
}

function suggested(
  q: Extract<ClassQuestion, { type: 'suggest' }>,
  material: Material,
  makeId: () => string,
): Reply {
  const suggestion = suggest(
    {
      plan: q.plan,
      template: q.template,
      knows: groupKnows(q.group, q.log, material),
      promised: q.group ? promisedTo(q.group.id, q.log as readonly Entry[]) : [],
      dance: q.group?.dance ?? '',
      level: q.group?.level ?? q.plan.level,
      when: q.when,
    },
    material,
    makeId,
  );
  const names = Object.fromEntries([...material.figures.values()].map((f) => [f.id, f.name]));
  return { type: 'suggest', suggestion, names };
}
