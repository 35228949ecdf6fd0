import { parseISO } from 'date-fns';
import { line, scaleLinear, scaleTime } from 'd3';
import type { Mold } from '../../api/api';
import { monthText } from '../../shared/dates';

const HEIGHT = 150;
const PAD = { left: 88, right: 12, top: 10, bottom: 22 };
const WORDS = ['', 'fell out', 'light', 'air', 'fight', 'stuck'] as const;
const MEAN_OF = 5;

/** How easily parts let go over time: each pull a dot, the mean of five a line, treatments as marks below. */
export function EaseTrend({ pulls, coats, width }: Pick<Mold, 'pulls' | 'coats'> & { readonly width: number }) {
  const graded = pulls.flatMap(({ at, ease }) => (ease === null ? [] : [{ at: parseISO(at), ease }]));
  if (graded.length < 2) return <p className="muted p-3">The trend appears when two pulls have been graded.</p>;
  const x = scaleTime([graded[0].at, graded[graded.length - 1].at], [PAD.left, width - PAD.right]);
  const y = scaleLinear([1, 5], [HEIGHT - PAD.bottom, PAD.top]);
  const means = graded
    .slice(MEAN_OF - 1)
    .map((pull, i) => ({ at: pull.at, mean: graded.slice(i, i + MEAN_OF).reduce((sum, p) => sum + p.ease, 0) / MEAN_OF }));
  const path =
    line<(typeof means)[number]>(
      (p) => x(p.at),
      (p) => y(p.mean),
    )(means) ?? '';
  return (
    <svg width={width} height={HEIGHT} role="img" aria-label={`Ease of release over ${String(graded.length)} graded pulls`}>
      {[1, 2, 3, 4, 5].map((ease) => (
        <g key={ease}>
          <line x1={PAD.left} x2={width - PAD.right} y1={y(ease)} y2={y(ease)} stroke="currentColor" strokeOpacity="0.15" />
          <text x={PAD.left - 8} y={y(ease) + 4} textAnchor="end" className="fill-current text-[12px]">
            {WORDS[ease]} <tspan className="num">{ease}</tspan>
          </text>
        </g>
      ))}
      {coats.map(({ at, kind }) => (
        <line
          key={at}
          x1={x(parseISO(at))}
          x2={x(parseISO(at))}
          y1={kind === 'full' ? PAD.top : HEIGHT - PAD.bottom - 6}
          y2={HEIGHT - PAD.bottom}
          stroke="currentColor"
          strokeOpacity={kind === 'full' ? 0.7 : 0.5}
          strokeDasharray={kind === 'full' ? '4 3' : undefined}
        />
      ))}
      {graded.map(({ at, ease }) => (
        <circle
          key={at.getTime()}
          cx={x(at)}
          cy={y(ease)}
          r={ease >= 4 ? 3.5 : 2}
          className={ease >= 4 ? 'fill-error' : 'fill-current'}
          fillOpacity={ease >= 4 ? 1 : 0.55}
        />
      ))}
      <path d={path} fill="none" stroke="currentColor" strokeWidth="1.8" />
      {x.ticks(Math.max(2, Math.floor(width / 140))).map((tick) => (
        <text key={tick.getTime()} x={x(tick)} y={HEIGHT - 6} textAnchor="middle" className="num fill-current text-[11px]">
          {monthText(tick)}
        </text>
      ))}
    </svg>
  );
}
