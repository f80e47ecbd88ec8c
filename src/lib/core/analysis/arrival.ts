import type { Role, Ticks } from '../base';
import type { Analysis } from './analyse';

/** Which foot is free, where the body is and how it faces, after the last action before a joint. */
export function arrival(
  a: Analysis,
  role: Role,
  joint: Ticks,
): { free: string; x: number; y: number; facing: number } {
  const { actions, path, startFree } = a.roles[role];
  const index = actions.findLastIndex((w) => w.tick < joint);
  const w = actions[index];
  const at = path.placings[index];
  const i = Math.max(0, Math.min(path.x.length - 1, joint - 1 - path.from));
  const free = w === undefined ? startFree : w.after === 'both' ? 'both' : w.after === 'L' ? 'R' : 'L';
  return {
    free,
    x: at?.body.x ?? path.x[i] ?? 0,
    y: at?.body.y ?? path.y[i] ?? 0,
    facing: at?.facing ?? path.facing[i] ?? 0,
  };
}
