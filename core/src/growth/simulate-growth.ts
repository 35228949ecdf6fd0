import { adaptiveStep, FIRST_STEP_S } from './adaptive-step.js';
import { checkCase } from './check-case.js';
import { restoreCheckpoint, saveCheckpoint, type Checkpoint, type RunState } from './checkpoint.js';
import { SegmentRecorder } from './field-history.js';
import { DEFAULT_GRID, DEFAULT_TOLERANCE_K, type GridOptions, type GrowthCase, type GrowthOptions } from './growth-case.js';
import type { GrowthResult, GrowthSegment, RunStatus } from './growth-result.js';
import { withStepMemory } from './kernel/step-memory.js';
import { LayerPeak, restAndWake, watchGel, watchPeaks } from './layer-watch.js';
import { layEvents, type LayEvent } from './lay-events.js';
import { reusablePrefix } from './reuse.js';
import { RosenbrockStepper, type ErrorScales } from './rosenbrock-step.js';
import { layOn, plugCells, type StackCells } from './stack-cells.js';
import { summarize } from './summarize.js';

const CHECKPOINT_EVERY = 48;
const ASK_EVERY = 32;
/** Error scales per kelvin of tolerance; found by npm run bench -- --accuracy. */
const CURE_PER_K = 0.012;
const INDUCTION_PER_K = 0.02;
/** A zero that the engine keeps as a float, so that sums started from it do not recompile the step. */
const FLOAT_ZERO = -0;

const STATUS_TEXT: Record<RunStatus, string> = {
  converged: 'finished',
  maxSteps: 'the simulation took too many steps; check the card for absurd rates',
  diverged: 'a temperature left the range the cards are meant for (-60 to 340 °C); check card and amounts',
  cancelled: 'stopped on request',
};

/** One running simulation: cells, clock, and what it has recorded. */
class GrowthRun {
  private readonly events: readonly LayEvent[];
  private readonly cells: StackCells;
  private readonly stepper: RosenbrockStepper;
  private readonly grid: GridOptions;
  private readonly maxSteps: number;
  private readonly maxStepS: number;
  private state: RunState;
  readonly segments: GrowthSegment[] = [];
  private newSteps = 0;

  constructor(
    private readonly input: GrowthCase,
    private readonly options: GrowthOptions,
  ) {
    this.grid = { ...DEFAULT_GRID, ...options.grid };
    this.maxSteps = options.maxSteps ?? 20000;
    this.maxStepS = options.maxStepS ?? 7200;
    this.events = layEvents(input);
    this.cells = plugCells(input, this.events, this.grid);
    const { back } = input.plug;
    const tolerance = options.toleranceK ?? DEFAULT_TOLERANCE_K;
    const scales: ErrorScales = { tempK: tolerance, cure: tolerance * CURE_PER_K, induction: tolerance * INDUCTION_PER_K };
    this.stepper = new RosenbrockStepper(this.cells, { air: input.air, backK: back.kind === 'convective' ? back.tempK : null }, scales);
    this.state = {
      timeS: 0,
      stepS: FIRST_STEP_S,
      landing: false,
      steps: 0,
      peaks: [],
      energy: { boundary: FLOAT_ZERO, laid: FLOAT_ZERO, reaction: FLOAT_ZERO },
    };
    if (this.cells.n > 0) this.cells.setBack(this.backH());
    this.addPeaks();
  }

  private backH(): number {
    const { back } = this.input.plug;
    return back.kind === 'convective' ? back.h : 0;
  }

  private backK(timeS: number): number {
    const { back } = this.input.plug;
    return back.kind === 'convective' && back.tempK !== null ? back.tempK : this.stepper.airAt(timeS);
  }

  private addPeaks(): void {
    while (this.state.peaks.length < this.cells.layers.length) this.state.peaks.push(new LayerPeak());
  }

  run(previous?: GrowthResult): GrowthResult {
    const { events } = this;
    const { endS } = this.input;
    const reuse = previous ? reusablePrefix(previous, this.input, this.options) : null;
    let from = 0;
    let status: RunStatus = 'converged';
    if (reuse) {
      for (let e = 0; e < reuse.eventsLaid; e++) this.lay(e);
      this.state = restoreCheckpoint(this.cells, reuse.checkpoint);
      if (this.cells.n > 0) this.cells.setBack(this.backH());
      this.segments.push(...reuse.kept);
      status = this.advance(reuse.eventsLaid - 1, reuse);
      from = reuse.eventsLaid;
    } else if (this.cells.n > 0) {
      status = this.advance(-1);
    }
    for (let e = from; e < events.length && status === 'converged' && events[e].timeS <= endS; e++) {
      this.state.timeS = events[e].timeS;
      this.state.stepS = FIRST_STEP_S;
      this.state.landing = false;
      this.lay(e);
      status = this.advance(e);
    }
    return this.finish(status);
  }

  private segmentEnd(eventIndex: number): number {
    const next = eventIndex + 1 < this.events.length ? this.events[eventIndex + 1].timeS : Infinity;
    return Math.min(next, this.input.endS);
  }

  private lay(eventIndex: number): void {
    const event = this.events[eventIndex];
    const from = this.cells.n;
    for (const piece of event.pieces) layOn(this.cells, piece, event, this.grid);
    for (let i = from; i < this.cells.n; i++) this.state.energy.laid += this.cells.C[i] * this.cells.T[i];
    if (from === 0 && this.cells.n > 0) this.cells.setBack(this.backH());
    this.addPeaks();
  }

  /** Integrates to a moment, recording one segment. */
  private advance(eventIndex: number, resume?: { checkpoint: Checkpoint; segment: GrowthSegment }): RunStatus {
    const untilS = this.segmentEnd(eventIndex);
    const sessionIndex = eventIndex < 0 ? -1 : this.events[eventIndex].sessionIndex;
    const keep = this.options.history !== false;
    const recorder = new SegmentRecorder(this.cells.n);
    const checkpoints: Checkpoint[] = [];
    if (resume) {
      recorder.resume(resume.segment.field, resume.checkpoint.frames);
      checkpoints.push(...resume.segment.checkpoints.filter((c) => c.steps <= resume.checkpoint.steps));
    } else {
      this.watch();
      if (keep) {
        recorder.record(this.state.timeS, this.cells);
        checkpoints.push(saveCheckpoint(this.cells, this.state, recorder.count));
      }
    }
    let status: RunStatus = 'converged';
    this.stepper.evaluate();
    while (this.state.timeS < untilS - 1e-6) {
      status = this.step(untilS);
      if (status !== 'converged') break;
      if (keep) {
        recorder.record(this.state.timeS, this.cells);
        if (this.state.steps % CHECKPOINT_EVERY === 0) checkpoints.push(saveCheckpoint(this.cells, this.state, recorder.count));
      }
    }
    // The moment before the next lay-up: an edit of that session starts here.
    if (keep && status === 'converged' && checkpoints[checkpoints.length - 1].steps < this.state.steps) {
      checkpoints.push(saveCheckpoint(this.cells, this.state, recorder.count));
    }
    this.segments.push({ eventIndex, sessionIndex, field: recorder.close(), checkpoints });
    return status;
  }

  /** One accepted step, with all that is watched along it. */
  private step(untilS: number): RunStatus {
    const { state, stepper, cells } = this;
    if (state.steps >= this.maxSteps) return 'maxSteps';
    if (state.steps % ASK_EVERY === 0 && this.options.shouldStop?.()) return 'cancelled';
    const step = adaptiveStep(stepper, state, untilS, this.maxStepS);
    if (step.status !== 'converged') return step.status;
    state.energy.boundary += stepper.boundaryHeat;
    state.energy.reaction += step.reaction;
    watchGel(cells, stepper, step.fromS, step.h);
    state.steps++;
    this.newSteps++;
    this.watch();
    stepper.evaluate();
    if (restAndWake(cells, stepper)) stepper.evaluate();
    return 'converged';
  }

  private watch(): void {
    const { timeS, peaks } = this.state;
    watchPeaks(this.cells, peaks, timeS, this.stepper.airAt(timeS), this.backK(timeS));
  }

  private finish(status: RunStatus): GrowthResult {
    return summarize({
      status,
      message: STATUS_TEXT[status],
      input: this.input,
      options: this.options,
      cells: this.cells,
      state: this.state,
      segments: this.segments,
      newSteps: this.newSteps,
    });
  }
}

/**
 * Heat and cure through the thickness of a stack that grows session by session on a plug (1-D, finite volumes).
 * @param input the case; SI and kelvin
 * @param options tolerance [K], grid, history, a stop signal
 * @param previous an earlier result: everything up to the first difference is taken over, only the rest is computed
 * @returns a tagged result; fields are valid up to where the run ended, never NaN
 * @throws DomainError for input that makes no sense
 * @see docs/physics.md
 */
export function simulateGrowth(input: GrowthCase, options: GrowthOptions = {}, previous?: GrowthResult): GrowthResult {
  checkCase(input);
  return withStepMemory(() => new GrowthRun(input, options).run(previous));
}
