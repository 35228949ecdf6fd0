import type { SectionDistortion } from '@pentimento/core/distortion';

const WIDTH = 420;
const HEIGHT = 150;
const STEP = 40;

interface Point {
  readonly x: number;
  readonly y: number;
}

interface Shape {
  readonly angles: readonly number[];
  /** Curvature of the panels [1/length of the drawing's panel] */
  readonly curvature: number;
  readonly closes: readonly number[];
}

/**
 * Walks along the section: a short wall before and after, a panel between corners. A corner of 90° turns by 90°; closing it turns
 * a little more. Panels bend evenly by their curvature.
 */
function walk({ angles, curvature, closes }: Shape): Point[] {
  const points: Point[] = [{ x: 0, y: 0 }];
  const parts = angles.length === 0 ? [1] : [0.35, ...Array<number>(angles.length - 1).fill(1), 0.35];
  let tangent = 0;
  parts.forEach((length, p) => {
    for (let s = 0; s < STEP; s++) {
      // Half a step's turn before and after, so that there and back are mirror images.
      tangent += (curvature * length) / STEP / 2;
      const last = points[points.length - 1];
      points.push({ x: last.x + (Math.cos(tangent) * length) / STEP, y: last.y + (Math.sin(tangent) * length) / STEP });
      tangent += (curvature * length) / STEP / 2;
    }
    if (p < angles.length) tangent -= (Math.PI / 180) * (180 - angles[p] + closes[p]);
  });
  return points;
}

/** Middle of the walk at the origin and level, so that intended and released lie over each other. */
function centered(points: readonly Point[]): Point[] {
  const half = Math.floor(points.length / 2);
  const mid = points[half];
  const tilt = Math.atan2(points[half + 1].y - points[half - 1].y, points[half + 1].x - points[half - 1].x);
  const [c, s] = [Math.cos(-tilt), Math.sin(-tilt)];
  return points.map(({ x, y }) => ({ x: (x - mid.x) * c - (y - mid.y) * s, y: (x - mid.x) * s + (y - mid.y) * c }));
}

/** The released section over the intended one, what happens to it drawn larger than it is. */
export function SectionDrawing({ distortion, panelM, exaggeration }: { distortion: SectionDistortion; panelM: number; exaggeration: number }) {
  const angles = distortion.corners.map(({ angleDeg }) => angleDeg);
  const intended = centered(walk({ angles, curvature: 0, closes: angles.map(() => 0) }));
  const released = centered(
    walk({
      angles,
      // Negative: the last-laid side shortens and the panel's ends lift toward the back, which is up in the drawing.
      curvature: -distortion.curvature * panelM * exaggeration,
      closes: distortion.corners.map(({ closesDeg }) => closesDeg * exaggeration),
    }),
  );
  const all = [...intended, ...released];
  const [left, right] = [Math.min(...all.map(({ x }) => x)), Math.max(...all.map(({ x }) => x))];
  const [low, high] = [Math.min(...all.map(({ y }) => y)), Math.max(...all.map(({ y }) => y))];
  const scale = Math.min((WIDTH - 24) / (right - left), (HEIGHT - 24) / Math.max(0.12, high - low));
  const path = (points: readonly Point[]): string =>
    points
      .map(({ x, y }, i) => {
        const px = 12 + (x - left) * scale + (WIDTH - 24 - (right - left) * scale) / 2;
        const py = HEIGHT - 12 - (y - low) * scale - (HEIGHT - 24 - Math.max(0.12, high - low) * scale) / 2;
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
