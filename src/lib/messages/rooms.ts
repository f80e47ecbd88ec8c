import type { Arrangement, Footprint, Room } from '$lib/core/hall';

const metres = (m: number): string => `${(Math.round(m * 10) / 10).toFixed(1)} m`;
const couples = (n: number): string => `${n} ${n === 1 ? 'couple' : 'couples'}`;

/** How many fit, and what is proved. */
export function arrangementText(a: Arrangement, wanted: number): string {
  const fit = a.couples.length;
  const proved =
    a.atMost === undefined
      ? ''
      : a.atMost === a.fits
        ? ' No arrangement of this kind holds more.'
        : ` It may be up to ${a.atMost}; nothing better was found.`;
  if (a.over === 0) return `All ${couples(wanted)} have room; up to ${a.fits} would fit.${proved}`;
  return `${couples(fit)} fit, ${a.over} too many: dance in two groups, or something that takes less room.${proved}`;
}

/** @example footprintText({ takes: 'slot', along: 3.4, across: 1.6, margin: 0.35 }) */
export function footprintText(f: Footprint): string {
  const margin = `with ${Math.round(100 * f.margin)} cm round it, our choice`;
  if (f.takes === 'slot') return `It takes a slot of ${metres(f.along)} by ${metres(f.across)}, ${margin}.`;
  if (f.takes === 'spot') return `It turns in a circle of ${metres(f.across)}, ${margin}.`;
  return `It goes round the room; a couple takes ${metres(f.across)}, ${margin}, and a long step to the couple ahead.`;
}

/** Where the teacher stands, and which way the lanes point. */
export function standText(a: Arrangement, room: Room): string {
  const lanes =
    a.lanes === undefined
      ? ''
      : `Slots point ${a.lanes === 'across' ? 'along the front wall, both roles seen from the side' : 'away from the front wall'}${
          a.otherWay === undefined || a.otherWay === a.fits ? '' : `; the other way ${a.otherWay} would fit`
        }. `;
  const s = a.stand;
  if (!s) return `${lanes}No place is left to teach from.`;
  const seen = s.seen === a.couples.length ? 'all' : `${s.seen} of ${a.couples.length}`;
  const mirror = room.mirrors.includes('front') && s.y < 2 ? ', the mirror behind you' : '';
  return `${lanes}Teach at T: ${seen} see you, the farthest from ${metres(s.farthest)}${mirror}.`;
}

/** The posted limit, which decides. */
export function limitText(room: Room, a: Arrangement, wanted: number): string {
  const rule =
    'The posted limit and local fire and safety rules decide; this number is only about dancing room.';
  if (room.limit === undefined) return `No limit is noted for this room: look at what is posted. ${rule}`;
  const people = 2 * wanted + 1;
  return a.overLimit > 0
    ? `${people} people are ${a.overLimit} more than the ${room.limit} allowed here. ${rule}`
    : `${people} people of ${room.limit} allowed here. ${rule}`;
}
