import { z } from 'zod';
import type { Bpm, Foot, Role, Seconds, Ticks } from '../base';

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

/** One practice: every tap with what it meant. */
export const resultSchema = z
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

/** One tap, and the step it means. */
export interface Tap {
  readonly step?: Ticks | undefined;
  readonly round: number;
  readonly late?: Seconds | undefined;
  readonly foot: Foot;
  readonly wrong: boolean;
}
export interface PracticeResult {
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
