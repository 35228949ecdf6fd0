import type { SectionPlan } from '../plan/section-plan.js';

/** Offsets after each session at which the traces are read [min]: dense through the exotherm, wide at night. */
const AFTER_MIN = [0, 5, 10, 15, 20, 25, 30, 35, 40, 45, 50, 55, 60, 70, 80, 90, 105, 120, 150, 180, 240, 300, 420, 600, 840, 1200];

/** Times for the cloud's traces [s], growing, from the start of the plan to demolding. */
export function cloudTimes(plan: SectionPlan): number[] {
  const starts = [...plan.sessions.map((session) => session.startMin), ...(plan.postCure ? [plan.postCure.startMin] : [])];
  const times = new Set([0, plan.demoldMin * 60]);
  starts.forEach((start, i) => {
    const until = i + 1 < starts.length ? starts[i + 1] : plan.demoldMin;
    for (const after of AFTER_MIN) if (start + after < until) times.add((start + after) * 60);
  });
  return [...times].filter((t) => t <= plan.demoldMin * 60).sort((a, b) => a - b);
}
