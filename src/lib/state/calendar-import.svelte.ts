import type { CalendarFault, CalendarRead } from '$lib/core/calendar/ical-read';
import { fail, type Result } from '$lib/core/base';
import { filesFinder } from './files';

/** Reads calendar files off the main thread, and stops when it is told to. */
export class CalendarImport {
  /** The file being read. */
  reading: string | undefined = $state.raw();
  readonly #files = filesFinder();
  #settle: (result: undefined) => void = () => {};

  /** What is in a file; undefined where the reading was cancelled. Times without a zone are those of `here`. */
  async read(file: File, here: string): Promise<Result<CalendarRead, CalendarFault> | undefined> {
    this.cancel();
    this.reading = file.name;
    const text = await file.text();
    if (this.reading !== file.name) return undefined;
    const result = await new Promise<Result<CalendarRead, CalendarFault> | undefined>((resolve) => {
      this.#settle = resolve;
      this.#files.calendar(text, here, (a) => {
        if (a.type === 'calendar') resolve(a.result);
        if (a.type === 'failed') resolve(fail({ code: 'no-calendar' }));
      });
    });
    this.reading = undefined;
    return result;
  }

  cancel(): void {
    this.#files.stop();
    this.reading = undefined;
    this.#settle(undefined);
  }
}
