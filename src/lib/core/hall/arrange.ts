import type { Metres, Point } from '../base';
import type { Footprint } from './footprint';
import { packed, type Box } from './pack';
import { lanesRound } from './round';
import type { Room, Wall } from './schema';
import { standFor, type Stand } from './stand';

/** How couples stand in a room for something danced. */
export interface Arrangement {
  /** Where each couple dances. Metres. */
  readonly couples: readonly Box[];
  /** How many would find a place, whoever comes. */
  readonly fits: number;
  /** No arrangement of this kind holds more; undefined where that is not proved. */
  readonly atMost: number | undefined;
  /** Which way lanes point: along the front wall or away from it; undefined where there are none. */
  readonly lanes: 'across' | 'away' | undefined;
  /** How many it would be the other way. */
  readonly otherWay: number | undefined;
  /** Where the teacher is seen by most. */
  readonly stand: Stand | undefined;
  /** Couples wanted that find no place. */
  readonly over: number;
  /** People the posted limit leaves out; 0 where none is posted or it is kept. */
  readonly overLimit: number;
}

/** Kept free: in front of the door, round the music. Our choice, metres. */
const DOOR: Metres = 1.2;
const MUSIC: Metres = 1;
/** The teacher's place, taken out before the couples are put: along the front, metres. */
export const TEACHER: Metres = 1;
/** Kept between two couples one behind the other, as they move off: a long step. Our choice. */
const HEADWAY: Metres = 0.9;

/** What is not danced on. @example blockedIn(room).length // 3 */
export function blockedIn(room: Room): Box[] {
  const door = room.door ? [doorBox(room, room.door.wall, room.door.at)] : [];
  const music = room.music
    ? [
        clipped(room, {
          x: room.music.x - MUSIC / 2,
          y: room.music.y - MUSIC / 2,
          width: MUSIC,
          depth: MUSIC,
        }),
      ]
    : [];
  const teacher: Box = { x: 0, y: 0, width: room.width, depth: Math.min(TEACHER, room.length) };
  return [...room.things.map((t) => clipped(room, t)), ...door, ...music, teacher];
}
function doorBox({ width, length }: Room, wall: Wall, at: Metres): Box {
  const room = { width, length };
  if (wall === 'front') return clipped(room, { x: at - DOOR / 2, y: 0, width: DOOR, depth: DOOR });
  if (wall === 'back') return clipped(room, { x: at - DOOR / 2, y: length - DOOR, width: DOOR, depth: DOOR });
  if (wall === 'left') return clipped(room, { x: 0, y: at - DOOR / 2, width: DOOR, depth: DOOR });
  return clipped(room, { x: width - DOOR, y: at - DOOR / 2, width: DOOR, depth: DOOR });
}
function clipped(room: Pick<Room, 'width' | 'length'>, b: Box): Box {
  const [x, y] = [Math.max(0, b.x), Math.max(0, b.y)];
  return {
    x,
    y,
    width: Math.max(0, Math.min(room.width, b.x + b.width) - x),
    depth: Math.max(0, Math.min(room.length, b.y + b.depth) - y),
  };
}

/**
 * How many couples have room for something danced, and where. Lanes both ways are tried; where they come to the same,
 * they point along the front wall, so that the teacher sees both roles from the side. `couples`: how many there are.
 * @example arrange(room, footprint, 8).couples.length // 8
 */
export function arrange(room: Room, f: Footprint, couples: number): Arrangement {
  const blocked = blockedIn(room);
  const all = fitted(room, f, blocked);
  const taken = all.rows ? spread(all.rows, couples) : airy(room, f, blocked, all, couples);
  const things = room.things.map((t): Box => ({ x: t.x, y: t.y, width: t.width, depth: t.depth }));
  return {
    couples: taken,
    fits: all.boxes.length,
    atMost: all.atMost,
    lanes: all.lanes,
    otherWay: all.otherWay,
    stand: standFor(room.width, room.length, taken, things, all.rows ? 0 : TEACHER),
    over: Math.max(0, couples - all.boxes.length),
    overLimit: room.limit === undefined ? 0 : Math.max(0, 2 * couples + 1 - room.limit),
  };
}

interface Fitted {
  readonly boxes: readonly Box[];
  /** Lanes round the room, the outer first. */
  readonly rows?: readonly (readonly Box[])[];
  readonly atMost: number | undefined;
  readonly lanes: Arrangement['lanes'];
  readonly otherWay: number | undefined;
}

/** Every place there is, whoever comes. */
export function fitted(room: Room, f: Footprint, blocked = blockedIn(room)): Fitted {
  const { width, length } = room;
  if (f.takes === 'line-of-dance') {
    // Lanes go round the whole room: the teacher stands in the middle or beside them.
    const things = blocked.slice(0, -1);
    const rows = lanesRound(width, length, things, f.across, HEADWAY).map((lane) =>
      lane.map((p) => squareAt(p, f.across)),
    );
    return { boxes: rows.flat(), rows, atMost: undefined, lanes: undefined, otherWay: undefined };
  }
  const across = packed(width, length, blocked, f.along, f.across);
  if (f.takes === 'spot') return { ...across, lanes: undefined, otherWay: undefined };
  const away = packed(width, length, blocked, f.across, f.along);
  const [best, other, lanes] =
    away.boxes.length > across.boxes.length
      ? ([away, across, 'away'] as const)
      : ([across, away, 'across'] as const);
  return { ...best, lanes, otherWay: other.boxes.length };
}
const squareAt = (p: Point, size: Metres): Box => ({
  x: p.x - size / 2,
  y: p.y - size / 2,
  width: size,
  depth: size,
});

/** Room given to couples beyond what they need is looked for to this, metres. */
const GRAIN: Metres = 0.05;
/** Nobody asks for more room around a couple than this, metres. Our choice. */
const MOST_AIR: Metres = 4;

/**
 * Places for some of those who would fit, with as much air around each as there is for all alike: the room is packed again
 * for couples that need more. O(packings · log(air)).
 */
function airy(room: Room, f: Footprint, blocked: readonly Box[], all: Fitted, n: number): readonly Box[] {
  if (n <= 0 || n >= all.boxes.length) return all.boxes.slice(0, Math.max(0, n));
  const [wide, deep] = all.lanes === 'away' ? [f.across, f.along] : [f.along, f.across];
  const packedWith = (air: Metres) => packed(room.width, room.length, blocked, wide + air, deep + air).boxes;
  let [low, high] = [0, MOST_AIR];
  let best = all.boxes;
  while (high - low > GRAIN) {
    const air = (low + high) / 2;
    const boxes = packedWith(air);
    if (boxes.length >= n) [low, best] = [air, boxes];
    else high = air;
  }
  return nearest(best, n, room).map((b) => ({
    x: b.x + (b.width - wide) / 2,
    y: b.y + (b.depth - deep) / 2,
    width: wide,
    depth: deep,
  }));
}

/** Those nearest the front, and there in the middle. */
function nearest(boxes: readonly Box[], n: number, room: Room): Box[] {
  const middle = room.width / 2;
  return [...boxes]
    .sort((a, b) => a.y - b.y || Math.abs(a.x + a.width / 2 - middle) - Math.abs(b.x + b.width / 2 - middle))
    .slice(0, n);
}

/** Lanes are filled from the outer one, each evenly, so that nobody is caught up with. */
function spread(rows: readonly (readonly Box[])[], n: number): Box[] {
  const found: Box[] = [];
  for (const row of rows) {
    const here = Math.min(row.length, n - found.length);
    for (let i = 0; i < here; i++) {
      const box = row[Math.floor((i * row.length) / here)];
      if (box) found.push(box);
    }
  }
  return found;
}
