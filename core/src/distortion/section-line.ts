/** A point of a section's line [m]. */
export interface LinePoint {
  readonly x: number;
  readonly y: number;
}

/** A section cut across: panels between corners, a short wall (or flange) before the first corner and after the last. */
export interface SectionLine {
  /** Length of one panel [m] */
  readonly panelM: number;
  /** Curvature of the panels as they are let go [1/m] */
  readonly curvature: number;
  /** Of the two end walls, where they are a zone of their own [1/m] */
  readonly endCurvature: number;
  readonly corners: readonly { readonly angleDeg: number; readonly closesDeg: number }[];
}

/** Length of an end wall against the panel's (assumed). */
export const END_SHARE = 0.35;
const STEPS = 40;

/**
 * Walks along a section as it is let go. A corner of 90° turns by 90°; closing it turns a little more. Panels bend evenly by their curvature.
 * @param exaggeration how many times larger bow and corners are taken than they are; 0: as intended
 * @returns points from the one edge to the other [m]
 */
export function sectionLine({ panelM, curvature, endCurvature, corners }: SectionLine, exaggeration = 1): LinePoint[] {
  const ends = { length: END_SHARE * panelM, curvature: endCurvature };
  const parts = corners.length === 0 ? [] : [ends, ...corners.slice(1).map(() => ({ length: panelM, curvature })), ends];
  const points: LinePoint[] = [{ x: 0, y: 0 }];
  let tangent = 0;
  (parts.length === 0 ? [{ length: panelM, curvature }] : parts).forEach((part, p) => {
    // Half a step's turn before and after, so that there and back are mirror images. Negative: the ends lift toward the back, which is up.
    const turn = (-part.curvature * exaggeration * part.length) / STEPS / 2;
    for (let s = 0; s < STEPS; s++) {
      tangent += turn;
      const { x, y } = points[points.length - 1];
      points.push({ x: x + (Math.cos(tangent) * part.length) / STEPS, y: y + (Math.sin(tangent) * part.length) / STEPS });
      tangent += turn;
    }
    if (p < corners.length) tangent -= (Math.PI / 180) * (180 - corners[p].angleDeg + corners[p].closesDeg * exaggeration);
  });
  return points;
}

/** How much nearer to each other the outer edges of a section come as it is let go: bow of all panels and closing of all corners together [m]; negative: apart. */
export function edgesComeNearerM(line: SectionLine): number {
  const apart = (points: readonly LinePoint[]): number => Math.hypot(points[points.length - 1].x, points[points.length - 1].y);
  return apart(sectionLine(line, 0)) - apart(sectionLine(line));
}
