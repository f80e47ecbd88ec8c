import type { KindId } from '$lib/core/library';
import { KIND_WORDS } from './library';

/** What was done, for the bin. Codes as in storage. */
const ACTS: Readonly<Record<string, (name: string, what: string) => string>> = {
  deleted: (name, what) => `The ${what} “${name}” was deleted`,
  'deleted-several': (name) => `${name} were deleted`,
  tagged: (name) => `The tag “${name}” was put on`,
  untagged: (name) => `The tag “${name}” was taken off`,
  imported: (name) => `“${name}” was brought in`,
  restored: (name) => `The backup “${name}” was restored`,
  demo: () => 'The demo was brought',
  route: (name) => `A way of the arms was written into “${name}”`,
  conflict: (name, what) => `Another tab’s text of the ${what} “${name}” was replaced`,
  'parent-conflict': (name) => `A difference of “${name}” from the figure it is a version of was decided`,
  'stands-alone': (name) => `“${name}” was made a figure of its own`,
  'made-version': (name) => `“${name}” was made a version of another`,
  repaired: (name, what) => `The ${what} “${name}” was put right`,
  'dance-changed': (name) => `The dance “${name}” was changed, with everything danced in it`,
  'dance-deleted': (name) => `The dance “${name}” was deleted`,
  'kept-aside': (name, what) => `An unsaved text of the ${what} “${name}” was kept`,
};

/** @example actText({ code: 'deleted', kind: 'figure', name: 'Push' }) // 'The figure “Push” was deleted' */
export const actText = (act: {
  readonly code: string;
  readonly kind: KindId;
  readonly name: string;
}): string => ACTS[act.code]?.(act.name, KIND_WORDS[act.kind].one) ?? act.name;

/** What undoing has done. */
export function undoneText(done: { readonly back: number; readonly copies: readonly string[] }): string {
  const copies = done.copies.map((c) => `“${c}”`).join(', ');
  if (done.copies.length === 0) return 'Taken back.';
  const since = `Changed since, so that it came back as a copy: ${copies}.`;
  return done.back > 0 ? `Taken back. ${since}` : since;
}

/** Why a stored row is not shown. */
export function troubleText(t: {
  readonly code: string;
  readonly at?: string;
  readonly message?: string;
  readonly version?: number;
}): string {
  switch (t.code) {
    case 'newer':
      return `It was written by a later version of this program (${t.version}). It is kept as it is; update to open it.`;
    case 'older':
      return 'It was written by an early version of this program. It is kept as it is.';
    case 'no-parent':
      return 'The figure it is a version of is not here.';
    case 'circle':
      return 'It is a version of itself, round in a circle.';
    case 'too-deep':
      return 'Too many versions stand on one another below it.';
    default:
      return `It cannot be read. At ${t.at}: ${t.message}`;
  }
}
