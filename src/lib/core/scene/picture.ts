import type { Hand, Point, Role } from '../base';
import { nameOf, type ArmState } from '../arms';
import { drawArms, standing, type ArmsDrawing, type BodyShape } from './arms';
import type { Both } from '../arms';

/** A small drawing of a state of the arms, seen from above, the leader facing up. Units: hundredths of a metre, y down. */
export interface ArmPicture {
  readonly title: string;
  readonly sentence: string;
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  readonly bodies: readonly {
    readonly role: Role;
    readonly at: Point;
    readonly turn: number;
    readonly rx: number;
    readonly ry: number;
  }[];
  /** Path data of each pair of hands, lower ones first. */
  readonly strands: readonly {
    readonly arm: Hand;
    readonly d: string;
    readonly hand: Point;
    readonly raised: boolean;
  }[];
  readonly crossings: readonly { readonly over: Hand; readonly d: string }[];
  readonly rests: readonly {
    readonly role: Role;
    readonly d: string;
    readonly at: Point;
    readonly block: boolean;
  }[];
}

const UNIT = 100;
const EDGE = 36;
const down = (p: Point): Point => ({ x: p.x * UNIT, y: -p.y * UNIT });
const number = (n: number): string => (Math.round(n * 10) / 10 || 0).toString();
export const pathOf = (points: readonly Point[]): string =>
  points.map((p, i) => `${i === 0 ? 'M' : 'L'}${number(p.x)} ${number(p.y)}`).join('');

/** @example pictureOf(state).title // 'Double cross, left on top' */
export function pictureOf(s: ArmState): ArmPicture {
  const bodies = standing(s);
  const drawn = drawArms(s, bodies);
  const name = nameOf(s);
  return { title: name.title, sentence: name.sentence, box: boxOf(bodies), ...shapes(bodies, drawn) };
}

function boxOf(bodies: Both<BodyShape>): ArmPicture['box'] {
  const all = [down(bodies.leader.at), down(bodies.follower.at)];
  const span = (values: readonly number[]): [number, number] => [
    Math.min(...values) - EDGE,
    Math.max(...values) + EDGE,
  ];
  const [left, right] = span(all.map((p) => p.x));
  const [top, bottom] = span(all.map((p) => p.y));
  return { x: left, y: top, width: right - left, height: bottom - top };
}

function shapes(bodies: Both<BodyShape>, drawn: ArmsDrawing): Omit<ArmPicture, 'title' | 'sentence' | 'box'> {
  return {
    bodies: (['leader', 'follower'] as const).map((role) => ({
      role,
      at: down(bodies[role].at),
      turn: bodies[role].facing,
      rx: bodies[role].halfBreadth * UNIT,
      ry: bodies[role].halfDepth * UNIT,
    })),
    strands: drawn.strands.map((t) => ({
      arm: t.arm,
      d: pathOf(t.points.map(down)),
      hand: down(t.hand),
      raised: t.raised,
    })),
    crossings: drawn.crossings.map((c) => ({ over: c.over, d: pathOf([c.from, c.at, c.to].map(down)) })),
    rests: drawn.rests.map((r) => ({
      role: r.role,
      d: pathOf([r.from, r.to].map(down)),
      at: down(r.to),
      block: r.block,
    })),
  };
}
