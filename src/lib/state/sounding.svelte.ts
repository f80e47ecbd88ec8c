import { z } from 'zod';
import { Performer, SPEAKERS, type Levels, type SpeakerId } from '$lib/sound';

const settingsSchema = z.object({
  click: z.number().min(0).max(1).catch(0.7),
  voice: z.number().min(0).max(1).catch(0.8),
  music: z.number().min(0).max(1).catch(0.8),
  says: z.enum(SPEAKERS).catch('low'),
  countIn: z.literal([0, 1, 2]).catch(1),
  ahead: z.boolean().catch(false),
  /** What this device adds to what its browser says of it, seconds; measured by tapping. */
  late: z.number().min(-0.3).max(0.6).catch(0),
});
const KEY = 'brisk-partner:sound';

/** What sounds, how loud and in which voice: one output for the whole application, opened when it is first wanted. */
class Sounding {
  click = $state(0.7);
  voice = $state(0.8);
  music = $state(0.8);
  says: SpeakerId = $state('low');
  /** Calls come a beat ahead; counts stay on their beats. */
  ahead = $state(false);
  countIn: 0 | 1 | 2 = $state(1);
  late = $state(0);
  #performer: Performer | undefined;
  #read = false;

  /** Reads what was set before, once. */
  load(): void {
    if (this.#read || typeof localStorage === 'undefined') return;
    this.#read = true;
    let raw: unknown = {};
    try {
      raw = JSON.parse(localStorage.getItem(KEY) ?? '{}');
    } catch {
      // What cannot be read is as it comes.
    }
    Object.assign(this, settingsSchema.parse(typeof raw === 'object' && raw !== null ? raw : {}));
  }

  get levels(): Levels {
    return { click: this.click, voice: this.voice, music: this.music };
  }

  performer(): Performer {
    this.load();
    this.#performer ??= new Performer(
      () => new Worker(new URL('../sound/ticker.worker.ts', import.meta.url), { type: 'module' }),
    );
    this.#performer.levels(this.levels);
    return this.#performer;
  }

  /** Takes a change over and keeps it. */
  set(patch: Partial<Levels & Pick<Sounding, 'says' | 'countIn' | 'ahead' | 'late'>>): void {
    Object.assign(this, patch);
    this.#performer?.levels(this.levels);
    const { click, voice, music, says, countIn, ahead, late } = this;
    try {
      localStorage.setItem(KEY, JSON.stringify({ click, voice, music, says, countIn, ahead, late }));
    } catch {
      // Kept for this visit only where nothing can be stored.
    }
  }

  stop(): void {
    this.#performer?.stop();
  }
}

export const sounding = new Sounding();
