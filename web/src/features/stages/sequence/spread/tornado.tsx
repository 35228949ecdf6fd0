import type { Verdict } from '@pentimento/core/judging';
import type { VerdictCloud } from '@pentimento/core/uncertainty';
import { scaleLinear } from 'd3';
import type { Units } from '../../../../shared/use-units';

const WIDTH = 420;
const ROW = 20;
const LABEL = 210;
const MOST = 7;

/** What one standard deviation more of each thing does to a verdict's margin; what matters most on top. */
export function Tornado({ cloud, verdict, units }: { cloud: VerdictCloud; verdict: Verdict; units: Units }) {
  const effects = cloud.effects.filter(({ share }) => share > 0.002).slice(0, MOST);
  if (effects.length === 0) return <p className="muted text-sm">Nothing that varies here moves this margin.</p>;
  const most = Math.max(...effects.map(({ perDeviation }) => Math.abs(perDeviation)));
  const x = scaleLinear([-most, most], [LABEL, WIDTH - 70]);
  const shown = (value: number): string => {
    const sign = value < 0 ? '−' : '+';
    const size = Math.abs(value);
    if (verdict.quantity === 'temperature')
      return `${sign}${units.show('temperatureDifference', size).toFixed(1)} ${units.unit('temperatureDifference')}`;
    if (verdict.quantity === 'cure') return `${sign}${size.toFixed(3)}`;
    return `${sign}${size.toFixed(2)}${verdict.quantity === 'clock' ? ' h' : ''}`;
  };
  return (
    <svg width={WIDTH} height={effects.length * ROW + 6} role="img" aria-label={`What moves the margin of ${verdict.subject}`} className="max-w-full">
      <line x1={x(0)} x2={x(0)} y1={0} y2={effects.length * ROW} stroke="currentColor" strokeOpacity="0.6" />
      {effects.map(({ factor, perDeviation, share }, i) => (
        <g key={factor.id} transform={`translate(0,${String(i * ROW)})`}>
          <text x={0} y={14} className="fill-current text-[12px]">
            {factor.name.length > 34 ? `${factor.name.slice(0, 33)}…` : factor.name}
          </text>
          <rect
            x={Math.min(x(0), x(perDeviation))}
            y={4}
            width={Math.max(1, Math.abs(x(perDeviation) - x(0)))}
            height={12}
            fill="currentColor"
            fillOpacity={0.25 + 0.5 * share}
            stroke="currentColor"
          />
          <text x={WIDTH - 62} y={14} className="num fill-current text-[11px]">
            {shown(perDeviation)}
          </text>
        </g>
      ))}
    </svg>
  );
}
