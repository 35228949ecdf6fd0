import { boltPattern } from '@pentimento/core/design';
import { cumsum } from 'd3';
import { DEFAULT_DESIGN, type PlanDocument } from '@pentimento/core/plan';
import { useUnits } from '../../../shared/use-units';

const WIDTH = 640;
const EDGE = 26;
const MOST_HEIGHT = 210;
/** Gap between two sections, so that both flanges are seen [px] */
const GAP = 18;

/** Sections side by side in the order they are laid, areas and parting lines to one scale, flanges with bolts and dowels between them. */
export function PlanView({ plan }: { plan: PlanDocument }) {
  const units = useUnits();
  const { partings, flange } = plan.mold.design ?? DEFAULT_DESIGN;
  const mm2 = plan.sections.map(({ areaM2 }) => areaM2 * 1e6);
  // As high as the longest line between two of them, or square.
  const highMm = Math.max(...partings.map(({ lengthMm }) => lengthMm), Math.sqrt(Math.max(...mm2)));
  const wideMm = mm2.reduce((sum, area) => sum + area / highMm, 0);
  const gaps = (plan.sections.length - 1) * GAP;
  const scale = Math.min((WIDTH - 2 * EDGE - gaps) / wideMm, MOST_HEIGHT / highMm);
  const high = highMm * scale;
  const strip = Math.max(3, flange.widthMm * scale);
  const widths = mm2.map((area) => (area / highMm) * scale);
  const ends = Array.from(cumsum(widths, (width) => width + GAP));
  const blocks = plan.sections.map(({ id, name, areaM2 }, i) => ({ id, name, areaM2, x: EDGE + ends[i] - widths[i] - GAP, width: widths[i] }));
  const at = (id: string): number => blocks.findIndex((block) => block.id === id);
  return (
    <figure className="mb-4 text-sm">
      <svg viewBox={`0 0 ${String(WIDTH)} ${String(high + 2 * EDGE)}`} className="w-full max-w-2xl" role="img" aria-label="Plan view of the sections">
        {blocks.map(({ id, name, areaM2, x: left, width }, i) => (
          <g key={id}>
            <rect x={left} y={EDGE} width={width} height={high} fill="none" stroke="currentColor" strokeWidth={1.4} />
            <text x={left + width / 2} y={EDGE + high / 2 - 4} fontSize={12} textAnchor="middle" fill="currentColor" fontWeight={600}>
              {i + 1} {name.length > 18 ? `${name.slice(0, 17)}…` : name}
            </text>
            <text x={left + width / 2} y={EDGE + high / 2 + 11} fontSize={10} textAnchor="middle" fill="currentColor" className="num">
              {units.text('area', areaM2)}
            </text>
          </g>
        ))}
        {partings.map((parting, line) => {
          const [one, other] = [at(parting.firstSectionId), at(parting.secondSectionId)].sort((a, b) => a - b);
          if (one < 0) return null;
          const right = blocks[one].x + blocks[one].width;
          const long = parting.lengthMm * scale;
          const top = EDGE + (high - long) / 2;
          const { boltsMm, dowelsMm } = boltPattern(parting.lengthMm, flange.boltSpacingMm);
          const middle = right + GAP / 2;
          return (
            <g key={parting.id}>
              <rect x={right - strip} y={top} width={strip} height={long} fill="currentColor" opacity={0.12} />
              <rect x={blocks[other].x} y={top} width={strip} height={long} fill="currentColor" opacity={0.12} />
              <line x1={middle} y1={top - 6} x2={middle} y2={top + long + 6} stroke="currentColor" strokeDasharray="6 3 1 3" />
              {boltsMm.map((mm) => (
                <circle key={mm} cx={middle} cy={top + mm * scale} r={2.4} fill="none" stroke="currentColor" />
              ))}
              {dowelsMm.map((mm) => (
                <path
                  key={mm}
                  d={`M${String(middle - 4)} ${String(top + mm * scale)} h8 M${String(middle)} ${String(top + mm * scale - 4)} v8`}
                  stroke="currentColor"
                  strokeWidth={1.8}
                />
              ))}
              <text x={middle} y={line % 2 === 0 ? EDGE - 12 : high + 2 * EDGE - 6} fontSize={10} textAnchor="middle" fill="currentColor">
                {parting.name} <tspan className="num">{units.text('thickness', parting.lengthMm)}</tspan>
                {other - one > 1 && `, to ${String(other + 1)}`}
              </text>
            </g>
          );
        })}
      </svg>
      <figcaption className="muted text-xs">
        In the order they are laid; areas, parting lines and flanges to one scale, shapes simplified. Circles are bolts, crosses dowels.
      </figcaption>
    </figure>
  );
}
