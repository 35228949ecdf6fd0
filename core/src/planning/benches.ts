import type { WallSpan } from './wall.js';

/** A mold that stands on its plug at a bench. */
export interface Standing extends Pick<WallSpan, 'build' | 'buildId' | 'fromMin' | 'toMin'> {
  /** What it stands there from on */
  readonly spanId: string;
}

/** When molds stand at a bench: from the first that is done to them until they are off the plug, but for their time in an oven. */
export function standingOf(spans: readonly WallSpan[]): Standing[] {
  const byBuild = new Map<string, WallSpan[]>();
  for (const span of spans) byBuild.set(span.buildId, [...(byBuild.get(span.buildId) ?? []), span]);
  return [...byBuild.values()].flatMap((own) => {
    const inOrder = [...own].sort((a, b) => a.fromMin - b.fromMin);
    const [{ build, buildId }] = inOrder;
    const untilMin = Math.max(...own.filter(({ kind }) => kind !== 'oven').map(({ toMin }) => toMin));
    const found: Standing[] = [];
    let [fromMin, spanId] = [inOrder[0].fromMin, inOrder[0].id];
    for (const oven of inOrder.filter(({ kind }) => kind === 'oven')) {
      if (oven.fromMin > fromMin) found.push({ build, buildId, spanId, fromMin, toMin: oven.fromMin });
      [fromMin, spanId] = [Math.max(fromMin, oven.toMin), oven.id];
    }
    if (untilMin > fromMin) found.push({ build, buildId, spanId, fromMin, toMin: untilMin });
    return found;
  });
}
