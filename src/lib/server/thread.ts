import { setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';
import { answerAnalyse } from './analyse';
import { answerCompose } from './compose';
import type { Answered, Job } from './pool';
import { refused, type Reply } from './reply';

const now = (): number => performance.now();

/** Whatever goes wrong in answering is an answer: a thread lives on. */
function answered(job: Job): Reply {
  try {
    return job.what === 'analyse'
      ? answerAnalyse(job.body, job.type, now)
      : answerCompose(job.body, job.type, job.limit, now);
  } catch (e) {
    const deep = e instanceof RangeError;
    const message = deep ? 'It goes on too long or too deep to be read.' : 'It cannot be answered.';
    return refused({ status: deep ? 422 : 503, at: 'the request', message });
  }
}

// On Linux a priority is that of the thread that sets it: what computes gives way to what answers.
if (process.platform === 'linux') setPriority(10);

parentPort?.on('message', (job: Job) => {
  const done: Answered = { reply: answered(job) };
  parentPort?.postMessage(done);
});
