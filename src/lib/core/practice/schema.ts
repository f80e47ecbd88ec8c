import * as z from 'zod/mini';
import { instantSchema } from '../base';
import type { Bpm, Foot, Role, Seconds, Ticks } from '../base';

/** What is said of a step: its count, how long it is, what it is, or what is written to be called there. */
export const CALLINGS = ['none', 'counts', 'quick-slow', 'steps', 'calls'] as const;
export type Calls = (typeof CALLINGS)[number];

/** What is tapped to. */
export const TAPPED_TO = ['click', 'band', 'song', 'silence'] as const;
export type TappedTo = (typeof TAPPED_TO)[number];

const tapSchema = z.strictObject({
  /** The step it means, in ticks of the figure from its 1; absent: one too many. */
  step: z.optional(z.int()),
  /** Which time through. */
  round: z.int().check(z.gte(0)),
  /** Seconds late; negative is early. */
  late: z.optional(z.number()),
  foot: z.enum(['L', 'R']),
  wrong: z.boolean(),
});

/** Kinds of questions: four to be thought out, two to be heard. */
export const DRILLS = ['free-foot', 'arms', 'follows', 'eights', 'the-one', 'break'] as const;
export type DrillId = (typeof DRILLS)[number];
export const HEARD: readonly DrillId[] = ['the-one', 'break'];

/** One practice of tapping along: every tap with what it meant. */
const tapResultSchema = z.strictObject({
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  /** When, milliseconds since 1970. */
  at: instantSchema,
  figure: z.optional(z.string().check(z.minLength(1), z.maxLength(64))),
  role: z.enum(['leader', 'follower']),
  to: z.enum(TAPPED_TO),
  bpm: z.number().check(z.gte(20), z.lte(400)),
  /** Steps there were to tap, over all rounds. */
  steps: z.int().check(z.gte(1), z.lte(100_000)),
  taps: z.array(tapSchema).check(z.maxLength(20_000)),
});

const answerSchema = z.strictObject({
  /** What was asked of: the same question has the same. */
  about: z.string().check(z.minLength(1), z.maxLength(400)),
  right: z.boolean(),
  /** How long the answer took. */
  seconds: z.number().check(z.gte(0), z.lte(86_400)),
  at: instantSchema,
});
/** One sitting of questions of a kind, with every answer. */
const drillResultSchema = z.strictObject({
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  at: instantSchema,
  drill: z.enum(DRILLS),
  answers: z.array(answerSchema).check(z.minLength(1), z.maxLength(10_000)),
});

/** What is kept of a practice: taps, or answers. Since version 2 there are answers. */
export const resultSchema = z.union([tapResultSchema, drillResultSchema]);

/** One tap, and the step it means. */
export interface Tap {
  readonly step?: Ticks | undefined;
  readonly round: number;
  readonly late?: Seconds | undefined;
  readonly foot: Foot;
  readonly wrong: boolean;
}
export interface TapResult {
  readonly id: string;
  readonly name: string;
  readonly at: number;
  readonly figure?: string | undefined;
  readonly role: Role;
  readonly to: TappedTo;
  readonly bpm: Bpm;
  readonly steps: number;
  readonly taps: readonly Tap[];
}

/** One answer to a question. */
export interface Answer {
  readonly about: string;
  readonly right: boolean;
  readonly seconds: Seconds;
  /** When, milliseconds since 1970. */
  readonly at: number;
}
export interface DrillResult {
  readonly id: string;
  readonly name: string;
  readonly at: number;
  readonly drill: DrillId;
  readonly answers: readonly Answer[];
}
export type PracticeResult = TapResult | DrillResult;

/** @example isDrill(result) // false: taps */
export const isDrill = (r: PracticeResult): r is DrillResult => 'drill' in r;
