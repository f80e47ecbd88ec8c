import { parentPort, workerData } from 'node:worker_threads';
import { composeWithin, type ComposeJob } from './compose-job';

parentPort?.postMessage(composeWithin(workerData as ComposeJob, () => performance.now()));
