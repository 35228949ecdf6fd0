import { eachMonthOfInterval, format, parseISO, startOfMonth, subMonths } from 'date-fns';
import { max, scaleBand, scaleLinear } from 'd3';
import type { Mold } from '../../api/api';

const HEIGHT = 84;
const PAD = { left: 26, right: 8, top: 14, bottom: 18 };
const MONTHS = 24;
const KEY = 'yyyy-MM';

/** How many parts came out of it in each of the last months. */
export function PullsPerMonth({ pulls, width }: Pick<Mold, 'pulls'> & { readonly width: number }) {
  if (pulls.length === 0 || width === 0) return null;
  const end = new Date();
  const first = parseISO(pulls[0].at);
  const start = first > subMonths(end, MONTHS - 1) ? startOfMonth(first) : startOfMonth(subMonths(end, MONTHS - 1));
  const counts = new Map<string, number>();
  for (const { at } of pulls) {
    const month = format(parseISO(at), KEY);
    counts.set(month, (counts.get(month) ?? 0) + 1);
  }
  const months = eachMonthOfInterval({ start, end }).map((month) => ({ month, count: counts.get(format(month, KEY)) ?? 0 }));
  const x = scaleBand(
    months.map(({ month }) => format(month, KEY)),
    [PAD.left, width - PAD.right],
  ).padding(0.25);
  const most = max(months, ({ count }) => count) ?? 1;
  const y = scaleLinear([0, Math.max(1, most)], [HEIGHT - PAD.bottom, PAD.top]);
  return (
    <>
      <h2 className="mt-4 font-semibold">Pulls per month</h2>
      <svg width={width} height={HEIGHT} role="img" aria-label={`Pulls in each of ${String(months.length)} months, at most ${String(most)}`}>
        {months.map(({ month, count }) => {
          const left = x(format(month, KEY)) ?? 0;
          return (
            <g key={month.getTime()}>
              <rect x={left} y={y(count)} width={x.bandwidth()} height={HEIGHT - PAD.bottom - y(count)} fill="currentColor" fillOpacity="0.35" />
              {count > 0 && x.bandwidth() > 9 && (
                <text x={left + x.bandwidth() / 2} y={y(count) - 3} textAnchor="middle" className="num fill-current text-[10px]">
                  {count}
                </text>
              )}
              {month.getMonth() % 6 === 0 && (
                <text x={left + x.bandwidth() / 2} y={HEIGHT - 5} textAnchor="middle" className="num fill-current text-[11px]">
                  {format(month, 'MMM yy')}
                </text>
              )}
            </g>
          );
        })}
        <line x1={PAD.left} x2={width - PAD.right} y1={HEIGHT - PAD.bottom} y2={HEIGHT - PAD.bottom} stroke="currentColor" strokeOpacity="0.4" />
      </svg>
    </>
  );
}
