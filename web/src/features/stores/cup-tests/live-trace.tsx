import type { TemperatureLog } from '@pentimento/core/calibration';
import { line, scaleLinear } from 'd3';
import { useUnits } from '../../../shared/use-units';

const WIDTH = 420;
const HEIGHT = 120;
const PAD = { left: 36, right: 8, top: 8, bottom: 16 };

/** What a thermometer has said so far. */
export function LiveTrace({ log }: { log: TemperatureLog }) {
  const units = useUnits();
  const endS = Math.max(600, log.timeS[log.timeS.length - 1]);
  const x = scaleLinear([0, endS / 60], [PAD.left, WIDTH - PAD.right]);
  const y = scaleLinear([Math.min(...log.tempC) - 2, Math.max(40, ...log.tempC)], [HEIGHT - PAD.bottom, PAD.top]);
  const path =
    line<number>(
      (t) => x(t / 60),
      (_t, i) => y(log.tempC[i]),
    )([...log.timeS]) ?? '';
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label="Temperature so far" className="max-w-full">
      {y.ticks(3).map((tick) => (
        <text key={tick} x={PAD.left - 4} y={y(tick) + 4} textAnchor="end" className="num fill-current text-[11px]">
          {units.show('temperature', tick).toFixed(0)}
        </text>
      ))}
      {x.ticks(5).map((tick) => (
        <text key={tick} x={x(tick)} y={HEIGHT - 3} textAnchor="middle" className="num fill-current text-[11px]">
          {tick}
        </text>
      ))}
      <path d={path} fill="none" className="stroke-primary" strokeWidth="1.6" />
    </svg>
  );
}
