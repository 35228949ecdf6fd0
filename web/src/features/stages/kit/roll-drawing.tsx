import { outlineOf, type RollLayout } from '@pentimento/core/kit';
import { useWidth } from '../../../shared/use-width';

const HEIGHT = 150;
/** Of the label's type [px]: one letter, and a line. */
const LETTER = 5.3;
const LINE = 10;

/** Numbers of the pieces on a roll, by label, for those too narrow for their own. */
export function pieceNumbers(roll: RollLayout): ReadonlyMap<string, number> {
  const labels = roll.placed.map(({ piece }) => piece.label).sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));
  return new Map(labels.map((label, i) => [label, i + 1]));
}

/** What is written into a piece of so many pixels along and across the roll, and whether it is turned; null: nothing fits. */
export function pieceText(label: string, number: number, alongPx: number, acrossPx: number): { text: string; turned: boolean } | null {
  for (const text of [label, String(number)]) {
    const long = text.length * LETTER + 3;
    if (alongPx >= long && acrossPx >= LINE) return { text, turned: false };
    if (acrossPx >= long && alongPx >= LINE) return { text, turned: true };
  }
  return null;
}

/** The roll lying on its side, pieces as they are cut from it. */
export function RollDrawing({ name, roll }: { name: string; roll: RollLayout }) {
  const { ref, width } = useWidth();
  const inner = Math.max(200, width) - 2;
  const numbers = pieceNumbers(roll);
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
            const { label, lengthMm, bottomMm, topMm } = one.piece;
            const said = pieceText(label, numbers.get(label) ?? 0, lengthMm * scale, Math.min(bottomMm, topMm) * scale);
            const at = `${String(cy * scale)},${String(cx * scale)}`;
            return (
              <g key={label}>
                <polygon
                  points={points.map(([x, y]) => `${String(y * scale + 0.5)},${String(x * scale + 0.5)}`).join(' ')}
                  fill="none"
                  stroke="currentColor"
                  strokeWidth={0.9}
                />
                {said && (
                  <text
                    transform={`translate(${at})${said.turned ? ' rotate(-90)' : ''}`}
                    dy={3}
                    fontSize={8.5}
                    textAnchor="middle"
                    fill="currentColor"
                    className="num"
                  >
                    {said.text}
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
