import { answerAnalyse } from './analyse';
import { answerCompose } from './compose';
import type { Answered, Job } from './pool';
import { refused, type Reply } from './reply';

const now = (): number => performance.now();

/** Whatever goes wrong in answering is an answer: a helper lives on. */
function answered(job: Job): Reply {
  try {
    return job.what === 'analyse'
      ? answerAnalyse(job.body, job.type, job.limit, now)
      : answerCompose(job.body, job.type, job.limit, now);
  } catch (e) {
    const deep = e instanceof RangeError;
    const message = deep ? 'It goes on too long or too deep to be read.' : 'It cannot be answered.';
    return refused({ status: deep ? 422 : 503, at: 'the request', message });
  }
}

process.on('message', (job: Job) => {
  const done: Answered = { reply: answered(job) };
  process.send?.(done);
});
