import { answersTo, type Analysis, type Weighed } from '$lib/core/analysis';
import { TICKS_PER_BEAT, otherRole, type Role, type Ticks } from '$lib/core/base';
import { bodyOf, wordLength, timeMoves, type ActionPatch, type TimedBody } from '$lib/core/figure';
import type { Body } from '$lib/core/notation';
import type { Desk } from './desk.svelte';

/** Where the next step of a role goes: on a count that has nothing yet, or on the beat after the last. */
export function nextPlace(a: Analysis, role: Role): Ticks {
  const written = timeMoves(a.parsed, role, a.figure).at(-1);
  if (written?.content.type === 'nothing') return written.tick;
  const last = a.roles[role].actions.findLast((w) => w.pass === 0);
  if (!last) return 0;
  const end = written ? written.tick + wordLength(written.content) : 0;
  return Math.max(end, Math.floor(last.tick / TICKS_PER_BEAT + 1) * TICKS_PER_BEAT);
}

/** What changes in a step when a word is said of it; undefined where the word is a rhythm of its own. */
function patchOf(body: Body): ActionPatch | undefined {
  if (body.type !== 'action') return undefined;
  const onlyTurn = body.turn !== undefined && body.kind === 'step' && body.direction === undefined;
  if (onlyTurn) return { turn: body.turn };
  return { kind: body.kind, direction: body.direction, ...(body.turn ? { turn: body.turn } : {}) };
}

/**
 * Says a word of the chosen steps, or puts it where the next step goes. A turn said of nothing chosen is made into the
 * step written last. Gives false where there is nothing to turn.
 */
export function sayWord(desk: Desk, word: string): boolean {
  const body = bodyOf(word);
  if (!body) return false;
  const patch = patchOf(body);
  const chosen = desk.chosen;
  if (chosen.length > 0) return sayOfChosen(desk, chosen, body, patch);
  const place = desk.place;
  if (patch && Object.keys(patch).length === 1) return turnLast(desk, place.role, place.tick, patch);
  const done = desk.edit({ type: 'place-steps', role: place.role, items: [{ tick: place.tick, body }] });
  if (done) desk.goOn(place.role, place.tick + wordLength(body));
  return done;
}

function sayOfChosen(
  desk: Desk,
  chosen: readonly Weighed[],
  body: Body,
  patch: ActionPatch | undefined,
): boolean {
  const role = desk.selection?.role ?? 'leader';
  const fresh = desk.fresh;
  const at = chosen.map((w) => w.ref);
  if (patch) {
    const done = desk.edit({ type: 'change-steps', role, at, what: { patch } });
    if (done && fresh && chosen[0]) desk.goOn(role, chosen[0].tick + TICKS_PER_BEAT);
    return done;
  }
  const from = Math.min(...chosen.map((w) => w.tick));
  const to = from + wordLength(body);
  const done = desk.edit({ type: 'place-steps', role, clear: { from, to }, items: [{ tick: from, body }] });
  if (done) desk.goOn(role, to);
  return done;
}

function turnLast(desk: Desk, role: Role, before: Ticks, patch: ActionPatch): boolean {
  const w = desk.analysis.roles[role].actions.findLast((x) => x.pass === 0 && x.tick < before && x.change);
  return w !== undefined && desk.edit({ type: 'change-steps', role, at: [w.ref], what: { patch } });
}

/** Puts a step on a place that is empty, chosen, so that the next word is said of it: what answers the partner there. */
export function stepAt(desk: Desk, role: Role, tick: Ticks): boolean {
  const answer = answersTo(desk.analysis, role, tick, tick + 1)[0]?.body;
  const body: Body = answer ?? { type: 'action', kind: 'step', direction: 'place' };
  if (!desk.edit({ type: 'insert', role, tick, action: body })) return false;
  desk.chooseAt(role, tick);
  desk.fresh = true;
  return true;
}

/** The role's line from the partner's steps, over what is there. */
export const fromPartner = (desk: Desk, role: Role): boolean =>
  desk.edit({ type: 'place-steps', role, items: answersTo(desk.analysis, role) });

/** The chosen steps as they are written, from the beat the first is on. */
export function copied(desk: Desk): { role: Role; items: TimedBody[]; length: Ticks } | undefined {
  const role = desk.selection?.role;
  const ticks = desk.chosen.map((w) => w.tick);
  if (!role || ticks.length === 0) return undefined;
  const from = Math.floor(Math.min(...ticks) / TICKS_PER_BEAT) * TICKS_PER_BEAT;
  const to = (Math.floor(Math.max(...ticks) / TICKS_PER_BEAT) + 1) * TICKS_PER_BEAT;
  const items = timeMoves(desk.analysis.parsed, role, desk.figure)
    .filter((t) => t.tick >= from && t.tick < to && t.content.type !== 'nothing')
    .map((t): TimedBody => ({ tick: t.tick - from, body: t.content }));
  return { role, items, length: to - from };
}

/** Mirrors the chosen steps to the partner, at the same counts. */
export function mirrorChosen(desk: Desk): boolean {
  const role = desk.selection?.role;
  const ticks = desk.chosen.map((w) => w.tick);
  if (!role || ticks.length === 0) return false;
  const from = Math.min(...ticks);
  const to = Math.max(...ticks) + 1;
  const partner = otherRole(role);
  return desk.edit({
    type: 'place-steps',
    role: partner,
    clear: { from, to },
    items: answersTo(desk.analysis, partner, from, to),
  });
}
