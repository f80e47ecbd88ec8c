import * as z from 'zod/mini';
import { SPEAKERS, type Levels, type SpeakerId } from '$lib/sound/speakers';

const settingsSchema = z.object({
  click: z.catch(z.number().check(z.gte(0), z.lte(1)), 0.7),
  voice: z.catch(z.number().check(z.gte(0), z.lte(1)), 0.8),
  music: z.catch(z.number().check(z.gte(0), z.lte(1)), 0.8),
  says: z.catch(z.enum(SPEAKERS), 'low'),
  countIn: z.catch(z.literal([0, 1, 2]), 1),
  ahead: z.catch(z.boolean(), false),
  /** What this device adds to what its browser says of it, seconds; measured by tapping. */
  late: z.catch(z.number().check(z.gte(-0.3), z.lte(0.6)), 0),
});
const KEY = 'brisk-partner:sound';

/** How loud each is, who counts, how it is counted in: kept for the whole application. */
class SoundSettings {
  click = $state(0.7);
  voice = $state(0.8);
  music = $state(0.8);
  says: SpeakerId = $state('low');
  countIn: 0 | 1 | 2 = $state(1);
  /** Calls come a beat ahead; counts stay on their beats. */
  ahead = $state(false);
  late = $state(0);
  /** Called when a level is set. */
  onlevels: (levels: Levels) => void = () => {};
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

  /** Takes a change over and keeps it. */
  set(patch: Partial<Levels & Pick<SoundSettings, 'says' | 'countIn' | 'ahead' | 'late'>>): void {
    Object.assign(this, patch);
    this.onlevels(this.levels);
    const { click, voice, music, says, countIn, ahead, late } = this;
    try {
      localStorage.setItem(KEY, JSON.stringify({ click, voice, music, says, countIn, ahead, late }));
    } catch {
      // Kept for this visit only where nothing can be stored.
    }
  }
}

export const soundSettings = new SoundSettings();
