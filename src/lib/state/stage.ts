import type { Programme } from '$lib/sound';

/** Stands in for what sounds, in tests: what was asked to be played, and a place in the music that is set by hand. */
export function fakeStage() {
  const frames: (() => void)[] = [];
  const performer = {
    onend: () => {},
    onpass: (_: number) => {},
    at: undefined as number | undefined,
    rung: 0,
    speed: () => 1,
    position: () => performer.at,
    play: async (p: Programme) => {
      stage.played.push(p);
      performer.at = p.from;
      return 0;
    },
    change: async (p: Partial<Programme>) => void stage.changed.push(p),
    ring: async () => void performer.rung++,
  };
  const stage = {
    performer,
    played: [] as Programme[],
    changed: [] as Partial<Programme>[],
    /** The last programme. */
    get last(): Programme | undefined {
      return stage.played.at(-1);
    },
    /** The music is heard at a place: one frame of the screen later it is shown. */
    heard(at: number) {
      performer.at = at;
      for (const f of frames.splice(0)) f();
    },
    sounding: {
      countIn: 1 as 0 | 1 | 2,
      says: 'low' as const,
      ahead: false,
      late: 0,
      levels: { click: 1, voice: 1, music: 1 },
      performer: () => performer,
      stop: () => void (performer.at = undefined),
    },
    frame: (f: () => void) => frames.push(f),
  };
  return stage;
}
