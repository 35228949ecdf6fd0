import { Link } from 'react-router';
import { useMoldsQuery, type MoldHead } from '../../api/api';
import { LevelMark } from '../../shared/level-mark';
import { useLikelyToFight } from './use-forecasts';
import { useMoldViews } from './use-service';

const MOST = 12;

/** Molds of the same part side by side: how many pulls each had on its coat, and how they let go. */
export function SiblingsPart({ mold }: { mold: MoldHead }) {
  const { data } = useMoldsQuery({ search: mold.part, limit: 60 });
  const views = useMoldViews(data?.molds);
  const likely = useLikelyToFight();
  const own = (views ?? []).filter((one) => one.mold.part === mold.part).slice(0, MOST);
  if (own.length < 2) return null;
  return (
    <section aria-label="Beside its siblings">
      <h2 className="mt-4 font-semibold">Beside its siblings</h2>
      <div className="overflow-x-auto">
        <table className="w-full text-sm">
          <thead>
            <tr className="muted text-left">
              <th className="font-normal">Mold</th>
              <th className="text-right font-normal">Pulls</th>
              <th className="text-right font-normal">on its coat</th>
              <th className="text-right font-normal">since strip</th>
              <th className="text-right font-normal">Ease, last five</th>
              <th className="pl-4 font-normal">Stands</th>
            </tr>
          </thead>
          <tbody>
            {own.map(({ mold: one, service }) => (
              <tr key={one.id} className={`hairline border-b ${one.id === mold.id ? 'font-semibold' : ''}`}>
                <td className="py-1 whitespace-nowrap">
                  {one.id === mold.id ? (
                    <span className="num">{one.number}</span>
                  ) : (
                    <Link className="link num" to={`/rack/${one.id}`}>
                      {one.number}
                    </Link>
                  )}{' '}
                  {one.hand !== 'none' && one.hand}
                </td>
                <td className="num text-right">{service.pullsSinceNew}</td>
                <td className="num text-right">{service.pullsSinceCoat}</td>
                <td className="num text-right">{service.pullsSinceFull}</td>
                <td className="num text-right">{service.recentEase?.toFixed(1) ?? '–'}</td>
                <td className="pl-4">
                  <LevelMark level={service.level} />
                  {likely.has(one.id) && <span className="num predicted"> fights {(100 * (likely.get(one.id) ?? 0)).toFixed(0)} %</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
