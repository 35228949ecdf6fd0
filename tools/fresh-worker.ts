import { simulateGrowth } from '@pentimento/core/growth';
import { parentPort } from 'node:worker_threads';
import { fiveDayCase } from './five-day-case.js';

/** Runs once in a worker that has computed nothing before, and answers with the time it took [ms]. */
const growth = fiveDayCase();
const start = performance.now();
simulateGrowth(growth);
parentPort?.postMessage(performance.now() - start);
