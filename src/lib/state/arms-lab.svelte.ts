import {
  APART,
  apply,
  changeTo,
  keyOfState,
  nameOf,
  plansFor,
  releaseHand,
  routes,
  stateOfHold,
  takeHands,
  type ArmState,
  type NoRoute,
  type Plans,
  type Route,
  type RouteLimits,
} from '$lib/core/arms';
import type { Hand, Result, Role } from '$lib/core/base';
import type { BodyPart } from '$lib/core/vocabulary';
import { begin, record, redo, undo, type History } from './history';

/** Whose turn is looked at: one dancer's, or both at once. */
export type Turner = Role | 'apart' | 'along';
export const TURNERS: Readonly<Record<Turner, string>> = {
  follower: 'the follower',
  leader: 'the leader',
  apart: 'both, opposite ways',
  along: 'both, the same way',
};

/** Amounts looked at, in degrees. */
export const AMOUNTS = [180, 360, 540] as const;

export interface LedTurn {
  readonly by: number;
  readonly plans: Plans;
}

/** Where the hold is, and where one came from. */
interface Look {
  readonly from: ArmState | undefined;
  readonly hold: ArmState;
}

/** The Arms screen: the hold one is in, the one before, and every way from this one to that. */
export class ArmsLab {
  #history: History<Look> = $state.raw(begin({ from: undefined, hold: stateOfHold('two-hand') }));
  /** All ways begin where they begin now, wherever one goes. */
  stay = $state(false);
  turner: Turner = $state('follower');
  keepHands = $state(false);
  followerOnly = $state(false);
  noBehindBack = $state(false);
  /** Whole turns; undefined without a limit. */
  mostTurns: number | undefined = $state(undefined);
  beats: number | undefined = $state(undefined);

  readonly hold: ArmState = $derived.by(() => this.#history.present.hold);
  /** Where the ways begin; undefined until one has gone somewhere. */
  readonly from: ArmState | undefined = $derived.by(() => {
    const { from, hold } = this.#history.present;
    return from && keyOfState(from) !== keyOfState(hold) ? from : undefined;
  });
  readonly name = $derived.by(() => nameOf(this.hold));
  readonly canUndo: boolean = $derived.by(() => this.#history.past.length > 0);
  readonly canRedo: boolean = $derived.by(() => this.#history.future.length > 0);

  readonly turns: readonly LedTurn[] = $derived.by(() =>
    AMOUNTS.flatMap((amount) =>
      [amount, -amount].map((by) => ({ by, plans: plansFor(this.hold, this.both(by)) })),
    ),
  );

  readonly limits: RouteLimits = $derived.by(() => ({
    keepHands: this.keepHands,
    noBehindBack: this.noBehindBack,
    ...(this.followerOnly ? { turning: ['follower' as const] } : {}),
    ...(this.mostTurns === undefined ? {} : { mostHalfTurns: Math.round(this.mostTurns * 2) }),
    ...(this.beats === undefined ? {} : { beats: this.beats }),
  }));
  readonly found: Result<Route[], NoRoute> | undefined = $derived.by(
    () => this.from && routes(this.from, this.hold, this.limits, 5),
  );

  /** The facings that change when the chosen dancers turn by so much. */
  both(by: number): { leader: number; follower: number } {
    switch (this.turner) {
      case 'leader':
        return { leader: by, follower: 0 };
      case 'follower':
        return { leader: 0, follower: by };
      case 'apart':
        return { leader: -by, follower: by };
      case 'along':
        return { leader: by, follower: by };
    }
  }

  /** Begins in a hold that is danced somewhere: every way begins there. */
  begin(s: ArmState): void {
    this.#history = begin({ from: s, hold: s });
    this.stay = true;
  }
  /** Goes to a hold: whatever picture of it was picked, it means the same. */
  show(s: ArmState): void {
    const { from, hold } = this.#history.present;
    this.#look({ from: this.stay ? (from ?? hold) : hold, hold: s });
  }
  /** Turns the way round. */
  back(): void {
    const { from, hold } = this.#history.present;
    if (from) this.#look({ from: hold, hold: from });
  }
  /** The hold is another than it was said to be; where one came from stays. */
  #describe(hold: ArmState): void {
    this.#look({ ...this.#history.present, hold });
  }
  #look(look: Look): void {
    this.#history = record(this.#history, look, undefined, Date.now());
  }
  undo(): void {
    this.#history = undo(this.#history);
  }
  redo(): void {
    this.#history = redo(this.#history);
  }

  /** Joins a hand of the leader to one of the follower, or frees it. What is in the way is let go. */
  join(leader: Hand, follower: Hand | undefined): void {
    const t = follower ? changeTo(this.hold, leader, follower) : releaseHand(this.hold, leader);
    if (t) this.#do(t);
  }
  /** The same two hands with the other arm on top. */
  onTop(top: Hand): void {
    const [first, second] = this.hold.arms;
    if (!first || !second) return;
    const one = { ...this.hold, arms: [first], crossing: 0 };
    const t = takeHands(one, second.leader, second.follower, { top });
    if (t.type === 'take') this.#describe({ ...this.hold, crossing: t.crossing });
  }
  /** The partners stand anew; the hands are taken again from there. */
  stand(phi: { leader: number; follower: number }): void {
    let s: ArmState = { ...APART, phi };
    for (const a of this.hold.arms) {
      const next = apply(s, takeHands(s, a.leader, a.follower));
      if (next.ok) s = next.value;
    }
    this.#describe({ ...s, rests: this.hold.rests });
  }
  rest(role: Role, hand: Hand, on: BodyPart | undefined): void {
    const rests = this.hold.rests.filter((r) => !(r.role === role && r.hand === hand));
    if (!on) return this.#describe({ ...this.hold, rests });
    const arms = this.hold.arms.filter((a) => a[role] !== hand);
    const crossing = arms.length < 2 ? 0 : this.hold.crossing;
    this.#describe({ ...this.hold, arms, crossing, rests: [...rests, { role, hand, on, how: 'rest' }] });
  }

  #do(t: Parameters<typeof apply>[1]): void {
    const next = apply(this.hold, t);
    if (next.ok) this.#describe(next.value);
  }
}
