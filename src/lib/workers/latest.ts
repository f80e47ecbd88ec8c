/** The part of a worker that is used. */
export type Port<A> = Pick<Worker, 'postMessage' | 'terminate'> & {
  onmessage: ((e: MessageEvent<A>) => void) | null;
  onerror: ((e: ErrorEvent) => void) | null;
};

/** Every question and every answer carries the number of the question. */
export interface Numbered {
  readonly id: number;
}

/**
 * Sends questions to a worker and hands on the answers to the latest; a worker that dies ends the question with
 * `died`, and is started anew with the next.
 */
export class Latest<Q extends object, A extends Numbered> {
  #port: Port<A> | undefined;
  #id = 0;
  #answer: (a: A) => void = () => {};

  constructor(
    private readonly start: () => Port<A>,
    private readonly died: (id: number) => A,
  ) {}

  ask(question: Q, answer: (a: A) => void): void {
    this.#answer = answer;
    this.#port ??= this.#begin();
    this.#port.postMessage({ ...question, id: ++this.#id });
  }

  /** The answers to the question asked last are no longer wanted; the worker stops at its next pause. */
  cancel(): void {
    this.#answer = () => {};
    this.#port?.postMessage({ type: 'stop', id: ++this.#id });
  }

  #begin(): Port<A> {
    const port = this.start();
    port.onmessage = (e) => {
      if (e.data.id === this.#id) this.#answer(e.data);
    };
    port.onerror = () => {
      this.stop();
      this.#answer(this.died(this.#id));
    };
    return port;
  }

  stop(): void {
    this.#port?.terminate();
    this.#port = undefined;
  }
}
