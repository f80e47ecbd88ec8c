import * as z from 'zod/mini';
import { IN_WORDS } from '../base';
import {
  FIGURE_VERSION,
  danceSchema,
  figureSchema,
  isVersion,
  withDance,
  type Kept,
  type OwnDance,
} from '../figure';
import { versionSchema } from '../figure/version-schema';
import type { Kind } from './kind';

/** A figure or a version, whichever it says it is: a problem is then named in that one's words. */
const keptSchema = z.pipe(
  z.unknown(),
  z.transform((kept, ctx): Kept => {
    const version = typeof kept === 'object' && kept !== null && 'of' in kept;
    const read = (version ? versionSchema : figureSchema).safeParse(kept, IN_WORDS);
    for (const issue of read.error?.issues ?? [])
      ctx.issues.push({ code: 'custom', path: [...issue.path], message: issue.message, input: kept });
    return read.success ? (read.data as Kept) : z.NEVER;
  }),
);

/** The dance of one's own a figure is danced in, if any. @example danceSaid(figure)?.name */
export const danceSaid = (k: Kept): OwnDance | undefined =>
  isVersion(k) ? (k.change.details.ownDance?.now as OwnDance | undefined) : k.ownDance;

/** A figure or version with another dance in the place of its own. */
export function dancedAs(k: Kept, other: (d: OwnDance) => OwnDance | undefined): Kept {
  const said = danceSaid(k);
  const dance = said && other(said);
  if (!dance) return k;
  if (!isVersion(k)) return withDance(k, dance);
  const { ownDance, dance: named } = k.change.details;
  const set = { dance: { ...named, now: dance.id }, ownDance: { ...ownDance, now: dance } };
  return { ...k, change: { ...k.change, details: { ...k.change.details, ...set } } };
}

export const figureKind: Kind<'figure'> = {
  id: 'figure',
  table: 'figures',
  version: FIGURE_VERSION,
  since: 3,
  lifts: [(doc) => doc, (doc) => doc],
  schema: keptSchema,
  refs: (k) => [
    ...(isVersion(k) ? [{ kind: 'figure', id: k.of } as const] : []),
    ...(danceSaid(k) ? [{ kind: 'dance', id: danceSaid(k)?.id ?? '' } as const] : []),
  ],
  renamed: (k, to) => {
    const id = to({ kind: 'figure', id: k.id });
    const moved: Kept = isVersion(k) ? { ...k, id, of: to({ kind: 'figure', id: k.of }) } : { ...k, id };
    return dancedAs(moved, (d) => {
      const now = to({ kind: 'dance', id: d.id });
      return now === d.id ? undefined : { ...d, id: now };
    });
  },
  standsOn: (k) => (isVersion(k) ? k.of : undefined),
  brings: (k) => {
    const dance = danceSaid(k);
    return dance && danceSchema.safeParse(dance).success ? [{ kind: 'dance', doc: dance }] : [];
  },
  nameOf: (k) => {
    const name = isVersion(k) ? k.change.details.name?.now : k.name;
    return typeof name === 'string' ? name : undefined;
  },
  named: (k, name) =>
    isVersion(k)
      ? {
          ...k,
          change: {
            ...k.change,
            details: { ...k.change.details, name: { ...k.change.details.name, now: name } },
          },
        }
      : { ...k, name },
  path: (id) => `/figures/${id}`,
  list: '/figures',
};
