import { sectionLine, type LinePoint, type SectionLine } from '@pentimento/core/distortion';

const WIDTH = 420;
const HEIGHT = 150;
/** Middle of the walk at the origin and level, so that intended and released lie over each other. */
function centered(points: readonly LinePoint[]): LinePoint[] {
  const half = Math.floor(points.length / 2);
  const mid = points[half];
  const tilt = Math.atan2(points[half + 1].y - points[half - 1].y, points[half + 1].x - points[half - 1].x);
  const [c, s] = [Math.cos(-tilt), Math.sin(-tilt)];
  return points.map(({ x, y }) => ({ x: (x - mid.x) * c - (y - mid.y) * s, y: (x - mid.x) * s + (y - mid.y) * c }));
}

/** The released section over the intended one, what happens to it drawn larger than it is. */
export function SectionDrawing({ line, exaggeration }: { line: SectionLine; exaggeration: number }) {
  const intended = centered(sectionLine(line, 0));
  const released = centered(sectionLine(line, exaggeration));
  const all = [...intended, ...released];
  const [left, right] = [Math.min(...all.map(({ x }) => x)), Math.max(...all.map(({ x }) => x))];
  const [low, high] = [Math.min(...all.map(({ y }) => y)), Math.max(...all.map(({ y }) => y))];
  const scale = Math.min((WIDTH - 24) / (right - left), (HEIGHT - 24) / Math.max(0.12 * line.panelM, high - low));
  const path = (points: readonly LinePoint[]): string =>
    points
      .map(({ x, y }, i) => {
        const px = 12 + (x - left) * scale + (WIDTH - 24 - (right - left) * scale) / 2;
        const py = HEIGHT - 12 - (y - low) * scale - (HEIGHT - 24 - Math.max(0.12 * line.panelM, high - low) * scale) / 2;
        return `${i === 0 ? 'M' : 'L'}${px.toFixed(1)} ${py.toFixed(1)}`;
      })
      .join('');
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`Released section beside the intended one, ${exaggeration.toFixed(0)} times exaggerated`}
      className="max-w-full"
    >
      <path d={path(intended)} fill="none" stroke="currentColor" strokeOpacity="0.45" strokeWidth="1.4" strokeDasharray="6 4" />
      <path d={path(released)} fill="none" stroke="currentColor" strokeWidth="3" strokeLinejoin="round" />
    </svg>
  );
}
