import type { Objection } from '../plan/objection.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { airAt } from '../plan/shop-air.js';
import { amount, words } from '../units/amounts.js';

/** A surface has to be so much warmer than the dew point before anything goes on it (usual for coatings) [K]. */
const ABOVE_DEW_K = 3;
/** A plug or a laid face is as warm as the air was over so long (assumed) [min]. */
const LAG_MIN = 180;
const EVERY_MIN = 30;

/** Sessions that begin on a face at which the air may dew; silent where nobody said how humid the shop is. */
export function dampObjections({ climate, release, sessions }: SectionPlan): Objection[] {
  return sessions.flatMap(({ id, name, startMin }): Objection[] => {
    const now = airAt(climate, startMin, release?.humidityPct ?? null);
    const { dewC, humidityPct } = now;
    if (dewC === null || humidityPct === null) return [];
    const before = Array.from({ length: LAG_MIN / EVERY_MIN + 1 }, (_, i) => airAt(climate, startMin - i * EVERY_MIN).tempC);
    const faceC = before.reduce((sum, c) => sum + c, 0) / before.length;
    if (faceC >= dewC + ABOVE_DEW_K) return [];
    return [
      {
        stage: 'stack',
        level: faceC < dewC ? 'stop' : 'care',
        id: `damp-${id}`,
        title: faceC < dewC ? `${name}: the face is wet with dew` : `${name}: the face may be damp`,
        why: words`Air of ${amount('temperature', now.tempC)} at ${humidityPct.toFixed(0)} % dews at ${amount('temperature', dewC)}; the face, as warm as the air of the last three hours, is at ${amount('temperature', faceC)}. Water under a gel coat blisters, and amine cures blush.`,
        remedy: words`Wait, dry the air, or warm the plug before the shop: the face wants ${amount('temperatureDifference', ABOVE_DEW_K)} above the dew point.`,
      },
    ];
  });
}
