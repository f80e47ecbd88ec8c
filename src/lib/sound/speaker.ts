/** A voice that can say anything, at a time to come. It is not as exact as what is recorded. */
export interface Speaker {
  /** Says a text in so many seconds; what is being said then gives way, so that a count never lags. */
  readonly say: (text: string, seconds: number, level: number) => void;
  /** Says nothing of what was still to come. */
  readonly hush: () => void;
}

/** The part of a browser that speaks. */
export type Speech = Pick<SpeechSynthesis, 'speak' | 'cancel' | 'getVoices' | 'speaking'>;

/** Words a minute, as a share of the usual: clear, short. Our choice. */
const RATE = 1.2;

/** The browser's own voice; undefined where it has none. */
export function browserSpeaker(
  speech: Speech | undefined = globalThis.speechSynthesis,
  utter: (text: string) => SpeechSynthesisUtterance = (text) => new SpeechSynthesisUtterance(text),
): Speaker | undefined {
  if (!speech || speech.getVoices().length === 0) return undefined;
  const waiting = new Set<ReturnType<typeof setTimeout>>();
  const now = (text: string, level: number): void => {
    if (speech.speaking) speech.cancel();
    const u = utter(text);
    [u.volume, u.rate, u.lang] = [level, RATE, 'en'];
    speech.speak(u);
  };
  return {
    say: (text, seconds, level) => {
      const timer = setTimeout(
        () => {
          waiting.delete(timer);
          now(text, level);
        },
        Math.max(0, 1000 * seconds),
      );
      waiting.add(timer);
    },
    hush: () => {
      waiting.forEach(clearTimeout);
      waiting.clear();
      speech.cancel();
    },
  };
}
