import { readCase, reportCase, simulateGrowth, type CaseReport, type GrowthCase, type ParsedCase } from '@pentimento/core';
import { readdirSync, readFileSync } from 'node:fs';
import { fiveDayCase } from './five-day-case.js';

const CASES = new URL('../core/cases/', import.meta.url);
const WARM_UP = 25;
const RUNS = 60;

interface Row {
  readonly name: string;
  readonly steps: number;
  readonly cells: number;
  readonly coldMs: number;
  readonly warm: readonly number[];
  readonly errorK: number | null;
}

function timed(run: () => void): number {
  const start = performance.now();
  run();
  return performance.now() - start;
}

function quantile(sorted: readonly number[], q: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
}

function measure(name: string, growth: GrowthCase, errorK: number | null): Row {
  const coldMs = timed(() => void simulateGrowth(growth));
  for (let i = 0; i < WARM_UP; i++) simulateGrowth(growth);
  const warm = Array.from({ length: RUNS }, () => timed(() => void simulateGrowth(growth))).sort((a, b) => a - b);
  const { steps, cells } = simulateGrowth(growth);
  return { name, steps, cells, coldMs, warm, errorK };
}

/** Worst peak error of any layer against the independent solver's result [K]. */
function worstPeakError(parsed: ParsedCase, reference: CaseReport): number {
  const report = reportCase(parsed, simulateGrowth(parsed.growth));
  return Math.max(...report.layers.map((layer, i) => Math.abs(layer.peak_C - reference.layers[i].peak_C)));
}

function print(row: Row): void {
  const ms = (value: number): string => value.toFixed(2).padStart(8);
  const error = row.errorK === null ? '      –' : row.errorK.toFixed(3).padStart(7);
  console.log(
    `${row.name.padEnd(44)}${String(row.steps).padStart(6)}${String(row.cells).padStart(6)}${ms(row.coldMs)}${ms(quantile(row.warm, 0.5))}${ms(quantile(row.warm, 0.95))}${error}`,
  );
}

/** Editing the last session with the rest taken over from the run before. */
function measureEdit(growth: GrowthCase): void {
  const first = simulateGrowth(growth);
  const last = growth.sessions.length - 1;
  const edited = (k: number): GrowthCase => ({
    ...growth,
    sessions: growth.sessions.map((s, i) =>
      i === last ? { ...s, layers: s.layers.map((l) => ({ ...l, catalystPct: 1.3 + 0.005 * (k % 20) })) } : s,
    ),
  });
  for (let i = 0; i < WARM_UP; i++) simulateGrowth(edited(i), {}, first);
  const runs = Array.from({ length: RUNS }, (_, k) => timed(() => void simulateGrowth(edited(k), {}, first))).sort((a, b) => a - b);
  const { newSteps, steps } = simulateGrowth(edited(3), {}, first);
  console.log(
    `edit of the last session: ${String(newSteps)} of ${String(steps)} steps, p50 ${quantile(runs, 0.5).toFixed(2)} ms, p95 ${quantile(runs, 0.95).toFixed(2)} ms`,
  );
}

console.log(`${'case'.padEnd(44)} steps cells    cold     p50     p95  err K   (ms; err: worst peak against the fine result)`);
const five = fiveDayCase();
print(measure('five days, seven layers (first in process)', five, null));
for (const file of readdirSync(CASES)
  .filter((f) => f.endsWith('.json'))
  .sort()) {
  const parsed = readCase(JSON.parse(readFileSync(new URL(file, CASES), 'utf8')));
  // The repository's own reference file, in the report's shape.
  // eslint-disable-next-line @typescript-eslint/no-unsafe-assignment
  const reference: CaseReport = JSON.parse(readFileSync(new URL(`results/${file}`, CASES), 'utf8'));
  print(measure(parsed.name, parsed.growth, worstPeakError(parsed, reference)));
}
print(measure('five days, seven layers (again)', five, null));
measureEdit(five);
