import { cureWords } from '@pentimento/core/cure';
import { frameAt } from '@pentimento/core/growth';
import { KELVIN } from '@pentimento/core/units';
import { line, scaleLinear } from 'd3';
import { useUnits } from '../../../../shared/use-units';
import { segmentAt, type Picture } from '../../../simulation/picture';
import type { HeightScale } from './height-scale';

const WIDTH = 104;

/** Temperature and cure through the stack at the time cursor, on the chart's own height scale. */
export function Profile({ picture, heights, timeS, height }: { picture: Picture; heights: HeightScale; timeS: number; height: number }) {
  const units = useUnits();
  const segment = segmentAt(picture, timeS);
  const points: { y: number; tempC: number; cure: number }[] = [];
  if (segment) {
    const frame = frameAt(segment, timeS);
    for (let i = picture.firstLaid; i < segment.cells; i++) {
      points.push({
        y: heights.toY(picture.centerM[i]),
        tempC: segment.tempK[frame * segment.cells + i] - KELVIN,
        cure: segment.cure[frame * segment.cells + i],
      });
    }
  }
  const hottest = points.reduce((max, p) => Math.max(max, p.tempC), 0);
  const shown = (tempC: number): number => units.show('temperature', tempC);
  const x = scaleLinear([shown(10), shown(Math.max(60, Math.ceil(hottest / 20) * 20))], [4, WIDTH - 6]);
  const cureX = scaleLinear([0, 1], [4, WIDTH - 6]);
  const tempPath =
    line<(typeof points)[number]>(
      (p) => x(shown(p.tempC)),
      (p) => p.y,
    )(points) ?? '';
  const curePath =
    line<(typeof points)[number]>(
      (p) => cureX(p.cure),
      (p) => p.y,
    )(points) ?? '';
  const mean = points.reduce((sum, p) => sum + p.cure, 0) / Math.max(1, points.length);
  return (
    <figure className="shrink-0" style={{ width: WIDTH }} aria-label="Profile through the stack at the time cursor">
      <svg width={WIDTH} height={height} className="hairline border-r">
        {x.ticks(hottest > 60 ? 2 : 3).map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y2={heights.baseY} stroke="currentColor" strokeOpacity="0.18" />
            <text x={x(tick)} y={heights.baseY + 12} textAnchor="middle" className="num fill-current text-[10px]">
              {tick}°
            </text>
          </g>
        ))}
        <path d={curePath} fill="none" stroke="currentColor" strokeWidth="1.2" strokeDasharray="2 3" />
        <path d={tempPath} fill="none" stroke="currentColor" strokeWidth="2" />
        <line x1="0" x2={WIDTH} y1={heights.baseY} y2={heights.baseY} stroke="currentColor" />
      </svg>
      <figcaption className="num pr-1 text-right text-xs leading-tight">
        {points.length > 0 ? (
          <>
            <span className="block">— {units.text('temperature', hottest)} max</span>
            <span className="block">
              ┄ cure {mean.toFixed(2)}, {cureWords(mean)}
            </span>
          </>
        ) : (
          <span className="muted">nothing laid yet</span>
        )}
      </figcaption>
    </figure>
  );
}
