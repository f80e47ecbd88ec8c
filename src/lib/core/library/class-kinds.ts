import { seriesSchema } from '../calendar';
import {
  classSchema,
  cueSchema,
  entrySchema,
  groupSchema,
  recapSchema,
  type ClassPlan,
  type DanceRef,
} from '../classes';
import { roomSchema } from '../hall';
import type { Kind, Ref } from './kind';
import { plainKind, renamedField } from './plain';

type To = (ref: Ref) => string;

const dances = (r: DanceRef, to: To): DanceRef => ({ ...r, id: to({ kind: r.type, id: r.id }) });
const figures = (ids: readonly string[], to: To): string[] => ids.map((id) => to({ kind: 'figure', id }));
const withName = <T>(doc: T, name: string): T => ({ ...doc, name: name.slice(0, 120) });

export const roomKind: Kind<'room'> = plainKind('room', {
  table: 'rooms',
  schema: roomSchema,
  renaming: (r) => r,
  nameOf: (r) => r.name,
  named: withName,
  path: (id) => `/rooms/${id}`,
  list: '/rooms',
});

export const groupKind: Kind<'group'> = plainKind('group', {
  table: 'groups',
  schema: groupSchema,
  renaming: (g, to) => ({ ...g, knows: figures(g.knows, to) }),
  nameOf: (g) => g.name,
  named: withName,
  path: (id) => `/groups/${id}`,
  list: '/groups',
});

export const seriesKind: Kind<'series'> = plainKind('series', {
  table: 'series',
  schema: seriesSchema,
  // Version 2 can say on which day weeks start, and the last weekday of a month.
  lifts: [(doc) => doc],
  renaming: (s, to) => ({
    ...s,
    ...renamedField(s, 'group', 'group', to),
    ...renamedField(s, 'room', 'room', to),
  }),
  nameOf: (s) => s.name,
  named: withName,
  path: (id) => `/series/${id}`,
  list: '/classes',
});

const aim = (a: ClassPlan['aim'], to: To): ClassPlan['aim'] => ({
  ...a,
  figures: figures(a.figures, to),
  ...renamedField(a, 'combination', 'combination', to),
});

export const classKind: Kind<'class'> = plainKind('class', {
  table: 'classes',
  schema: classSchema,
  renaming: (c, to) => ({
    ...c,
    ...renamedField(c, 'series', 'series', to),
    ...renamedField(c, 'group', 'group', to),
    ...renamedField(c, 'room', 'room', to),
    aim: aim(c.aim, to),
    blocks: c.blocks.map((b) => ({
      ...b,
      ...(b.what ? { what: dances(b.what, to) } : {}),
      ...renamedField(b, 'song', 'song', to),
    })),
  }),
  nameOf: (c) => c.name,
  named: withName,
  path: (id) => `/classes/${id}`,
  list: '/classes',
});

export const entryKind: Kind<'entry'> = plainKind('entry', {
  table: 'log',
  schema: entrySchema,
  renaming: (e, to) => ({
    ...e,
    ...renamedField(e, 'class', 'class', to),
    ...renamedField(e, 'series', 'series', to),
    ...renamedField(e, 'group', 'group', to),
    taught: e.taught.map((t) => ({ ...t, what: dances(t.what, to) })),
    promised: e.promised.map((p) => ({ ...p, ...(p.what ? { what: dances(p.what, to) } : {}) })),
  }),
  nameOf: (e) => e.name,
  named: withName,
  media: (e) => e.notes.flatMap((n) => (n.audio === undefined ? [] : [n.audio])),
  path: (id) => `/log/${id}`,
  list: '/log',
});

export const recapKind: Kind<'recap'> = plainKind('recap', {
  table: 'recaps',
  schema: recapSchema,
  renaming: (r, to) => ({
    ...r,
    ...renamedField(r, 'class', 'class', to),
    ...renamedField(r, 'entry', 'entry', to),
    ...renamedField(r, 'group', 'group', to),
    figures: figures(r.figures, to),
    ...renamedField(r, 'combination', 'combination', to),
  }),
  nameOf: (r) => r.name,
  named: withName,
  path: (id) => `/recaps/${id}`,
  list: '/classes',
});

export const cueKind: Kind<'cue'> = plainKind('cue', {
  table: 'cues',
  schema: cueSchema,
  renaming: (c, to) => ({ ...c, ...renamedField(c, 'figure', 'figure', to) }),
  nameOf: (c) => c.name,
  named: withName,
  path: () => undefined,
  list: '/cues',
});
