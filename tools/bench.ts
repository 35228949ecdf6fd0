import { readCase, reportCase, type CaseReport, type ParsedCase } from '@pentimento/core/formats';
import { simulateGrowth, type GrowthCase, type GrowthResult } from '@pentimento/core/growth';
import { build } from 'esbuild';
import { availableParallelism } from 'node:os';
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { evaluateMold, evaluateOne, FIELD, knownZones, zoneKey } from '@pentimento/core/judging';
import { cardLibrary, changeSection, planToCase } from '@pentimento/core/plan';
import { fiveDayAtOnce, fiveDayCase, fiveDayPlan, threeSectionMold } from './five-day-case.js';

/*
 * npm run bench               times, always with the error beside them
 * npm run bench -- --accuracy the same at several tolerances and grids, so that nobody trades one for the other unseen
 */
const CASES = new URL('../core/cases/', import.meta.url);
const WARM_UP = 25;
const RUNS = 60;
const FRESH_WORKERS = 9;

function timed(run: () => void): number {
  const start = performance.now();
  run();
  return performance.now() - start;
}

function quantile(values: readonly number[], q: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
}

function warmTimes(run: () => void, runs = RUNS): number[] {
  for (let i = 0; i < WARM_UP; i++) run();
  return Array.from({ length: runs }, () => timed(run));
}

interface Loaded {
  readonly parsed: ParsedCase;
  readonly reference: CaseReport;
}

function publicCases(): Loaded[] {
  const files = readdirSync(CASES).filter((f) => f.endsWith('.json'));
  return files.sort().map((file) => {
    // The repository's own reference file, in the report's shape.
    // eslint-disable-next-line @typescript-eslint/no-unsafe-assignment
    const reference: CaseReport = JSON.parse(readFileSync(new URL(`results/${file}`, CASES), 'utf8'));
    return { parsed: readCase(JSON.parse(readFileSync(new URL(file, CASES), 'utf8'))), reference };
  });
}

/** Worst peak error of any layer against the independent solver's result [K]. */
function worstPeakError({ parsed, reference }: Loaded, options = {}): number {
  const report = reportCase(parsed, simulateGrowth(parsed.growth, options));
  return Math.max(...report.layers.map((layer, i) => Math.abs(layer.peak_C - reference.layers[i].peak_C)));
}

/** Worst difference of any layer's peak between two runs of one case [K]. */
function worstDifference(a: GrowthResult, b: GrowthResult): number {
  return Math.max(...a.layers.map((layer, i) => Math.abs(layer.peakK - b.layers[i].peakK)));
}

const FINE = { toleranceK: 0.02, grid: { cellM: 0.2e-3, plugCellM: 0.2e-3, plugGrowth: 1.05 }, history: false } as const;

function line(name: string, { steps, cells }: GrowthResult, times: readonly number[], errorK: number): void {
  const ms = (q: number): string => quantile(times, q).toFixed(2).padStart(8);
  console.log(`${name.padEnd(46)}${String(steps).padStart(6)}${String(cells).padStart(6)}${ms(0.5)}${ms(0.95)}${errorK.toFixed(3).padStart(8)}`);
}

/** Bytes of everything a result keeps in typed arrays. */
function resultBytes({ segments, geometry, gelS }: GrowthResult): number {
  const fields = segments.flatMap(({ field, checkpoints }) => [field.timeS, field.tempK, field.cure, ...checkpoints.map((c) => c.state)]);
  return [...fields, geometry.centerM, geometry.sizeM, gelS].reduce((sum, array) => sum + array.byteLength, 0);
}

/** Editing the last session with the rest taken over from the run before. */
function measureEdit(growth: GrowthCase, fullMs: number): void {
  const first = simulateGrowth(growth);
  const last = growth.sessions.length - 1;
  let k = 0;
  const edited = (): GrowthCase => ({
    ...growth,
    sessions: growth.sessions.map((s, i) =>
      i === last ? { ...s, layers: s.layers.map((l) => ({ ...l, catalystPct: 1.3 + 0.005 * (k++ % 20) })) } : s,
    ),
  });
  const runs = warmTimes(() => void simulateGrowth(edited(), {}, first));
  const { newSteps, steps } = simulateGrowth(edited(), {}, first);
  console.log(
    `edit of the last session: ${String(newSteps)} of ${String(steps)} steps, p50 ${quantile(runs, 0.5).toFixed(2)} ms, p95 ${quantile(runs, 0.95).toFixed(2)} ms, ${Math.round((100 * quantile(runs, 0.5)) / fullMs).toFixed(0)} % of the full run's p50`,
  );
}

/** Bundles a worker of this folder, as the web does with its own. */
/** @param growth sources of another version's solver in place of this one's */
async function bundled(name: string, growth?: string): Promise<string> {
  const outfile = fileURLToPath(new URL(`../.local/${name}${growth === undefined ? '' : '-old'}.mjs`, import.meta.url));
  const alias: Record<string, string> = growth === undefined ? {} : { '@pentimento/core/growth': growth };
  await build({
    entryPoints: [fileURLToPath(new URL(`${name}.ts`, import.meta.url))],
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile,
    alias,
  });
  return outfile;
}

function freshRun(outfile: string, workerData?: string): Promise<number> {
  return new Promise<number>((resolve, reject) => {
    const worker = new Worker(outfile, { workerData });
    worker.once('message', resolve);
    worker.once('error', reject);
  });
}

const CLOUD_RUNS = 1000;

/** The spread of the five-day build in one worker per core. */
async function measureCloud(): Promise<void> {
  const outfile = await bundled('cloud-worker');
  const cores = availableParallelism();
  const start = performance.now();
  const shares = Array.from({ length: cores }, (_, c) => ({
    from: Math.floor((c * CLOUD_RUNS) / cores),
    to: Math.floor(((c + 1) * CLOUD_RUNS) / cores),
  }));
  const good = await Promise.all(
    shares.map(
      (workerData) =>
        new Promise<number>((resolve, reject) => {
          const worker = new Worker(outfile, { workerData });
          worker.once('message', resolve);
          worker.once('error', reject);
        }),
    ),
  );
  rmSync(outfile);
  const total = good.reduce((sum, n) => sum + n, 0);
  console.log(
    `spread of the five-day build: ${String(total)} runs in ${((performance.now() - start) / 1000).toFixed(2)} s on ${String(cores)} cores, started cold`,
  );
}

async function measureFresh(): Promise<void> {
  const outfile = await bundled('fresh-worker');
  const times: number[] = [];
  for (let i = 0; i < FRESH_WORKERS; i++) times.push(await freshRun(outfile));
  rmSync(outfile);
  console.log(
    `first run in a fresh worker of ${process.version}: p50 ${quantile(times, 0.5).toFixed(0)} ms, best ${quantile(times, 0).toFixed(0)}, worst ${quantile(times, 1).toFixed(0)}`,
  );
}

/** Heap growth of one simulation that is kept, besides its typed arrays. */
function measureMemory(growth: GrowthCase): void {
  const result = simulateGrowth(growth);
  console.log(`memory of one simulation with its restart points: ${(resultBytes(result) / 1e6).toFixed(2)} MB in typed arrays`);
}

/** What a five-day run was to beat, whatever it takes here [ms]. */
const MAY_TAKE_MS = 10;

/** All zones of a mold: from nothing, after an edit that changes everything, after one of the last session; and one zone under the hand. */
function measureMold(five: GrowthCase): void {
  const cards = cardLibrary();
  const plan = threeSectionMold();
  const known = knownZones(evaluateMold(plan, cards));
  const warmer = { ...plan, assumed: { ...plan.assumed, climate: { ...plan.assumed.climate, meanC: 21 } } };
  const last = plan.sections[2].sessions[plan.sections[2].sessions.length - 1].id;
  const later = changeSection(plan, plan.sections[2].id, (section) => ({
    ...section,
    sessions: section.sessions.map((session) => (session.id === last ? { ...session, startMin: session.startMin + 30 } : session)),
  }));
  const section = plan.sections[2].id;
  const one = (of: typeof plan): void => void evaluateOne({ plan: of, cards, sectionId: section, zoneId: FIELD }, known);
  const seen = new Map(known).set(zoneKey(section, FIELD), evaluateOne({ plan: later, cards, sectionId: section, zoneId: FIELD }, known));
  const edits = {
    'from nothing': () => void evaluateMold(plan, cards),
    'an edit that changes everything': () => void evaluateMold(warmer, cards, known),
    'of the last session': () => void evaluateMold(later, cards, known),
    'all other zones, once the one that is looked at is there': () => void evaluateMold(later, cards, seen),
    'the visible zone then': () => {
      one(later);
    },
  };
  const said = Object.entries(edits).map(([name, edit]) => {
    const ms: number[] = [];
    const runs: number[] = [];
    for (let i = 0; i < WARM_UP + RUNS; i++) {
      // In turn: a machine's speed drifts.
      const [run, edited] = [timed(() => void simulateGrowth(five)), timed(edit)];
      if (i < WARM_UP) continue;
      runs.push(run);
      ms.push(edited);
    }
    const middle = quantile(ms, 0.5);
    return `${name} ${middle.toFixed(1)} ms (p95 ${quantile(ms, 0.95).toFixed(1)}, ${(middle / quantile(runs, 0.5)).toFixed(1)} five-day runs of this solver, ${(middle / MAY_TAKE_MS).toFixed(1)} of ${String(MAY_TAKE_MS)} ms)`;
  });
  console.log(`three sections, four zones each, both places, six days: ${said.join('; ')}`);
}

function accuracyTable(cases: readonly Loaded[], five: GrowthCase): void {
  console.log(`\n${'settings'.padEnd(46)} steps cells     p50     p95  worst K of the public cases · of the five days`);
  const fine = simulateGrowth(five, FINE);
  const grids = { shipped: {}, 'cells 0.25 mm': { grid: { cellM: 0.25e-3 } }, 'cells 1 mm': { grid: { cellM: 1e-3 } } };
  for (const toleranceK of [0.05, 0.1, 0.2, 0.4, 0.8]) {
    for (const [name, grid] of Object.entries(grids)) {
      const options = { toleranceK, ...grid };
      const result = simulateGrowth(five, options);
      const times = warmTimes(() => void simulateGrowth(five, options), 20);
      const worst = Math.max(...cases.map((c) => worstPeakError(c, options)));
      const own = worstDifference(result, fine).toFixed(3);
      console.log(
        `${`tolerance ${String(toleranceK)} K, ${name}`.padEnd(46)}${String(result.steps).padStart(6)}${String(result.cells).padStart(6)}${quantile(times, 0.5).toFixed(2).padStart(8)}${quantile(times, 0.95).toFixed(2).padStart(8)}   ${worst.toFixed(3)} · ${own}`,
      );
    }
  }
}

const timesOf = (): Record<'old' | 'atOnce' | 'byPly', number[]> => ({ old: [], atOnce: [], byPly: [] });

async function freshAgainst(growth: string, folder: string): Promise<void> {
  const files = { now: await bundled('fresh-worker'), old: await bundled('fresh-worker', growth) };
  const times: Record<'now' | 'old', number[]> = { now: [], old: [] };
  for (let i = 0; i < FRESH_WORKERS; i++) for (const key of ['now', 'old'] as const) times[key].push(await freshRun(files[key], 'at once'));
  for (const file of Object.values(files)) rmSync(file);
  const [now, old] = [quantile(times.now, 0.5), quantile(times.old, 0.5)];
  console.log(
    `first run in a fresh worker against ${folder}, laid at once: ${now.toFixed(0)} ms against ${old.toFixed(0)}, ${(now / old).toFixed(2)} of it (medians, in turn)`,
  );
}

/** An older version beside this one, in one run: the folder of its sources stands in BENCH_OLD (outside the repository). */
async function measureAgainst(folder: string): Promise<void> {
  const outfile = fileURLToPath(new URL('../.local/old-core.mjs', import.meta.url));
  await build({ entryPoints: [`${folder}/core/src/growth/simulate-growth.ts`], bundle: true, platform: 'node', format: 'esm', outfile });
  // eslint-disable-next-line @typescript-eslint/no-unsafe-assignment
  const old: { simulateGrowth: typeof simulateGrowth } = await import(outfile);
  rmSync(outfile);
  const plan = fiveDayPlan();
  const atOnce = fiveDayAtOnce();
  await freshAgainst(`${folder}/core/src/growth/simulate-growth.ts`, folder);
  const runs = {
    old: () => old.simulateGrowth(atOnce),
    atOnce: () => simulateGrowth(atOnce),
    byPly: () => simulateGrowth(planToCase(plan, cardLibrary())),
  };
  const times = timesOf();
  for (let i = 0; i < WARM_UP + RUNS; i++)
    for (const key of ['old', 'atOnce', 'byPly'] as const) {
      const ms = timed(() => void runs[key]());
      if (i >= WARM_UP) times[key].push(ms);
    }
  const of = (key: keyof typeof times): number => quantile(times[key], 0.25);
  console.log(
    `five days against ${folder}: laid at once ${of('atOnce').toFixed(2)} ms against ${of('old').toFixed(2)}, ${(of('old') / of('atOnce')).toFixed(2)} times as fast; ply by ply ${of('byPly').toFixed(2)} ms, ${(of('old') / of('byPly')).toFixed(2)} times (first quartiles, in turn)`,
  );
}

const five = fiveDayCase();
const cases = publicCases();
await measureFresh();
console.log(`\n${'case'.padEnd(46)} steps cells     p50     p95   err K   (ms warm; err: worst peak against the fine result)`);
const fine = simulateGrowth(five, FINE);
const fiveTimes = warmTimes(() => void simulateGrowth(five));
line('five days, seven layers', simulateGrowth(five), fiveTimes, worstDifference(simulateGrowth(five), fine));
for (const loaded of cases) {
  const times = warmTimes(() => void simulateGrowth(loaded.parsed.growth));
  line(loaded.parsed.name, simulateGrowth(loaded.parsed.growth), times, worstPeakError(loaded));
}
measureEdit(five, quantile(fiveTimes, 0.5));
measureMemory(five);
measureMold(five);
await measureCloud();
if (process.env.BENCH_OLD) await measureAgainst(process.env.BENCH_OLD);
if (process.argv.includes('--accuracy')) accuracyTable(cases, five);
