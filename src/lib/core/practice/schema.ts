import { z } from 'zod';
import type { Bpm, Foot, Role, Seconds, Ticks } from '../base';

/** What is said of a step: its count, how long it is, what it is, or what is written to be called there. */
export const CALLINGS = ['none', 'counts', 'quick-slow', 'steps', 'calls'] as const;
export type Calls = (typeof CALLINGS)[number];

/** What is tapped to. */
export const TAPPED_TO = ['click', 'band', 'song', 'silence'] as const;
export type TappedTo = (typeof TAPPED_TO)[number];

const tapSchema = z
  .object({
    /** The step it means, in ticks of the figure from its 1; absent: one too many. */
    step: z.int().optional(),
    /** Which time through. */
    round: z.int().min(0),
    /** Seconds late; negative is early. */
    late: z.number().optional(),
    foot: z.enum(['L', 'R']),
    wrong: z.boolean(),
  })
  .strict();

/** Kinds of questions: four to be thought out, two to be heard. */
export const DRILLS = ['free-foot', 'arms', 'follows', 'eights', 'the-one', 'break'] as const;
export type DrillId = (typeof DRILLS)[number];
export const HEARD: readonly DrillId[] = ['the-one', 'break'];

/** One practice of tapping along: every tap with what it meant. */
const tapResultSchema = z
  .object({
    id: z.string().min(1).max(64),
    name: z.string().min(1).max(120),
    /** When, milliseconds since 1970. */
    at: z.int().min(0),
    figure: z.string().min(1).max(64).optional(),
    role: z.enum(['leader', 'follower']),
    to: z.enum(TAPPED_TO),
    bpm: z.number().min(20).max(400),
    /** Steps there were to tap, over all rounds. */
    steps: z.int().min(1).max(100_000),
    taps: z.array(tapSchema).max(20_000),
  })
  .strict();

const answerSchema = z
  .object({
    /** What was asked of: the same question has the same. */
    about: z.string().min(1).max(400),
    right: z.boolean(),
    /** How long the answer took. */
    seconds: z.number().min(0).max(86_400),
    at: z.int().min(0),
  })
  .strict();
/** One sitting of questions of a kind, with every answer. */
const drillResultSchema = z
  .object({
    id: z.string().min(1).max(64),
    name: z.string().min(1).max(120),
    at: z.int().min(0),
    drill: z.enum(DRILLS),
    answers: z.array(answerSchema).min(1).max(10_000),
  })
  .strict();

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
