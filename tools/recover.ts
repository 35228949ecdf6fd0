// Whether a fit finds its way back: fourteen seeded batches that are not the card, each known by one noisy cup; then peaks of laminates.
// npm run recover [-- seed [card]]
import { RECOVERY_MM, recover, recoveryTruths } from '@pentimento/core/calibration';
import { cardLibrary, cardOf } from '@pentimento/core/plan';

const seed = Number(process.argv[2] ?? 1);
const card = cardOf(cardLibrary(), process.argv[3] ?? 'iso_lam');
const catalystPct = card.limits.catalyst?.typicalPct ?? null;
const text = (values: readonly number[]): string => values.map((v) => v.toFixed(1).padStart(6)).join(' ');
const done = recoveryTruths(card.kinetics, seed).map((one, i) => {
  const found = recover(card.kinetics, one, seed * 100 + i, catalystPct);
  console.log(
    `${found.truth.padEnd(14)} ${found.status.padEnd(10)} ${(found.rmsK ?? NaN).toFixed(2)} K   fitted ${text(found.errorsK)}   card ${text(found.beforeK)}`,
  );
  return found;
});
const rms = (of: 'errorsK' | 'beforeK'): number[] =>
  RECOVERY_MM.map((_mm, k) => Math.sqrt(done.reduce((sum, one) => sum + one[of][k] ** 2, 0) / done.length));
const worst = Math.max(...done.flatMap(({ errorsK }) => errorsK.map(Math.abs)));
console.log(
  `peaks of ${RECOVERY_MM.join('/')} mm: fitted ${text(rms('errorsK'))} K rms, worst ${worst.toFixed(1)}; the card before ${text(rms('beforeK'))}`,
);
