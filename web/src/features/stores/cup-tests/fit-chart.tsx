import type { FitResult } from '@pentimento/core/calibration';
import { extent, line, scaleLinear } from 'd3';
import { useUnits } from '../../../shared/use-units';

const WIDTH = 520;
const HEIGHT = 210;
const RESIDUALS = 70;
const PAD = { left: 40, right: 10, top: 10, bottom: 18 };

interface Point {
  readonly t: number;
  readonly y: number;
}

/** Measured temperatures as dots, the card before as a thin line, the fit as a thick one, and beneath what is left over. */
export function FitChart({ fit, source }: { fit: FitResult; source: 'cup' | 'laminate' }) {
  const units = useUnits();
  const picked = fit.observations.flatMap((o, i) => (o.what === 'temperature' && o.source === source ? [{ t: (o.timeS ?? 0) / 60, i }] : []));
  if (picked.length === 0) return null;
  const at = (value: (i: number) => number): Point[] => picked.map(({ t, i }) => ({ t, y: value(i) })).sort((a, b) => a.t - b.t);
  const measured = at((i) => fit.observations[i].value);
  const before = at((i) => fit.before[i]);
  const after = at((i) => fit.after[i]);
  const left = at((i) => fit.observations[i].value - fit.after[i]);
  const [low = 0, high = 100] = extent([...measured, ...after, ...before], ({ y }) => y);
  const x = scaleLinear([0, picked.reduce((m, { t }) => Math.max(m, t), 1)], [PAD.left, WIDTH - PAD.right]);
  const y = scaleLinear([low - 5, high + 5], [HEIGHT - PAD.bottom, PAD.top]);
  const most = Math.max(2, ...left.map((p) => Math.abs(p.y)));
  const r = scaleLinear([-most, most], [RESIDUALS - 6, 6]);
  const path = (points: Point[]): string =>
    line<Point>(
      (p) => x(p.t),
      (p) => y(p.y),
    )(points) ?? '';
  return (
    <figure>
      <svg width={WIDTH} height={HEIGHT} role="img" aria-label={`Measured and fitted temperature, ${source}`} className="max-w-full">
        {y.ticks(4).map((tick) => (
          <g key={tick}>
            <line x1={PAD.left} x2={WIDTH - PAD.right} y1={y(tick)} y2={y(tick)} stroke="currentColor" strokeOpacity="0.15" />
            <text x={PAD.left - 5} y={y(tick) + 4} textAnchor="end" className="num fill-current text-[11px]">
              {units.show('temperature', tick).toFixed(0)}
            </text>
          </g>
        ))}
        {x.ticks(6).map((tick) => (
          <text key={tick} x={x(tick)} y={HEIGHT - 4} textAnchor="middle" className="num fill-current text-[11px]">
            {tick}
          </text>
        ))}
        <text x={WIDTH - 4} y={HEIGHT - 4} textAnchor="end" className="fill-current text-[11px]">
          min
        </text>
        <text x={PAD.left - 5} y={10} textAnchor="end" className="fill-current text-[11px]">
          {units.unit('temperature')}
        </text>
        <path d={path(before)} fill="none" stroke="currentColor" strokeWidth="1" strokeDasharray="5 4" strokeOpacity="0.7" />
        <path d={path(after)} fill="none" stroke="currentColor" strokeWidth="2" />
        {measured.map((p) => (
          <circle key={p.t} cx={x(p.t)} cy={y(p.y)} r="2" className="fill-primary" />
        ))}
      </svg>
      <svg width={WIDTH} height={RESIDUALS} role="img" aria-label="What the fit leaves over" className="max-w-full">
        <line x1={PAD.left} x2={WIDTH - PAD.right} y1={r(0)} y2={r(0)} stroke="currentColor" strokeOpacity="0.5" />
        {[-most, most].map((tick) => (
          <text key={tick} x={PAD.left - 5} y={r(tick) + 4} textAnchor="end" className="num fill-current text-[11px]">
            {`${tick > 0 ? '+' : '−'}${units.show('temperatureDifference', Math.abs(tick)).toFixed(1)}`}
          </text>
        ))}
        {left.map((p) => (
          <line key={p.t} x1={x(p.t)} x2={x(p.t)} y1={r(0)} y2={r(p.y)} stroke="currentColor" strokeWidth="1.4" />
        ))}
      </svg>
      <figcaption className="muted text-xs">
        Dots measured · dashed the card before · line the fit · beneath: measured less fit, in {units.unit('temperatureDifference')}
      </figcaption>
    </figure>
  );
}
