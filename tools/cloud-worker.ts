import { cardLibrary } from '@pentimento/core/plan';
import { cloudRun, cloudTimes } from '@pentimento/core/uncertainty';
import { parentPort, workerData } from 'node:worker_threads';
import { fiveDayPlan } from './five-day-case.js';

/** One worker's share of the cloud of the five-day build; answers with how many runs finished. */
// Our own message, from bench.ts.
// eslint-disable-next-line @typescript-eslint/no-unsafe-assignment
const { from, to }: { from: number; to: number } = workerData;
const plan = fiveDayPlan();
const request = { plan, cards: cardLibrary(), seed: 1, timesS: cloudTimes(plan) };
let good = 0;
for (let i = from; i < to; i++) if (cloudRun(request, i)) good += 1;
parentPort?.postMessage(good);
