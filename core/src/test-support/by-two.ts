import type { SectionPlan } from '../plan/section-plan.js';

/** A school's plan laid by two people in the usual order, whatever the school says. */
export function byTwo(plan: SectionPlan): SectionPlan {
  return { ...plan, sessions: plan.sessions.map(({ people: _people, order: _order, patchM2: _patch, ...session }) => session) };
}
