import { byLevel } from '../../units/levels.js';
import type { GrowthResult } from '../../growth/growth-result.js';
import type { JointWindow } from '../../windows/joint-window.js';
import type { CardLibrary } from '../../plan/card-library.js';
import type { SectionPlan } from '../../plan/section-plan.js';
import { demoldCure, demoldHours, demoldTemperature } from './demold-verdicts.js';
import { activation, interfacePeak, layerPeak } from './heat-verdicts.js';
import { catalystRange, shopMinimum } from './mix-verdicts.js';
import { postCureVerdicts } from './post-cure-verdicts.js';
import { plyJoints } from './ply-verdicts.js';
import { placeLayers } from '../../plan/placed-layer.js';
import type { Verdict } from './verdict.js';
import { windowVerdict } from './window-verdicts.js';

/**
 * Every limit of a plan against the simulation, worst first.
 * @param result a converged run of this plan
 * @param windows one per joint between sessions
 */
export function planVerdicts(plan: SectionPlan, result: GrowthResult, windows: readonly JointWindow[], cards: CardLibrary): Verdict[] {
  const placed = placeLayers(plan, result, cards);
  const verdicts = [
    ...(placed.length > 0 ? [interfacePeak(plan, result)] : []),
    ...placed.flatMap((layer) => [layerPeak(layer, plan), ...activation(layer), demoldCure(layer, plan)]),
    ...demoldHours(placed, plan, result),
    ...demoldTemperature(placed, plan, result),
    ...postCureVerdicts(placed, plan, result),
    ...plyJoints(plan, result, placed),
    ...windows.map((window) => windowVerdict(window, plan, cards)),
    ...plan.sessions.flatMap((session) => [...shopMinimum(session, plan, result, cards), ...catalystRange(session, cards)]),
  ];
  return verdicts.sort((a, b) => byLevel(a.level, b.level) || a.margin - b.margin);
}
