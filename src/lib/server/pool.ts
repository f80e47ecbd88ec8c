import { spawn, type ChildProcess } from 'node:child_process';
import { setPriority } from 'node:os';
import helperSource from 'virtual:server-helper';
import type { Reply } from './reply';

/** What a helper is asked. */
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
  readonly helpers: number;
  /** Requests that may wait for a helper. */
  readonly waiting: number;
  /** Milliseconds a request may wait for a helper; after that it is refused, so that every answer comes in time. */
  readonly patience: number;
  /** Milliseconds after which a helper is ended that has not answered. */
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

/** What a helper begins with: its program comes as the first message, for a command line is too short for it. */
const BEGIN = `
process.on('disconnect', () => process.exit());
process.once('message', (source) => new Function('require', 'module', 'exports', source)(require, {}, {}));
`;
/** How far helpers give way to what answers. */
const PRIORITY = 10;

/**
 * A bounded number of helpers that compute, so that the process that answers never does, nor waits for the memory of
 * one that does: they are processes of their own. A helper serves one request after another; one that takes too long or
 * too much is ended, and so is one whose client has left: its place is free at once. Nothing is thrown.
 */
export class Pool {
  readonly #idle: ChildProcess[] = [];
  readonly #queue: Waiting[] = [];
  #busy = 0;

  constructor(private readonly limits: Limits) {}

  /** Whether there is no place at all: then a request is refused before it is looked at. */
  get full(): boolean {
    return this.#busy >= this.limits.helpers && this.#queue.length >= this.limits.waiting;
  }
  get busy(): number {
    return this.#busy;
  }

  run(job: Job, gone: AbortSignal): Promise<Reply> {
    if (gone.aborted) return Promise.resolve(GONE);
    if (this.full) return Promise.resolve(FULL);
    return new Promise((resolve) => {
      const waiting: Waiting = { job, gone, settle: resolve };
      if (this.#busy < this.limits.helpers) this.#serve(waiting);
      else this.#wait(waiting);
    });
  }

  #wait(w: Waiting): void {
    this.#queue.push(w);
    const giveUp = (reply: Reply): void => {
      const at = this.#queue.indexOf(w);
      if (at < 0) return;
      this.#queue.splice(at, 1);
      w.settle(reply);
    };
    setTimeout(giveUp, this.limits.patience, FULL).unref();
    w.gone.addEventListener('abort', () => giveUp(GONE));
  }

  #serve({ job, gone, settle }: Waiting): void {
    this.#busy++;
    const helper = this.#idle.pop() ?? this.#start();
    if (!helper.connected) {
      this.#busy--;
      return settle(FULL);
    }
    const end = (reply: Reply, keep: boolean): void => {
      clearTimeout(timer);
      gone.removeEventListener('abort', left);
      helper.off('message', said).off('exit', died);
      if (keep) this.#idle.push(helper);
      else helper.kill('SIGKILL');
      this.#busy--;
      settle(reply.body.length > this.limits.output ? tooLong(this.limits.output) : reply);
      const next = this.#queue.shift();
      if (next) this.#serve(next);
    };
    const left = (): void => end(GONE, false);
    const died = (): void => end(SPENT, false);
    const said = (done: unknown): void => end((done as Answered).reply, true);
    const timer = setTimeout(died, this.limits.time);
    gone.addEventListener('abort', left);
    helper.once('message', said).once('exit', died);
    helper.send(job);
  }

  #start(): ChildProcess {
    const limits = [`--max-old-space-size=${this.limits.megabytes}`, '--single-threaded-gc'];
    const helper = spawn(process.execPath, [...limits, '-e', BEGIN], {
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      env: {},
    });
    helper.on('error', () => {});
    // The system has no process or file left to give: the request is refused, nothing else happens.
    if (!helper.connected) return helper;
    helper.on('exit', () => {
      const at = this.#idle.indexOf(helper);
      if (at >= 0) this.#idle.splice(at, 1);
    });
    giveWay(helper);
    helper.send(helperSource);
    helper.unref();
    helper.channel?.unref();
    return helper;
  }

  /** Ends every helper that has nothing to do. */
  close(): void {
    for (const helper of this.#idle.splice(0)) helper.kill();
  }
}

/** Where the system allows it. */
function giveWay({ pid }: ChildProcess): void {
  if (pid === undefined) return;
  try {
    setPriority(pid, PRIORITY);
  } catch {
    // It computes at the usual priority.
  }
}

const tooLong = (most: number): Reply =>
  answer(422, 'the answer', `It is longer than ${most} characters; ask about less.`);
