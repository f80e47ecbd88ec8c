/** Longest recording of a room, seconds: a quarter of an hour. */
const LONGEST = 900;

/** Records the room with the device's microphone. What is recorded is a file like any other; it goes nowhere. */
export class Recorder {
  running = $state(false);
  seconds = $state(0);
  problem = $state('');
  #recorder: MediaRecorder | undefined;
  #parts: Blob[] = [];
  #timer: ReturnType<typeof setInterval> | undefined;

  async start(): Promise<void> {
    this.problem = '';
    try {
      const stream = await navigator.mediaDevices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      });
      const recorder = new MediaRecorder(stream);
      this.#parts = [];
      recorder.ondataavailable = (e) => this.#parts.push(e.data);
      recorder.start(1000);
      this.#recorder = recorder;
      this.running = true;
      this.seconds = 0;
      this.#timer = setInterval(() => {
        this.seconds++;
        if (this.seconds >= LONGEST) recorder.stop();
      }, 1000);
    } catch {
      this.problem = 'The microphone cannot be used: there is none, or this page may not use it.';
    }
  }

  /** Ends the recording and gives it as a file. */
  async stop(): Promise<File | undefined> {
    const recorder = this.#recorder;
    if (!recorder) return undefined;
    if (recorder.state !== 'inactive') {
      const ended = new Promise((yes) => (recorder.onstop = yes));
      recorder.stop();
      await ended;
    }
    this.cancel();
    const type = recorder.mimeType || 'audio/webm';
    const { format } = await import('date-fns/format');
    const name = `Room ${format(Date.now(), 'yyyy-MM-dd HH.mm')}.webm`;
    return new File(this.#parts, name, { type });
  }

  cancel(): void {
    clearInterval(this.#timer);
    for (const t of this.#recorder?.stream.getTracks() ?? []) t.stop();
    this.#recorder = undefined;
    this.running = false;
  }
}
