import type { RunningPot } from '@pentimento/core/bench';
import { useUnits } from '../../shared/use-units';
import { spanText } from './bench-clock';

/** Every pot that is mixed and not used up: how old it is, and when it gels. */
export function PotClocks({ pots, nowMin }: { pots: readonly RunningPot[]; nowMin: number }) {
  const units = useUnits();
  if (pots.length === 0) return null;
  return (
    <ul className="mt-3 grid gap-2 sm:grid-cols-2" aria-label="Pots">
      {pots.map(({ id, name, grams, mixedMin, emptyByMin, gelsMin }) => {
        const gelled = gelsMin !== null && nowMin >= gelsMin;
        const late = nowMin >= emptyByMin;
        const share = gelsMin === null ? 0 : Math.min(1, Math.max(0, (nowMin - mixedMin) / (gelsMin - mixedMin)));
        return (
          <li key={id} className={`border-l-8 px-3 py-1 ${gelled ? 'border-error' : late ? 'border-warning' : 'border-base-300'}`}>
            <p>
              Pot of {name}, <span className="num">{units.text('potMass', grams)}</span>
            </p>
            <p className="num predicted text-2xl">
              {gelsMin === null
                ? `mixed ${spanText(nowMin - mixedMin)} ago`
                : gelled
                  ? `gelled ${spanText(nowMin - gelsMin)} ago by its clock`
                  : late
                    ? `gels in ${spanText(gelsMin - nowMin)}: use it up`
                    : `empty it in ${spanText(emptyByMin - nowMin)}`}
            </p>
            {gelsMin !== null && (
              <div className="bg-base-200 mt-1 h-2" aria-hidden>
                <div className={`h-2 ${gelled ? 'bg-error' : late ? 'bg-warning' : 'bg-primary'}`} style={{ width: `${String(share * 100)}%` }} />
              </div>
            )}
          </li>
        );
      })}
    </ul>
  );
}
