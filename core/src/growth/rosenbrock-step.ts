import { airSlope, airTempK, type AirCourse } from '../heat/air.js';
import type { LayerCells, StackCells } from './stack-cells.js';

/** Error scales that count as 1 [K], [-], [-] for a tolerance of 1 K. */
export interface ErrorScales {
  readonly tempK: number;
  readonly cure: number;
  readonly induction: number;
}

export interface Surroundings {
  readonly air: AirCourse;
  /** Temperature behind the plug [K]; null follows the air */
  readonly backK: number | null;
}

/**
 * Steps of ROS2, a second-order, L-stable Rosenbrock method with an embedded first-order result; its loops over cells run in the kernel.
 * @see core/kernel/step.ts
 * @see docs/references.md#verwer-1999
 */
export class RosenbrockStepper {
  /** Rates at the step's start, by cell. */
  readonly fa: Float64Array;
  /** Cure of the active cells before the step that was accepted last. */
  readonly cureBefore: Float64Array;
  /** Layers whose cure runs; only their cells have rates, cure and induction to follow */
  active: LayerCells[] = [];

  constructor(
    private readonly cells: StackCells,
    private readonly around: Surroundings,
    private readonly scales: ErrorScales,
  ) {
    this.fa = cells.memory.array('fa');
    this.cureBefore = cells.memory.array('cureBefore');
  }

  /** Evaluates rates and derivatives at the present state; needed once after each accepted step or event. */
  evaluate(): void {
    const { layers, memory } = this.cells;
    let count = 0;
    let same = layers.length === this.knownLayers;
    for (const layer of layers) {
      if (layer.kinetics === null || layer.frozen) continue;
      if (!same || this.active[count] !== layer) {
        same = false;
        this.active[count] = layer;
        memory.record(count, layer.start, layer.end, layer.kinetics);
      }
      count++;
    }
    // What fell asleep sets no heat free any more.
    if (!same || this.active.length !== count) memory.forgetSource();
    this.active.length = count;
    this.knownLayers = layers.length;
    memory.kernel.evaluate(memory.base, memory.capacity, count);
  }

  /** Tries a step of h seconds; leaves the result in the kernel's memory and returns the error norm (1 = at tolerance). */
  attempt(timeS: number, h: number): number {
    const { n, backG, memory } = this.cells;
    const { air, backK } = this.around;
    const { tempK, cure, induction } = this.scales;
    const air0 = this.airAt(timeS);
    const air1 = this.airAt(timeS + h);
    const slope = airSlope(air, timeS);
    const back0 = backK ?? air0;
    const back1 = backK ?? air1;
    const backRise = backK === null ? slope : 0;
    // prettier-ignore
    return memory.kernel.attempt(
      memory.base, memory.capacity, this.active.length, n, h, air0, air1, slope,
      back0, back1, backRise, backG, tempK, cure, induction,
    );
  }

  /** Heat through the boundaries during the last tried step [J/m²] */
  get boundaryHeat(): number {
    return this.cells.memory.kernel.boundaryHeat.value;
  }

  private knownLayers = 0;
  private airTimeS = NaN;
  private airK = NaN;
  private airBeforeS = NaN;
  private airBeforeK = NaN;

  /** Air temperature, remembered for the two moments a step asks for again and again [K]. */
  airAt(timeS: number): number {
    if (timeS === this.airTimeS) return this.airK;
    if (timeS === this.airBeforeS) return this.airBeforeK;
    this.airBeforeS = this.airTimeS;
    this.airBeforeK = this.airK;
    this.airTimeS = timeS;
    this.airK = airTempK(this.around.air, timeS);
    return this.airK;
  }

  /** Takes the tried step as the new state. @returns heat of cure set free [J/m²] */
  accept(h: number): number {
    const { n, memory } = this.cells;
    return memory.kernel.accept(memory.base, memory.capacity, this.active.length, n, h);
  }
}
