import { builtInMaterials } from '../materials/built-in-materials.js';
import type { CardScalar, MaterialCard } from '../materials/material-card.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { libraryOf, type CardLibrary } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import type { Verdict, VerdictLevel } from '../judging/verdicts/verdict.js';

export const cards = cardLibrary();

/** A school's plan over a square meter of board in a shop of one temperature. */
export function school(id: string, meanC = 20): SectionPlan {
  const plan = planFromTemplate(id, { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
  return { ...plan, climate: { ...plan.climate, meanC, swingC: 0 } };
}

export const verdicts = (plan: SectionPlan, library = cards): readonly Verdict[] => evaluatePlan(plan, library).verdicts;
export const levelOf = (plan: SectionPlan, id: string, library = cards): VerdictLevel | undefined =>
  verdicts(plan, library).find((v) => v.id === id)?.level;

/** Built-in cards with some lines of one changed, as a data sheet would. */
export function changed(id: string, values: Readonly<Record<string, CardScalar>>): CardLibrary {
  const entries = Object.entries(values).map(([key, value]) => [key, { value, origin: 'data sheet', note: '', date: null }] as const);
  const all = builtInMaterials.map((card): MaterialCard =>
    card.id === id ? { ...card, values: { ...card.values, ...Object.fromEntries(entries) } } : card,
  );
  return libraryOf(all);
}

/** Demolded so many hours after the last session. */
export const afterLast = (plan: SectionPlan, hours: number): SectionPlan => ({
  ...plan,
  demoldMin: (plan.sessions.at(-1)?.startMin ?? 0) + hours * 60,
});
