import { TICKS_PER_BEAT } from '$lib/core/base';
import type { Analysis } from '$lib/core/analysis';
import { countIn, danceCues, goneRound, saidAhead, type Heard } from '$lib/core/practice';
import { danceOf } from '$lib/core/vocabulary';
import type { Timing } from './dance-timing';
import type { Player, Stretch } from './player.svelte';
import { sounding } from './sounding.svelte';

/** How something danced is played along with. */
export interface Along {
  readonly stretch: Stretch;
  readonly speed: number;
  readonly repeat: boolean;
  readonly heard: Heard;
  /** It is counted in. */
  readonly counted: boolean;
}

/** Sounds a figure or a combination from where the playhead is, and moves the playhead to what is heard. Gives what ends it. */
export function danceAlong(player: Player, a: Analysis, timing: Timing, how: Along): () => void {
  const { stretch, speed, repeat, heard } = how;
  const { at, music } = timing;
  const all = danceCues(a, at, heard);
  const span = { from: at(stretch.from), to: at(stretch.to) };
  const from = at(Math.max(stretch.from, Math.min(player.tick, stretch.to - 1)));
  const { bar } = danceOf(a.figure);
  const counted =
    how.counted && sounding.countIn > 0
      ? countIn(
          bar === 3 ? 3 : bar === 2 ? 2 : 4,
          sounding.countIn,
          (at(stretch.from + TICKS_PER_BEAT) - at(stretch.from)) / speed,
          heard.calls !== 'none',
        )
      : undefined;
  let frame = 0;
  let ended = false;
  const performer = sounding.performer();
  performer.onend = () => player.stop();
  void performer
    .play({
      cues: repeat ? goneRound(all, span) : all,
      music,
      span,
      from,
      loop: repeat,
      ramp: [{ speed, times: 1 }],
      countIn: counted && saidAhead(counted, all, from, speed),
      voice: sounding.says,
    })
    .then((start) => {
      if (start === undefined || ended) return;
      const look = () => {
        const now = performer.position();
        if (ended || now === undefined) return;
        player.tick = Math.max(stretch.from, Math.min(stretch.to - 1e-3, timing.tick(now)));
        frame = requestAnimationFrame(look);
      };
      look();
    });
  return () => {
    ended = true;
    cancelAnimationFrame(frame);
    performer.stop();
  };
}
