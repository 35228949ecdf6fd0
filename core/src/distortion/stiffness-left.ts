import { glassTransitionC, type GlassTransition } from '../cure/vitrification.js';

/** Share of its stiffness that a layer keeps at a temperature: all 20 K below its glass transition, a fiftieth 10 K above; assumed. */
export function stiffnessLeft(tempC: number, cure: number, glass: GlassTransition): number {
  const s = Math.min(1, Math.max(0, (tempC - (glassTransitionC(cure, glass) - 20)) / 30));
  return 1 - 0.98 * s * s * (3 - 2 * s);
}
