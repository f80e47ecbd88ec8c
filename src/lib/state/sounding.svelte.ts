import { Performer, type SpeakerId } from '$lib/sound';
import { soundSettings } from './sound-settings.svelte';

/** What sounds: one output for the whole application, opened when it is first wanted. */
class Sounding {
  #performer: Performer | undefined;

  performer(): Performer {
    soundSettings.load();
    if (!this.#performer) {
      const made = new Performer(
        () => new Worker(new URL('../sound/ticker.worker.ts', import.meta.url), { type: 'module' }),
      );
      soundSettings.onlevels = (levels) => made.levels(levels);
      this.#performer = made;
    }
    this.#performer.levels(soundSettings.levels);
    return this.#performer;
  }

  get countIn(): 0 | 1 | 2 {
    return soundSettings.countIn;
  }
  get says(): SpeakerId {
    return soundSettings.says;
  }
  get ahead(): boolean {
    return soundSettings.ahead;
  }
  get late(): number {
    return soundSettings.late;
  }

  stop(): void {
    this.#performer?.stop();
  }
}

export const sounding = new Sounding();
