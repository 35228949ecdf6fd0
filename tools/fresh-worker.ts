import { simulateGrowth } from '@pentimento/core/growth';
import { parentPort, workerData } from 'node:worker_threads';
import { fiveDayAtOnce, fiveDayCase } from './five-day-case.js';

/** Runs once in a worker that has computed nothing before, and answers with the time it took [ms]. */
const growth = workerData === 'at once' ? fiveDayAtOnce() : fiveDayCase();
const start = performance.now();
simulateGrowth(growth);
parentPort?.postMessage(performance.now() - start);
