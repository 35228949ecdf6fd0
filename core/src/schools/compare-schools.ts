import { cardNumber } from '../materials/material-card.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { withSchool } from '../plan/stack-templates.js';
import { worstLevel, type VerdictLevel } from '../judging/verdicts/verdict.js';
import { KELVIN } from '../units/kelvin.js';
import { laminatingHours } from '../steps/labor.js';
import { stepsOf, workedOut } from '../steps/steps-of.js';
import { fitToThickness, laidMasses, stackTally } from '../stack/tally.js';

/** A school's figures for one mold. */
export interface SchoolFigures {
  readonly plan: SectionPlan;
  readonly days: number;
  readonly handsOnH: number;
  /** null: nothing is laid */
  readonly peakC: number | null;
  readonly interfaceC: number | null;
  /** [mm per m of panel]; null: nothing gelled */
  readonly bowMmPerM: number | null;
  readonly print: number | null;
  readonly laminateMm: number;
  readonly massKg: number;
  /** null: a card does not say its cost */
  readonly cost: number | null;
  readonly noCost: readonly string[];
  readonly worst: VerdictLevel;
  readonly stops: number;
}

/** Cost of resin and reinforcement, when every card says it. */
export function stackCost(plan: SectionPlan, cards: CardLibrary): { readonly cost: number | null; readonly missing: readonly string[] } {
  let cost = 0;
  const missing = new Set<string>();
  for (const layer of plan.sessions.flatMap(({ layers }) => layers)) {
    const card = cardOf(cards, layer.cardId);
    const perKg = cardNumber(card.sheet, 'costPerKg');
    if (perKg === null) missing.add(card.name);
    const masses = laidMasses(layer, plan, cards);
    cost += (perKg ?? 0) * masses.mixedKg;
    if (!layer.laminate) continue;
    const fabric = layer.fabricId === undefined ? undefined : cards.sheets.get(layer.fabricId);
    const perM2 = fabric ? cardNumber(fabric, 'costPerM2') : null;
    if (perM2 === null) missing.add(fabric?.name ?? `reinforcement of ${layer.name}`);
    cost += (perM2 ?? 0) * (masses.glassKg / (layer.laminate.glassGsm / 1000));
  }
  return { cost: missing.size === 0 ? cost : null, missing: [...missing] };
}

/**
 * The same mold by a school: its stack on this plug, in this shop, at the target thickness, simulated.
 * @param templateId null: the plan as it is
 * @throws DomainError for a plan that makes no sense
 */
export function schoolFigures(plan: SectionPlan, cards: CardLibrary, templateId: string | null): SchoolFigures {
  const school = withSchool(plan, templateId);
  const built = templateId === null || plan.design === undefined ? school : fitToThickness(school, cards, plan.design.targetMm);
  const evaluation = evaluatePlan(built, cards, {});
  const { result, verdicts, distortion } = evaluation;
  const laid = result.layers.filter((layer) => !layer.plug);
  const tally = stackTally(built, cards);
  const { cost, missing } = stackCost(built, cards);
  const [first] = built.sessions;
  const face = verdicts.find(({ kind }) => kind === 'interface-peak');
  return {
    plan: built,
    days: built.sessions.length === 0 ? 0 : (built.demoldMin - first.startMin) / 1440,
    handsOnH: laminatingHours(stepsOf(built, cards, workedOut(built, cards, evaluation))),
    peakC: laid.length > 0 ? Math.max(...laid.map(({ peakK }) => peakK)) - KELVIN : null,
    interfaceC: face?.value ?? null,
    bowMmPerM: distortion ? Math.abs(distortion.bowPerMeterM) * 1000 : null,
    print: distortion?.print?.index ?? null,
    laminateMm: tally.laminateMm,
    massKg: tally.resinKg + tally.glassKg,
    cost,
    noCost: missing,
    worst: worstLevel(verdicts),
    stops: verdicts.filter(({ level }) => level === 'stop').length,
  };
}
