import { TABLE_MAX_K, TABLE_MIN_K, TABLE_PER_K, TABLE_STRIDE, type PreparedKinetics, type RateTable } from '../../cure/kinetics.js';
import { STEP_WASM } from './step-wasm.js';

/** Arrays of a run in the order of core/kernel/step.ts; only those that are looked at from here have a name. */
export const STATE = { T: 0, X: 1, a: 2, C: 3, G: 4, Q: 5, fa: 6, cureBefore: 7 } as const;
const ARRAYS = 27;
const RECORD_BYTES = 56;
const TABLE_BYTES = (Math.round((TABLE_MAX_K - TABLE_MIN_K) * TABLE_PER_K) + 2) * TABLE_STRIDE * 8;
const PAGE = 65536;
/** What lies below is the kernel's own. */
const FIRST = 4096;

type Numbers = readonly number[];

/** The functions of core/kernel/step.ts; there stands what their numbers mean. */
export interface StepKernel {
  readonly evaluate: (...numbers: Numbers) => void;
  readonly attempt: (...numbers: Numbers) => number;
  readonly accept: (...numbers: Numbers) => number;
  readonly boundaryHeat: { readonly value: number };
}

let memory: WebAssembly.Memory | undefined;
let kernel: StepKernel | undefined;
let used = FIRST;

function bytesOf(base64: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
}

const isKernel = (exports: object): exports is StepKernel => 'attempt' in exports;

function start(): { memory: WebAssembly.Memory; kernel: StepKernel } {
  memory ??= new WebAssembly.Memory({ initial: 16 });
  if (kernel) return { memory, kernel };
  const { exports } = new WebAssembly.Instance(new WebAssembly.Module(bytesOf(STEP_WASM)), { env: { memory, pow: Math.pow } });
  if (!isKernel(exports)) throw new Error('the step kernel is out of date: npm run kernel');
  kernel = exports;
  return { memory, kernel };
}

/**
 * Runs something that claims memory of the kernel, and gives all of it back afterwards: no array may be kept.
 * A run within a run may grow the memory, which takes the outer one's arrays away; nothing here does so.
 */
export function withStepMemory<Result>(run: () => Result): Result {
  const before = used;
  try {
    return run();
  } finally {
    used = before;
  }
}

/** What one run has of the kernel's memory: its cells' arrays, records of the layers that cure, and the cards' tables. */
export class StepMemory {
  readonly kernel: StepKernel;
  readonly base = used;
  private readonly buffer: ArrayBuffer;
  private readonly records: DataView;
  private readonly tables = new Map<RateTable, number>();
  private nextTable: number;

  constructor(
    readonly capacity: number,
    layers: number,
    cards: number,
  ) {
    const { memory: all, kernel: loops } = start();
    this.kernel = loops;
    const recordsAt = this.base + ARRAYS * capacity * 8;
    this.nextTable = recordsAt + Math.ceil((layers * RECORD_BYTES) / 8) * 8;
    used = this.nextTable + cards * TABLE_BYTES;
    const missing = used - all.buffer.byteLength;
    if (missing > 0) all.grow(Math.ceil(missing / PAGE));
    this.buffer = all.buffer;
    new Uint8Array(this.buffer, this.base, recordsAt - this.base).fill(0);
    this.records = new DataView(this.buffer, recordsAt, layers * RECORD_BYTES);
  }

  array(which: keyof typeof STATE): Float64Array {
    return new Float64Array(this.buffer, this.base + STATE[which] * this.capacity * 8, this.capacity);
  }

  /** No heat from any cell until the next step. */
  forgetSource(): void {
    const SOURCE = 23;
    new Float64Array(this.buffer, this.base + SOURCE * this.capacity * 8, this.capacity).fill(0);
  }

  /** Tells the kernel which cells a layer has and how they cure. */
  record(index: number, start: number, end: number, { table, k1, k2, m, n, inductionRate }: PreparedKinetics): void {
    const at = index * RECORD_BYTES;
    const { records } = this;
    records.setInt32(at, start, true);
    records.setInt32(at + 4, end, true);
    records.setInt32(at + 8, this.addressOf(table), true);
    records.setFloat64(at + 16, k1, true);
    records.setFloat64(at + 24, k2, true);
    records.setFloat64(at + 32, m, true);
    records.setFloat64(at + 40, n, true);
    records.setFloat64(at + 48, inductionRate, true);
  }

  private addressOf(table: RateTable): number {
    const known = this.tables.get(table);
    if (known !== undefined) return known;
    const address = this.nextTable;
    new Float64Array(this.buffer, address, table.length).set(table);
    this.tables.set(table, address);
    this.nextTable += TABLE_BYTES;
    return address;
  }
}
