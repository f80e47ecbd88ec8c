import { SAID, SAID_TIMES, type HeardWord } from '$lib/core/breakdown';

/** What listens and gives words. */
export interface Recogniser {
  readonly name: string;
  /** Listens; `heard` is called with everything heard so far, `ended` once, with why where it went wrong. */
  start(heard: (words: readonly HeardWord[]) => void, ended: (problem?: string) => void): void;
  stop(): void;
}

/** The little of the browser's own speech recognition that is used. */
interface Recognition {
  lang: string;
  continuous: boolean;
  interimResults: boolean;
  start(): void;
  stop(): void;
  onresult: (e: { results: ArrayLike<ArrayLike<{ transcript: string; confidence: number }>> }) => void;
  onerror: (e: { error: string }) => void;
  onend: () => void;
}
type Maker = new () => Recognition;

const WHY: Readonly<Record<string, string>> = {
  'not-allowed': 'The microphone may not be used here. Allow it in the browser, or choose a recording.',
  'audio-capture': 'No microphone was found.',
  network: 'The browser’s speech recognition cannot be reached. Choose a recording, or type.',
  'no-speech': 'Nothing was heard.',
};

/** The browser's speech recognition; undefined where it has none. */
export function browserRecogniser(): Recogniser | undefined {
  const here = globalThis as { SpeechRecognition?: Maker; webkitSpeechRecognition?: Maker };
  const Made = here.SpeechRecognition ?? here.webkitSpeechRecognition;
  if (!Made) return undefined;
  let at: Recognition | undefined;
  return {
    name: 'This browser’s speech recognition',
    start(heard, ended) {
      let problem: string | undefined;
      at = new Made();
      at.lang = 'en-GB';
      at.continuous = true;
      at.interimResults = true;
      at.onresult = ({ results }) =>
        heard(
          Array.from(results).flatMap((r) => {
            const best = r[0];
            const words = best?.transcript.trim().split(/\s+/).filter(Boolean) ?? [];
            return words.map((text) => ({
              text,
              ...(best && best.confidence > 0 ? { sure: best.confidence } : {}),
            }));
          }),
        );
      at.onerror = (e) => (problem = WHY[e.error] ?? 'It stopped listening.');
      at.onend = () => ended(problem);
      at.start();
    },
    stop: () => at?.stop(),
  };
}

/** Stands in for a recogniser: it listens to a recording that ships, and hears each word when it is spoken. */
export function recordedRecogniser(index: number): Recogniser {
  const words = SAID[index]?.words.split(' ') ?? [];
  const times = SAID_TIMES[index] ?? [];
  let audio: HTMLAudioElement | undefined;
  let timer: ReturnType<typeof setInterval> | undefined;
  const end = () => {
    clearInterval(timer);
    audio?.pause();
  };
  return {
    name: `Recording: ${SAID[index]?.name ?? ''}`,
    start(heard, ended) {
      audio = new Audio(`/voice/said/${index + 1}.opus`);
      const from = performance.now();
      let played = true;
      audio.play().catch(() => (played = false));
      timer = setInterval(() => {
        // Where no sound can be played, the words come all the same.
        const now =
          played && audio && audio.currentTime > 0 ? audio.currentTime : (performance.now() - from) / 1000;
        const n = times.findLastIndex((t) => t <= now) + 1;
        heard(words.slice(0, n).map((text) => ({ text, sure: text === 'replays' ? 0.4 : 0.95 })));
        if (n < words.length) return;
        end();
        ended();
      }, 80);
    },
    stop: end,
  };
}
export const RECORDINGS = SAID.map((_, i) => i);
