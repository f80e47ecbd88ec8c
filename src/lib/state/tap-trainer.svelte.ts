import { nanoid } from 'nanoid';
import { TICKS_PER_BEAT, type Foot, type Role } from '$lib/core/base';
import type { Analysis } from '$lib/core/analysis';
import { beatClock } from '$lib/core/music';
import {
  clicks,
  countIn,
  matched,
  tapFigures,
  type Due,
  type TapResult,
  type SoundCue,
  type TapFigures,
  type TappedTo,
  type Tapped,
} from '$lib/core/practice';
import type { Song } from '$lib/core/song/schema';
import { toBand, toBeats, toSong, type Accompaniment, type MusicSource } from './accompaniment';
import { sounding } from './sounding.svelte';

/** What is tapped: which steps, whose, to what. */
export interface Exercise {
  readonly figure: string;
  readonly name: string;
  readonly analysis: Analysis;
  readonly role: Role;
  readonly to: TappedTo;
  readonly song?: Song | undefined;
  readonly bpm: number;
  readonly rounds: number;
}

/** Steps that take weight, of one role, over so many rounds. `at` gives seconds of beats from the first 1. */
export function dueSteps(a: Analysis, role: Role, rounds: number, at: (beat: number) => number): Due[] {
  const beats = Math.max(1, Math.ceil(a.end / TICKS_PER_BEAT));
  const steps = a.roles[role].actions.filter((w) => w.change && w.foot !== undefined && w.tick >= 0);
  return Array.from({ length: rounds }, (_, round) =>
    steps.map((w): Due => ({
      tick: w.tick,
      round,
      at: at(round * beats + w.tick / TICKS_PER_BEAT),
      foot: w.foot as Foot,
    })),
  ).flat();
}

/** Tapping along with the steps of one role: two keys for two feet, measured against when each step is due. */
export class TapTrainer {
  running = $state(false);
  busy = $state(false);
  problem = $state('');
  beat = $state(-1);
  /** How the last tap lay, seconds late, for the eye. */
  last: number | undefined = $state();
  taps: readonly Tapped[] = $state.raw([]);
  result: TapResult | undefined = $state.raw();
  due: readonly Due[] = $state.raw([]);
  #exercise: Exercise | undefined;
  #frame = 0;

  readonly figures: TapFigures | undefined = $derived.by(
    () => this.result && tapFigures(this.result, this.#when()),
  );
  #when(): (t: { readonly step?: number | undefined; readonly round: number }) => number {
    const at = Object.fromEntries(this.due.map((d) => [`${d.round} ${d.tick}`, d.at]));
    return (t) => at[`${t.round} ${t.step}`] ?? 0;
  }

  async start(e: Exercise, source: MusicSource): Promise<void> {
    this.stop();
    this.problem = '';
    this.busy = true;
    try {
      const beats = Math.max(1, Math.ceil(e.analysis.end / TICKS_PER_BEAT));
      const { map, first, buffer, notes = [] } = await this.#music(e, beats * e.rounds, source);
      const clock = beatClock(map.beats);
      this.due = dueSteps(e.analysis, e.role, e.rounds, (b) => clock.at(first + b));
      if (this.due.length === 0) throw new Error('There are no steps that take weight in it.');
      const from = clock.at(first);
      const period = 60 / clock.bpm(first + 0.5);
      const counted = countIn(map.bar, 1, period, true);
      const cues: readonly SoundCue[] = e.to === 'click' ? clicks(map) : notes;
      this.#exercise = e;
      this.taps = [];
      this.result = undefined;
      this.last = undefined;
      this.beat = -counted.lead / period;
      const performer = sounding.performer();
      performer.onend = () => this.finish();
      this.running = true;
      // One beat more than is danced: the last tap may be late.
      const span = { from, to: clock.at(first + beats * e.rounds) + period };
      const begun = await performer.play({
        cues,
        music: buffer,
        span,
        from,
        loop: false,
        ramp: [{ speed: 1, times: 1 }],
        countIn: counted,
        voice: sounding.says,
      });
      if (begun === undefined) return;
      const look = () => {
        const now = performer.position();
        if (now === undefined || !this.running) return;
        this.beat = now < from ? (now - from) / period : clock.beat(now) - first;
        this.#frame = requestAnimationFrame(look);
      };
      look();
    } catch (error) {
      this.running = false;
      this.problem = error instanceof Error ? error.message : String(error);
    } finally {
      this.busy = false;
    }
  }

  async #music(e: Exercise, beats: number, source: MusicSource): Promise<Accompaniment> {
    if (e.to === 'song' && e.song?.map) {
      const music = await toSong({ ...e.song, map: e.song.map }, source);
      if (music.first + beats >= music.map.beats.length)
        throw new Error('The song is too short for so many rounds.');
      return music;
    }
    return e.to === 'band' ? toBand(e.analysis, e.bpm, beats) : toBeats(e.analysis, e.bpm, beats);
  }

  /** A tap of a foot at a time of the page's clock (milliseconds, as events tell it). */
  tap(foot: Foot, timeStamp: number): void {
    const now = this.running ? sounding.performer().position() : undefined;
    if (now === undefined) return;
    const at = now - (performance.now() - timeStamp) / 1000 - sounding.late;
    const first = this.due[0]?.at ?? 0;
    if (at < first - 0.4) return;
    this.taps = [...this.taps, { at, foot }];
    const nearest = this.due.reduce(
      (best, d) => (Math.abs(d.at - at) < Math.abs(best - at) ? d.at : best),
      Infinity,
    );
    this.last = at - nearest;
  }

  /** Ends it and says what it came to; undefined where nothing was tapped. */
  finish(): void {
    const e = this.#exercise;
    this.stop();
    if (!e || this.taps.length === 0) return;
    this.result = {
      id: nanoid(12),
      name: e.name,
      at: Date.now(),
      figure: e.figure,
      role: e.role,
      to: e.to,
      bpm: Math.round(e.bpm * 10) / 10,
      steps: this.due.length,
      taps: matched(this.due, this.taps).map((t) =>
        t.late === undefined ? t : { ...t, late: Math.round(t.late * 1e4) / 1e4 + 0 },
      ),
    };
  }
  stop(): void {
    cancelAnimationFrame(this.#frame);
    if (this.running) sounding.stop();
    this.running = false;
  }
}
