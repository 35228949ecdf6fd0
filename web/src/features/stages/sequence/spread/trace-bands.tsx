import type { SectionPlan } from '@pentimento/core/plan';
import { dayText, foldedClock } from '@pentimento/core/shop-time';
import type { CloudSummary } from '@pentimento/core/uncertainty';
import { area, line, scaleLinear } from 'd3';
import { useMemo } from 'react';
import { useUnits } from '../../../../shared/use-units';

const HEIGHT = 150;
const PAD = { left: 44, right: 8, top: 8, bottom: 18 };
const NAMES = { 'plug face': 'Plug face', 'hottest place': 'Hottest place in the stack' } as const;

/** Temperature over the folded clock: half of all runs in the dark band, nine in ten in the light one. */
export function TraceBands({ cloud, plan, width }: { cloud: CloudSummary; plan: SectionPlan; width: number }) {
  const units = useUnits();
  const inner = Math.max(240, width - PAD.left - PAD.right);
  const clock = useMemo(() => foldedClock(plan, plan.demoldMin * 60, inner), [plan, inner]);
  const top = cloud.bands.reduce((most, { quantiles }) => Math.max(most, ...quantiles[4]), 40);
  const bottom = cloud.bands.reduce((least, { quantiles }) => Math.min(least, ...quantiles[0]), 15);
  const y = scaleLinear([bottom - 2, top + 4], [HEIGHT - PAD.bottom, PAD.top]);
  const x = (i: number): number => PAD.left + clock.toX(cloud.timesS[i]);
  const indices = cloud.timesS.map((_t, i) => i);
  const days = Array.from({ length: Math.ceil((plan.demoldMin * 60) / 86400) }, (_, d) => d);
  return (
    <div className="grid gap-3 2xl:grid-cols-2">
      {cloud.bands.map(({ name, quantiles }) => {
        const band = (low: number, high: number): string =>
          area<number>()
            .x(x)
            .y0((i) => y(quantiles[low][i]))
            .y1((i) => y(quantiles[high][i]))(indices) ?? '';
        const limitC = name === 'plug face' ? plan.plug.heatLimitC : null;
        return (
          <figure key={name}>
            <figcaption className="text-sm">{NAMES[name]}</figcaption>
            <svg
              width={inner + PAD.left + PAD.right}
              height={HEIGHT}
              role="img"
              aria-label={`${NAMES[name]}: 5, 25, 50, 75 and 95 % of all runs over time`}
            >
              {y.ticks(4).map((tick) => (
                <g key={tick}>
                  <line x1={PAD.left} x2={PAD.left + inner} y1={y(tick)} y2={y(tick)} stroke="currentColor" strokeOpacity="0.12" />
                  <text x={PAD.left - 5} y={y(tick) + 4} textAnchor="end" className="num fill-current text-[11px]">
                    {units.show('temperature', tick).toFixed(0)}
                  </text>
                </g>
              ))}
              <text x={PAD.left - 5} y={HEIGHT - 5} textAnchor="end" className="fill-current text-[11px]">
                {units.unit('temperature')}
              </text>
              {days.map((d) => (
                <g key={d}>
                  <line
                    x1={PAD.left + clock.toX(d * 86400)}
                    x2={PAD.left + clock.toX(d * 86400)}
                    y1={PAD.top}
                    y2={HEIGHT - PAD.bottom}
                    stroke="currentColor"
                    strokeOpacity="0.3"
                  />
                  <text x={PAD.left + clock.toX(d * 86400) + 3} y={HEIGHT - 5} className="fill-current text-[11px]">
                    {clock.toX((d + 1) * 86400) - clock.toX(d * 86400) > 60 ? dayText(plan.startDate, d + 1) : ''}
                  </text>
                </g>
              ))}
              <path d={band(0, 4)} fill="currentColor" fillOpacity="0.15" />
              <path d={band(1, 3)} fill="currentColor" fillOpacity="0.25" />
              <path
                d={
                  line<number>()
                    .x(x)
                    .y((i) => y(quantiles[2][i]))(indices) ?? ''
                }
                fill="none"
                stroke="currentColor"
                strokeWidth="1.4"
              />
              {limitC !== null && limitC < top + 4 && (
                <line
                  x1={PAD.left}
                  x2={PAD.left + inner}
                  y1={y(limitC)}
                  y2={y(limitC)}
                  className="stroke-error"
                  strokeWidth="1.2"
                  strokeDasharray="6 3"
                />
              )}
            </svg>
          </figure>
        );
      })}
    </div>
  );
}
