import type { HoldId } from '../vocabulary';
import { stateOfHold } from './holds';
import { keyOfState, mirrored, swapped, type ArmState } from './state';
import { apply, turnUnder } from './transition';

/** The holds one picks from: those figures may begin in, their mirror images, and where one turn from them leads. */
export function presets(): ArmState[] {
  const hold = (id: HoldId, follower = 0, leader = 0): ArmState => stateOfHold(id, { leader, follower });
  const under = (s: ArmState, by: number, over: readonly ('L' | 'R')[]): ArmState => {
    const next = apply(s, turnUnder('follower', by, over));
    return next.ok ? next.value : s;
  };
  const wrap = stateOfHold('wrap');
  const hammer = stateOfHold('hammerlock');
  const cradle = apply(wrap, { type: 'turn', by: { leader: -90, follower: -90 }, over: [] });
  const list = [
    hold('two-hand'),
    hold('left-right'),
    hold('right-left'),
    hold('handshake'),
    hold('left-left'),
    hold('crossed'),
    hold('crossed-left'),
    stateOfHold('double-cross'),
    mirrored(stateOfHold('double-cross')),
    wrap,
    mirrored(wrap),
    cradle.ok ? cradle.value : wrap,
    hammer,
    mirrored(hammer),
    swapped(hammer),
    hold('shadow', 180),
    under(hold('handshake'), 180, ['R']),
    under(hold('two-hand'), 180, ['L']),
    hold('two-hand', 90, -90),
    backToBack(),
    hold('closed'),
    hold('none'),
  ];
  const seen = new Set<string>();
  return list.filter((s) => !seen.has(keyOfState(s)) && seen.add(keyOfState(s)));
}

/** Both roll away from each other, the left pair over both heads. */
function backToBack(): ArmState {
  const rolled = apply(stateOfHold('two-hand'), {
    type: 'turn',
    by: { leader: -180, follower: 180 },
    over: [
      { arm: 'L', role: 'leader', passes: -1 },
      { arm: 'L', role: 'follower', passes: 1 },
    ],
  });
  return rolled.ok ? rolled.value : stateOfHold('two-hand');
}
