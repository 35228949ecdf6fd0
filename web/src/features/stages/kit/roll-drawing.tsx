import { outlineOf, type RollLayout } from '@pentimento/core/kit';
import { useWidth } from '../../../shared/use-width';

const HEIGHT = 150;
const LABEL_PX = 34;

/** The roll lying on its side, pieces as they are cut from it. */
export function RollDrawing({ name, roll }: { name: string; roll: RollLayout }) {
  const { ref, width } = useWidth();
  const inner = Math.max(200, width) - 2;
  const scale = Math.min(inner / Math.max(roll.lengthMm, 1), HEIGHT / roll.rollWidthMm);
  return (
    <div ref={ref} className="min-w-0">
      {width > 0 && (
        <svg
          width={inner}
          height={roll.rollWidthMm * scale + 2}
          role="img"
          aria-label={`${name}: ${String(roll.placed.length)} pieces on ${(roll.lengthMm / 1000).toFixed(1)} m`}
        >
          <rect
            x={0.5}
            y={0.5}
            width={roll.lengthMm * scale}
            height={roll.rollWidthMm * scale}
            fill="none"
            stroke="currentColor"
            strokeDasharray="5 4"
            opacity={0.6}
          />
          {roll.placed.map((one) => {
            const points = outlineOf(one);
            const [cx, cy] = [0, 1].map((axis) => points.reduce((sum, point) => sum + point[axis], 0) / points.length);
            return (
              <g key={one.piece.label}>
                <polygon
                  points={points.map(([x, y]) => `${String(y * scale + 0.5)},${String(x * scale + 0.5)}`).join(' ')}
                  fill="none"
                  stroke="currentColor"
                  strokeWidth={0.9}
                />
                {one.piece.lengthMm * scale > LABEL_PX && one.piece.bottomMm * scale > 12 && (
                  <text x={cy * scale} y={cx * scale + 3} fontSize={8.5} textAnchor="middle" fill="currentColor" className="num">
                    {one.piece.label}
                  </text>
                )}
                <title>{`${one.piece.label}, ${one.piece.patch}: ${one.piece.lengthMm.toFixed(0)} × ${one.piece.bottomMm.toFixed(0)}${one.piece.topMm === one.piece.bottomMm ? '' : `/${one.piece.topMm.toFixed(0)}`} mm`}</title>
              </g>
            );
          })}
        </svg>
      )}
    </div>
  );
}
