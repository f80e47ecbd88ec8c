import { signedHeading, type Degrees } from '../base';
import { HOLDS, type HoldId } from '../vocabulary';
import { apply, takeHands, turnUnder, type Transition } from './transition';
import { APART, type ArmState, type Both } from './state';

const FACING: Both<Degrees> = { leader: 0, follower: 0 };

/**
 * The arms a hold has when the partners stand at these facings relative to each other.
 * @example stateOfHold('double-cross').crossing // 2
 */
export function stateOfHold(hold: HoldId, phi: Both<Degrees> = FACING): ArmState {
  const row = HOLDS[hold];
  const then = row.turned;
  let s: ArmState = { ...APART, phi: then ? FACING : phi };
  const step = (t: Transition): void => {
    const next = apply(s, t);
    if (next.ok) s = next.value;
  };
  for (const [leader, follower] of row.hands)
    step(takeHands(s, leader, follower, { height: row.height, ...(row.top ? { top: row.top } : {}) }));
  for (const rest of row.rests) step({ type: 'rest', rest });
  if (!then) return s;
  step(turnUnder('follower', then.by, then.over));
  const rest = {
    leader: signedHeading(phi.leader - s.phi.leader),
    follower: phi === FACING ? 0 : signedHeading(phi.follower - s.phi.follower),
  };
  step({ type: 'turn', by: rest, over: [] });
  return s;
}
