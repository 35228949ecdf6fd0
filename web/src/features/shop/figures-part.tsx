import { HeadRow } from '../../shared/head-row';
import type { Spread } from '@pentimento/core/bench';
import { useCardsQuery, useShopFiguresQuery } from '../../api/api';
import { ProblemLine } from '../../shared/form-field';
import { useUnits } from '../../shared/use-units';

const times = ({ middle, low, high }: Spread): string => `× ${middle.toFixed(2)} (${low.toFixed(2)} to ${high.toFixed(2)})`;
const percent = ({ middle, low, high }: Spread): string => `${middle.toFixed(0)} % (${low.toFixed(0)} to ${high.toFixed(0)})`;

/** Minutes and resin by the shop's own logs, beside the tables: the middle, and where the middle half lies. */
export function FiguresPart() {
  const { data, error } = useShopFiguresQuery();
  const { data: cards } = useCardsQuery();
  const units = useUnits();
  return (
    <section aria-label="Your shop’s figures" className="min-w-0 lg:col-span-2">
      <h2 className="rule border-b font-semibold">Your shop’s figures</h2>
      <ProblemLine error={error} />
      {data && data.paces.length + data.resins.length === 0 && (
        <p className="muted mt-2 text-sm">
          Nothing yet. They come of steps that are begun and done at the Bench, and of pots that are weighed there.
        </p>
      )}
      {data && data.paces.length + data.resins.length > 0 && (
        <div className="mt-2 grid gap-8 lg:grid-cols-2">
          <div className="overflow-x-auto">
            <table className="w-full text-sm">
              <caption className="muted text-left">
                Minutes over the table’s, of {data.builds} {data.builds === 1 ? 'build' : 'builds'}
              </caption>
              <HeadRow heads={['Work', 'Who', 'Pace', 'A ply or coat', 'Steps']} />
              <tbody>
                {data.paces.map(({ kind, who, pace, minPerM2 }) => (
                  <tr key={`${kind} ${who ?? ''}`} className={`hairline border-t ${who === null ? 'font-semibold' : ''}`}>
                    <td className="py-0.5 pr-3">{who === null ? kind : ''}</td>
                    <td className="pr-3">{who ?? 'everybody'}</td>
                    <td className="num pr-3">{times(pace)}</td>
                    <td className="num pr-3">{minPerM2 === null ? '' : `${minPerM2.toFixed(0)} min/m²`}</td>
                    <td className="num">{pace.count}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <div className="overflow-x-auto">
            <table className="w-full text-sm">
              <caption className="muted text-left">Resin of sessions that were laid whole</caption>
              <HeadRow heads={['Resin', 'Who', 'Left in pots, on tools', 'Mixed for a m²', 'Thrown away', 'Sessions']} />
              <tbody>
                {data.resins.map(({ cardId, who, leftPct, usedGPerM2, thrownPct }) => (
                  <tr key={`${cardId ?? ''} ${who ?? ''}`} className={`hairline border-t ${cardId === null && who === null ? 'font-semibold' : ''}`}>
                    <td className="max-w-48 truncate py-0.5 pr-3">
                      {cardId === null ? 'all' : (cards?.find(({ id }) => id === cardId)?.name ?? cardId)}
                    </td>
                    <td className="pr-3">{who ?? 'everybody'}</td>
                    <td className="num pr-3">{percent(leftPct)}</td>
                    <td className="num pr-3">{units.text('potMass', usedGPerM2)}</td>
                    <td className="num pr-3">{thrownPct.toFixed(0)} %</td>
                    <td className="num">{leftPct.count}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </div>
      )}
    </section>
  );
}
