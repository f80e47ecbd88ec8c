import type { Change, Figure } from '../figure';
import type { Combination, Part } from './schema';

/** One change of the board, as a value. Indexes are those of the parts before the change. */
export type BoardEdit =
  | {
      readonly type: 'insert';
      readonly at: number;
      readonly parts: readonly Part[];
      readonly own?: readonly Figure[];
    }
  | { readonly type: 'remove'; readonly at: number; readonly count?: number }
  /** `to`: the place among the other parts. */
  | { readonly type: 'move'; readonly from: number; readonly to: number }
  | { readonly type: 'duplicate'; readonly at: number; readonly key: string }
  | { readonly type: 'set'; readonly at: number; readonly patch: PartPatch }
  | { readonly type: 'details'; readonly patch: DetailsPatch }
  | { readonly type: 'parts'; readonly parts: readonly Part[]; readonly own?: readonly Figure[] };

export interface PartPatch {
  readonly figure?: string;
  readonly times?: number;
  readonly over?: number | undefined;
  readonly change?: Change | undefined;
  readonly layers?: Part['layers'] | undefined;
}
export type DetailsPatch = Partial<
  Pick<Combination, 'name' | 'notes' | 'start' | 'phrase' | 'tempo' | 'marks' | 'loop' | 'song'>
>;

/** Applies a change; out of range, nothing changes. @example edited(c, { type: 'remove', at: 0 }) */
export function edited(c: Combination, e: BoardEdit): Combination {
  switch (e.type) {
    case 'insert':
      return {
        ...c,
        parts: c.parts.toSpliced(clamp(e.at, c), 0, ...e.parts),
        own: [...c.own, ...(e.own ?? [])],
      };
    case 'remove':
      return tidy({ ...c, parts: c.parts.toSpliced(e.at, e.count ?? 1) });
    case 'move': {
      const part = c.parts[e.from];
      if (!part) return c;
      return { ...c, parts: c.parts.toSpliced(e.from, 1).toSpliced(e.to, 0, part) };
    }
    case 'duplicate': {
      const part = c.parts[e.at];
      return part ? { ...c, parts: c.parts.toSpliced(e.at + 1, 0, { ...part, key: e.key }) } : c;
    }
    case 'set': {
      const part = c.parts[e.at];
      return part ? tidy({ ...c, parts: c.parts.with(e.at, patched(part, e.patch)) }) : c;
    }
    case 'details':
      return { ...c, ...e.patch };
    case 'parts':
      return tidy({ ...c, parts: e.parts, own: [...c.own, ...(e.own ?? [])] });
  }
}

const clamp = (at: number, c: Combination): number => Math.max(0, Math.min(at, c.parts.length));

/** Absent stays absent: an undefined value takes a key away. Another figure takes its mends and layers along. */
function patched(part: Part, patch: PartPatch): Part {
  const swapped = patch.figure !== undefined && patch.figure !== part.figure;
  const base = swapped
    ? { key: part.key, figure: part.figure, times: part.times, ...(part.over ? { over: part.over } : {}) }
    : part;
  const all = Object.entries({ ...base, ...patch }).filter(
    ([k, v]) => v !== undefined && !(k === 'over' && v === 0),
  );
  return Object.fromEntries(all) as unknown as Part;
}

/** Figures of the combination's own that no part uses any more are let go. */
function tidy(c: Combination): Combination {
  const used = new Set(c.parts.flatMap((p) => [p.figure, p.layers?.[2], p.layers?.[3]]));
  const own = c.own.filter((f) => used.has(f.id));
  return own.length === c.own.length ? c : { ...c, own };
}
