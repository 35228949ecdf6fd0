import type { JointWindow } from '../../windows/joint-window.js';
import type { PlanDocument } from '../../plan/plan-document.js';
import { CARE, levelOf, type Verdict } from './verdict.js';

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
  late: 'Abrade to dull and wipe before the next coat, or start earlier.',
};

export function windowVerdict(window: JointWindow, plan: PlanDocument): Verdict {
  const { limitS, marginS, sense } = windowMargin(window);
  const margin = marginS / 3600;
  const abraded = plan.sessions[window.belowSession + 1].layers.at(0)?.start === 'abraded';
  const graded =
    window.state === 'late'
      ? abraded
        ? 'ok'
        : 'care'
      : levelOf(window.state === 'early' ? Math.min(margin, -1e-3) : margin, window.state === 'wet-on-wet' ? 0.1 : CARE.hours);
  const next = plan.sessions[window.belowSession + 1];
  return {
    id: `window-${next.id}`,
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
