import type { Heights } from '$lib/core/analysis';
import type {
  ClassPlan,
  DanceRef,
  Dancer,
  Entry,
  Group,
  PlanReport,
  Rotation,
  Round,
  Suggestion,
  TemplateId,
} from '$lib/core/classes';
import type { Combination } from '$lib/core/combination';
import type { Figure } from '$lib/core/figure';
import type { Arrangement, Footprint, Room } from '$lib/core/hall';
import { Latest, type Port } from './latest';

/** Everything classes are made of, sent once and again when it has changed. */
export interface Stock {
  /** What marks its present state. */
  readonly key: string;
  readonly figures: readonly Figure[];
  readonly combinations: readonly Combination[];
  /** Version, and what it grew from. */
  readonly parents: readonly (readonly [string, string])[];
  readonly heights: Heights;
}

export type ClassQuestion =
  | {
      readonly type: 'report';
      readonly plan: ClassPlan;
      readonly group: Group | undefined;
      readonly log: readonly Entry[];
      readonly when: number;
    }
  | {
      readonly type: 'suggest';
      readonly plan: ClassPlan;
      readonly group: Group | undefined;
      readonly log: readonly Entry[];
      readonly template: TemplateId;
      readonly when: number;
    }
  | {
      readonly type: 'rotate';
      readonly dancers: readonly Dancer[];
      readonly rounds: number;
      readonly past?: readonly Round[];
    }
  | {
      readonly type: 'pack';
      readonly room: Room;
      readonly what: DanceRef | undefined;
      readonly couples: number;
      readonly margin: number;
    };
export type ClassAsk =
  | (ClassQuestion & { readonly id: number; readonly stock?: Stock | undefined })
  | { readonly type: 'stop'; readonly id: number };

export type ClassAnswer = { readonly id: number } & (
  | { readonly type: 'report'; readonly report: PlanReport }
  | {
      readonly type: 'suggest';
      readonly suggestion: Suggestion;
      readonly names: Readonly<Record<string, string>>;
    }
  | { readonly type: 'rotate'; readonly rotation: Rotation }
  | {
      readonly type: 'pack';
      readonly footprint: Footprint | undefined;
      readonly arrangement: Arrangement | undefined;
    }
  | { readonly type: 'died' }
);

/** Asks a worker what a class comes to. The latest question wins; a question can be given up. */
export class ClassFinder {
  readonly #latest: Latest<ClassQuestion & { readonly stock?: Stock | undefined }, ClassAnswer>;
  #sent = '';

  constructor(start: () => Port<ClassAnswer>) {
    this.#latest = new Latest<ClassQuestion & { readonly stock?: Stock | undefined }, ClassAnswer>(
      start,
      (id) => {
        this.#sent = '';
        return { type: 'died', id };
      },
    );
  }

  ask(question: ClassQuestion, stock: Stock | undefined, answer: (a: ClassAnswer) => void): void {
    const fresh = stock && stock.key !== this.#sent;
    if (stock) this.#sent = stock.key;
    this.#latest.ask(fresh ? { ...question, stock } : question, answer);
  }
  cancel(): void {
    this.#latest.cancel();
  }
  stop(): void {
    this.#latest.stop();
    this.#sent = '';
  }
}
