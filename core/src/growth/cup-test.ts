import { requireInRange } from '../errors/require.js';
import { adaptiveStep, FIRST_STEP_S } from './adaptive-step.js';
import type { RunStatus } from './growth-result.js';
import { crossing } from './layer-watch.js';
import { RosenbrockStepper } from './rosenbrock-step.js';
import { withStepMemory } from './kernel/step-memory.js';
import { layerMaterial, StackCells } from './stack-cells.js';
import { checkKineticCard, type KineticCard } from '../cure/kinetic-card.js';
import { prepareKinetics } from '../cure/kinetics.js';

/** A cup of mixed resin left to itself. */
export interface CupInput {
  readonly card: KineticCard;
  readonly massKg: number;
  /** Resin at the start, and the air around the cup [K] */
  readonly startK: number;
  readonly airK: number;
  readonly catalystPct: number | null;
  /** How long it is watched [s]; default six hours */
  readonly endS?: number;
  /** Local error aimed at [K]; default 0.1 */
  readonly toleranceK?: number;
}

/** What a thermometer in the middle of the cup would show. */
export interface CupOutcome {
  readonly status: RunStatus;
  /** Gel at the middle [s]; null: not within the time */
  readonly gelS: number | null;
  readonly peakK: number;
  readonly peakS: number;
  /** [s], [K], one per step */
  readonly timeS: readonly number[];
  readonly centerK: readonly number[];
}

/** Heat lost from the cup's surface [W/m²K]. */
const CUP_H = 8;
const SHELLS = 24;
const TOLERANCE_K = 0.1;
const MAX_STEPS = 5000;
const MASS = { min: 0.005, max: 50, unit: 'kg' };
const TEMPERATURE = { min: 263, max: 353, unit: 'K' };

/**
 * Radius of the sphere with the volume-to-surface ratio of a cylinder as wide as high: R = d/2, d = (4V/π)^(1/3).
 * @param volumeM3 of the resin [m³]
 * @returns [m]
 */
export function cupRadiusM(volumeM3: number): number {
  return Math.cbrt((4 * volumeM3) / Math.PI) / 2;
}

/** Cells as shells of a sphere: the slab's arrays with areas and volumes instead of unit area. */
function sphereCells({ card, massKg, startK, catalystPct }: CupInput): StackCells {
  const layer = { name: 'cup', card, thicknessM: 1, glassW: 0, catalystPct };
  const { material, heat } = layerMaterial(layer);
  const radius = cupRadiusM(massKg / material.rho);
  const dr = radius / SHELLS;
  const cells = new StackCells({ cells: SHELLS, pieces: 1, cards: 1 }, CUP_H, 0);
  const sizes = new Array<number>(SHELLS).fill(dr);
  cells.addLayer(
    {
      name: 'cup',
      plug: false,
      sessionIndex: 0,
      layerIndex: 0,
      fromPly: 0,
      toPly: 1,
      laidS: 0,
      thicknessM: radius,
      kinetics: prepareKinetics(card, catalystPct),
      heat,
    },
    sizes,
    material,
    startK,
  );
  for (let i = 0; i < SHELLS; i++) {
    const volume = (4 / 3) * Math.PI * (((i + 1) * dr) ** 3 - (i * dr) ** 3);
    cells.C[i] = material.rho * material.cp * volume;
    cells.Q[i] = heat * volume;
    cells.G[i] *= 4 * Math.PI * ((i + 1) * dr) ** 2;
  }
  return cells;
}

/**
 * Simulates the cup test: pot life, and how hot a forgotten pot gets.
 * @returns gel, peak and the curve at the middle
 * @throws DomainError for a mass, temperature or catalyst that makes no sense
 * @see docs/physics.md
 */
export function simulateCup(input: CupInput): CupOutcome {
  checkKineticCard(input.card);
  requireInRange('mass in the cup', input.massKg, MASS);
  requireInRange('start temperature of the cup', input.startK, TEMPERATURE);
  requireInRange('air around the cup', input.airK, TEMPERATURE);
  const tolerance = requireInRange('tolerance', input.toleranceK ?? TOLERANCE_K, { min: 1e-4, max: 5, unit: 'K' });
  return withStepMemory(() => followCup(input, tolerance));
}

function followCup(input: CupInput, tolerance: number): CupOutcome {
  const cells = sphereCells(input);
  const stepper = new RosenbrockStepper(
    cells,
    { air: { kind: 'constant', tempK: input.airK }, backK: null },
    { tempK: tolerance, cure: tolerance * 0.006, induction: tolerance * 0.02 },
  );
  const endS = requireInRange('time the cup is watched', input.endS ?? 6 * 3600, { min: 60, max: 7 * 86400, unit: 's' });
  const clock = { timeS: 0, stepS: FIRST_STEP_S };
  const timeS = [0];
  const centerK = [input.startK];
  let gelS: number | null = null;
  let peak = 0;
  let status: RunStatus = 'converged';
  while (clock.timeS < endS - 1e-6) {
    if (timeS.length > MAX_STEPS) {
      status = 'maxSteps';
      break;
    }
    stepper.evaluate();
    const step = adaptiveStep(stepper, clock, endS, 600);
    if (step.status !== 'converged') {
      status = step.status;
      break;
    }
    if (gelS === null && cells.a[0] >= input.card.a_gel)
      gelS = step.fromS + crossing(stepper.cureBefore[0], stepper.fa[0], cells.a[0], step.h, input.card.a_gel);
    timeS.push(clock.timeS);
    centerK.push(cells.T[0]);
    if (cells.T[0] > centerK[peak]) peak = timeS.length - 1;
  }
  return { status, gelS, peakK: centerK[peak], peakS: timeS[peak], timeS, centerK };
}
