import { Worker } from 'node:worker_threads';
import threadSource from 'virtual:server-thread';
import type { Reply } from './reply';

/** What a thread is asked. */
export interface Job {
  readonly what: 'analyse' | 'compose';
  readonly type: string;
  readonly body: string;
  /** Milliseconds it may compute; what is known by then is the answer, where there can be a part of one. */
  readonly limit: number;
}
export interface Answered {
  readonly reply: Reply;
}

/** What a pool may use. */
export interface Limits {
  readonly threads: number;
  /** Requests that may wait for a thread. */
  readonly waiting: number;
  /** Milliseconds after which a thread is ended that has not answered. */
  readonly time: number;
  readonly megabytes: number;
  /** Longest answer, in characters. */
  readonly output: number;
}

interface Waiting {
  readonly job: Job;
  readonly gone: AbortSignal;
  readonly settle: (reply: Reply) => void;
}

const answer = (status: number, at: string, message: string): Reply => ({
  status,
  body: JSON.stringify({ error: { at, message } }),
});
const FULL = answer(503, 'the server', 'It is computing for others; ask again in a moment.');
const SPENT = answer(503, 'the request', 'It took more time or memory than is given to it.');
const GONE = answer(400, 'the request', 'Nobody waits for the answer any more.');

/**
 * A bounded number of threads that compute, so that the thread that answers never does. A thread serves one request
 * after another; one that takes too long or too much is ended, and so is one whose client has left: its place is free at
 * once. Nothing is thrown.
 */
export class Pool {
  readonly #idle: Worker[] = [];
  readonly #queue: Waiting[] = [];
  #busy = 0;

  constructor(private readonly limits: Limits) {}

  /** Whether there is no place at all: then a request is refused before it is looked at. */
  get full(): boolean {
    return this.#busy >= this.limits.threads && this.#queue.length >= this.limits.waiting;
  }
  get busy(): number {
    return this.#busy;
  }

  run(job: Job, gone: AbortSignal): Promise<Reply> {
    if (gone.aborted) return Promise.resolve(GONE);
    if (this.full) return Promise.resolve(FULL);
    return new Promise((resolve) => {
      const waiting: Waiting = { job, gone, settle: resolve };
      if (this.#busy < this.limits.threads) this.#serve(waiting);
      else this.#wait(waiting);
    });
  }

  #wait(w: Waiting): void {
    this.#queue.push(w);
    w.gone.addEventListener('abort', () => {
      const at = this.#queue.indexOf(w);
      if (at < 0) return;
      this.#queue.splice(at, 1);
      w.settle(GONE);
    });
  }

  #serve({ job, gone, settle }: Waiting): void {
    this.#busy++;
    const thread = this.#idle.pop() ?? this.#start();
    const end = (reply: Reply, keep: boolean): void => {
      clearTimeout(timer);
      gone.removeEventListener('abort', left);
      thread.off('message', said).off('error', died).off('exit', died);
      if (keep) this.#idle.push(thread);
      else void thread.terminate();
      this.#busy--;
      settle(reply.body.length > this.limits.output ? tooLong(this.limits.output) : reply);
      const next = this.#queue.shift();
      if (next) this.#serve(next);
    };
    const left = (): void => end(GONE, false);
    const died = (): void => end(SPENT, false);
    const said = (done: Answered): void => end(done.reply, true);
    const timer = setTimeout(died, this.limits.time);
    gone.addEventListener('abort', left);
    thread.once('message', said).once('error', died).once('exit', died);
    thread.postMessage(job);
  }

  #start(): Worker {
    const thread = new Worker(threadSource, {
      eval: true,
      resourceLimits: { maxOldGenerationSizeMb: this.limits.megabytes },
    });
    thread.on('error', () => {});
    thread.unref();
    return thread;
  }

  /** Ends every thread that has nothing to do. */
  close(): void {
    for (const thread of this.#idle.splice(0)) void thread.terminate();
  }
}

const tooLong = (most: number): Reply =>
  answer(422, 'the answer', `It is longer than ${most} characters; ask about less.`);
