import type { JointWindow } from '../../windows/joint-window.js';
import type { PlanDocument } from '../../plan/plan-document.js';
import { CARE, levelOf, type Verdict, type VerdictLevel } from './verdict.js';

/** How far inside its window a start lies, in hours; negative outside. */
function windowMargin({ state, plannedS, opensS, closesS, wetUntilS }: JointWindow): { limitS: number; marginS: number; sense: Verdict['sense'] } {
  if (state === 'wet-on-wet' && wetUntilS !== null) return { limitS: wetUntilS, marginS: wetUntilS - plannedS, sense: 'at most' };
  if (opensS === null) return { limitS: closesS, marginS: -Infinity, sense: 'at least' };
  const sinceOpen = plannedS - opensS;
  const untilClose = closesS - plannedS;
  return sinceOpen < untilClose
    ? { limitS: opensS, marginS: sinceOpen, sense: 'at least' }
    : { limitS: closesS, marginS: untilClose, sense: 'at most' };
}

const WINDOW_REMEDY: Record<JointWindow['state'], string> = {
  inside: 'Try it on the flange before you start: the bench decides, not the clock.',
  'wet-on-wet': 'It goes on before gel and cures as one mass: check the peak.',
  early: 'Start later: the coat below would still move, or is still hot.',
  late: 'It does not bond chemically any more: abrade to dull all over and wipe, and say so at the layer, or start earlier.',
};

/** A window's verdict is known by the session that goes on. */
export const windowId = (plan: PlanDocument, { belowSession }: JointWindow): string => `window-${plan.sessions[belowSession + 1].id}`;

/**
 * Early or late by no more than the card's times are sure of asks for care; beyond, early the coat below moves or is hot, and late there is no
 * bond without abrading. Abraded, late is as it should be.
 */
function windowLevel({ state, spread, laidS, opensS, closesS, plannedS }: JointWindow, marginH: number, abraded: boolean): VerdictLevel {
  switch (state) {
    case 'late':
      if (abraded) return 'ok';
      return plannedS - closesS <= spread * (closesS - laidS) ? 'care' : 'stop';
    case 'early':
      return opensS !== null && opensS - plannedS <= spread * (opensS - laidS) ? 'care' : 'stop';
    case 'wet-on-wet':
      return levelOf(marginH, 0.1);
    case 'inside':
      return levelOf(marginH, CARE.hours);
  }
}

export function windowVerdict(window: JointWindow, plan: PlanDocument): Verdict {
  const { limitS, marginS, sense } = windowMargin(window);
  const margin = marginS / 3600;
  const abraded = plan.sessions[window.belowSession + 1].layers.at(0)?.start === 'abraded';
  const graded = windowLevel(window, margin, abraded);
  const next = plan.sessions[window.belowSession + 1];
  return {
    id: windowId(plan, window),
    kind: 'window',
    aboutId: next.id,
    subject: `${next.name} onto ${plan.sessions[window.belowSession].name}`,
    level: graded,
    quantity: 'clock',
    value: window.plannedS / 3600,
    limit: limitS / 3600,
    margin: Number.isFinite(margin) ? margin : -99,
    sense,
    timeS: window.plannedS,
    heightM: null,
    remedy: abraded && window.state === 'late' ? 'Planned cured and abraded: to dull all over, wiped, dust off.' : WINDOW_REMEDY[window.state],
  };
}
