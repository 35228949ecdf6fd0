import { type plannedAt, type JointWindow } from '../../windows/joint-window.js';
import { cardOf, type CardLibrary } from '../../plan/card-library.js';
import type { SectionPlan } from '../../plan/section-plan.js';
import { lateJoint, type LateJoint } from '../../stack/preparation.js';
import { CARE, levelOf, type Verdict, type VerdictLevel } from './verdict.js';

/** How far inside its window a start lies, in hours; negative outside. */
/** What of a window says how well a start lies in it. */
export type PlannedWindow = ReturnType<typeof plannedAt>;

function windowMargin({ state, plannedS, opensS, closesS, wetUntilS }: PlannedWindow): { limitS: number; marginS: number; sense: Verdict['sense'] } {
  if (state === 'wet-on-wet' && wetUntilS !== null) return { limitS: wetUntilS, marginS: wetUntilS - plannedS, sense: 'at most' };
  if (opensS === null) return { limitS: closesS, marginS: -Infinity, sense: 'at least' };
  const sinceOpen = plannedS - opensS;
  const untilClose = closesS - plannedS;
  return sinceOpen < untilClose
    ? { limitS: opensS, marginS: sinceOpen, sense: 'at least' }
    : { limitS: closesS, marginS: untilClose, sense: 'at most' };
}

const WINDOW_REMEDY: Record<Exclude<JointWindow['state'], 'late'>, string> = {
  inside: 'Try it on the flange before you start: the bench decides, not the clock.',
  'wet-on-wet': 'It goes on before gel and cures as one mass: check the peak.',
  early: 'Start later: the coat below would still move, or is still hot.',
};

/** A window's verdict is known by the session that goes on. */
export const windowId = (plan: SectionPlan, { belowSession }: JointWindow): string => `window-${plan.sessions[belowSession + 1].id}`;

/**
 * Early or late by no more than the card's times are sure of asks for care; beyond, early the coat below moves or is hot, and late there is no
 * bond without a preparation that keys. With one, late is as it should be.
 */
function windowLevel({ state, spread, laidS, opensS, closesS, plannedS }: PlannedWindow, marginH: number, late: LateJoint): VerdictLevel {
  switch (state) {
    case 'late':
      if (late.level !== 'stop') return late.level;
      return plannedS - closesS <= spread * (closesS - laidS) ? 'care' : 'stop';
    case 'early':
      return opensS !== null && opensS - plannedS <= spread * (opensS - laidS) ? 'care' : 'stop';
    case 'wet-on-wet':
      return levelOf(marginH, 0.1);
    case 'inside':
      return levelOf(marginH, CARE.hours);
  }
}

/** How a start lies to its window, given what is done to a joint that is late. */
export const levelIn = (window: PlannedWindow, late: LateJoint): VerdictLevel => windowLevel(window, windowMargin(window).marginS / 3600, late);

export function windowVerdict(window: JointWindow, plan: SectionPlan, cards: CardLibrary): Verdict {
  const { limitS, marginS, sense } = windowMargin(window);
  const margin = marginS / 3600;
  const next = plan.sessions[window.belowSession + 1];
  const [below] = plan.sessions[window.belowSession].layers.slice(-1);
  const late = lateJoint(next.layers.at(0)?.start, below, cardOf(cards, below.cardId));
  const graded = windowLevel(window, margin, late);
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
    remedy: window.state === 'late' ? late.words : WINDOW_REMEDY[window.state],
  };
}
