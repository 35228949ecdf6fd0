import { parseISO } from 'date-fns';
import { line, scaleLinear, scaleTime } from 'd3';
import type { Mold } from '../../api/api';
import { monthText } from '../../shared/dates';

const ROW = 46;
const PAD = { left: 116, right: 56, bottom: 20 };
const MEAN_OF = 3;

interface Point {
  readonly at: Date;
  readonly ease: number;
}

/** Ease of each zone that was graded by itself, one strip each, with the treatments that it had. */
export function ZoneTrends({ mold: { pulls, coats, zones }, width }: { mold: Pick<Mold, 'pulls' | 'coats' | 'zones'>; width: number }) {
  const strips = zones.flatMap(({ id, name }) => {
    const points = pulls.flatMap(({ at, data }): Point[] => {
      const ease = data?.zones?.[id];
      return ease === undefined ? [] : [{ at: parseISO(at), ease }];
    });
    return points.length < 2 ? [] : [{ id, name, points }];
  });
  if (strips.length < 2 || width === 0) return null;
  const all = strips.flatMap(({ points }) => points.map(({ at }) => at.getTime()));
  const x = scaleTime([Math.min(...all), Math.max(...all)], [PAD.left, width - PAD.right]);
  const y = scaleLinear([1, 5], [ROW - 6, 6]);
  const height = strips.length * ROW + PAD.bottom;
  return (
    <>
      <h2 className="mt-4 font-semibold">Ease by zone</h2>
      <svg width={width} height={height} role="img" aria-label={`Ease of ${String(strips.length)} zones over time`}>
        {strips.map(({ id, name, points }, s) => {
          const means = points
            .slice(MEAN_OF - 1)
            .map(({ at }, i) => ({ at, mean: points.slice(i, i + MEAN_OF).reduce((sum, one) => sum + one.ease, 0) / MEAN_OF }));
          const last = points[points.length - 1];
          const path =
            line<(typeof means)[number]>(
              (p) => x(p.at),
              (p) => y(p.mean),
            )(means) ?? '';
          return (
            <g key={id} transform={`translate(0 ${String(s * ROW)})`}>
              <line x1={PAD.left} x2={width - PAD.right} y1={y(4)} y2={y(4)} className="stroke-error" strokeWidth="0.8" strokeDasharray="3 3" />
              <line x1={0} x2={width} y1={ROW - 1} y2={ROW - 1} stroke="currentColor" strokeOpacity="0.15" />
              <text x={PAD.left - 8} y={ROW / 2 + 4} textAnchor="end" className="fill-current text-[12px]">
                {name.length > 17 ? `${name.slice(0, 16)}…` : name}
              </text>
              {coats
                .filter(({ at, data }) => parseISO(at) >= x.domain()[0] && (data?.zones?.includes(id) ?? true))
                .map(({ at, kind }) => (
                  <line
                    key={at}
                    x1={x(parseISO(at))}
                    x2={x(parseISO(at))}
                    y1={kind === 'full' ? 6 : ROW - 10}
                    y2={ROW - 3}
                    stroke="currentColor"
                    strokeOpacity="0.45"
                    strokeDasharray={kind === 'full' ? '3 3' : undefined}
                  />
                ))}
              {points.map(({ at, ease }) => (
                <circle
                  key={at.getTime()}
                  cx={x(at)}
                  cy={y(ease)}
                  r={ease >= 4 ? 3 : 1.8}
                  className={ease >= 4 ? 'fill-error' : 'fill-current'}
                  fillOpacity={ease >= 4 ? 1 : 0.5}
                />
              ))}
              <path d={path} fill="none" stroke="currentColor" strokeWidth="1.6" />
              <text x={width - PAD.right + 8} y={y(last.ease) + 4} className="num fill-current text-[12px]">
                last {last.ease}
              </text>
            </g>
          );
        })}
        {x.ticks(Math.max(2, Math.floor(width / 160))).map((tick) => (
          <text key={tick.getTime()} x={x(tick)} y={height - 5} textAnchor="middle" className="num fill-current text-[11px]">
            {monthText(tick)}
          </text>
        ))}
      </svg>
      <p className="muted text-xs">Line: mean of three. Dashed red: a fight. Marks below: coats of that zone, dashed a full treatment.</p>
    </>
  );
}
