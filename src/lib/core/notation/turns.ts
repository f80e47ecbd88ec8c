import { fail, ok, type Degrees, type Result } from '../base';

/** Signs for shares of a whole. */
export const FRACTIONS: Readonly<Record<string, number>> = {
  '¼': 1 / 4,
  '½': 1 / 2,
  '¾': 3 / 4,
  '⅛': 1 / 8,
  '⅜': 3 / 8,
  '⅝': 5 / 8,
  '⅞': 7 / 8,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '⅙': 1 / 6,
  '⅚': 5 / 6,
};
const SIGN = Object.keys(FRACTIONS).join('');
const SHAPE = new RegExp(
  `^([rl])(?:(\\d+)(?:°|d)|(?:(\\d+)\\+)?(\\d+)/(\\d+)|(\\d+)?\\+?([${SIGN}])|(\\d+))$`,
);
/** A word that starts like a turn, whether or not its amount can be read. */
export const LOOKS_LIKE_TURN = new RegExp(`^[rl][\\d${SIGN}]`);

const LARGEST: Degrees = 360 * 12;

/**
 * Reads a turn word: `r1/4`, `l½`, `r1+1/2`, `r1½`, `r30°`, `l2`. Right is positive.
 * Errors: `bad-turn` when the amount cannot be read or is 0 or beyond 12 turns, `turn-not-15` off the 15° grid.
 * @example readTurn('r3/8') // { ok: true, value: 135 }
 */
export function readTurn(word: string): Result<Degrees, 'bad-turn' | 'turn-not-15'> {
  const m = SHAPE.exec(word);
  if (!m) return fail('bad-turn');
  const [, side, deg, whole, top, bottom, before, sign, alone] = m;
  const amount =
    deg !== undefined
      ? Number(deg)
      : 360 * (Number(whole ?? before ?? alone ?? 0) + share(top, bottom, sign));
  return turnOf(amount, side === 'r' ? 1 : -1);
}

/** A turn of so many degrees to the right (1) or left (−1), if it can be danced. @example turnOf(90, -1) // -90 */
export function turnOf(amount: Degrees, side: 1 | -1): Result<Degrees, 'bad-turn' | 'turn-not-15'> {
  const rounded = Math.round(amount);
  if (!Number.isFinite(amount) || amount <= 0 || amount > LARGEST) return fail('bad-turn');
  if (Math.abs(amount - rounded) > 1e-6 || rounded % 15 !== 0) return fail('turn-not-15');
  return ok(side * rounded);
}

function share(top: string | undefined, bottom: string | undefined, sign: string | undefined): number {
  if (sign !== undefined) return FRACTIONS[sign] ?? 0;
  return top !== undefined && bottom !== undefined ? Number(top) / Number(bottom) : 0;
}

/** @example printTurn(540) // 'r1+1/2' */
export function printTurn(turn: Degrees): string {
  const side = turn > 0 ? 'r' : 'l';
  const { whole, top, bottom } = fractionOf(turn);
  const fraction = top === 0 ? '' : `${top}/${bottom}`;
  if (whole === 0) return side + fraction;
  return side + whole + (fraction ? `+${fraction}` : '');
}

/** The amount of a turn in lowest terms, without its side. Multiples of 15° only. */
export function fractionOf(turn: Degrees): { whole: number; top: number; bottom: number } {
  const parts = Math.round(Math.abs(turn) / 15);
  const rest = parts % 24;
  const common = gcd(rest, 24);
  return { whole: Math.floor(parts / 24), top: rest / common, bottom: 24 / common };
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** @example shareTurn(225, 2) // [120, 105] */
export function shareTurn(turn: Degrees, n: number): Degrees[] {
  const parts = Math.round(Math.abs(turn) / 15);
  const each = Math.floor(parts / n);
  const over = parts - each * n;
  return Array.from({ length: n }, (_, i) => Math.sign(turn) * 15 * (each + (i < over ? 1 : 0)));
}
