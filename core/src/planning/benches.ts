import type { WallSpan } from './wall.js';

/** A mold that stands on its plug at a bench. */
export interface Standing extends WallSpan {
  /** What it stands there from on */
  readonly sinceId: string;
}

/** When molds stand at a bench: from the first that is done to them until they are off the plug, but for their time in an oven. */
export function standingOf(spans: readonly WallSpan[]): Standing[] {
  const byBuild = new Map<string, WallSpan[]>();
  for (const span of spans) byBuild.set(span.buildId, [...(byBuild.get(span.buildId) ?? []), span]);
  return [...byBuild.values()].flatMap((own) => {
    const inOrder = [...own].sort((a, b) => a.fromMin - b.fromMin);
    const ovens = inOrder.filter(({ kind }) => kind === 'oven');
    const offMin = Math.max(...own.filter(({ kind }) => kind !== 'oven').map(({ toMin }) => toMin));
    return [inOrder[0], ...ovens].flatMap((since, i): Standing[] => {
      const fromMin = i === 0 ? since.fromMin : since.toMin;
      const toMin = ovens.at(i)?.fromMin ?? offMin;
      return toMin > fromMin ? [standing(since, i, { fromMin, toMin })] : [];
    });
  });
}

function standing(since: WallSpan, index: number, spell: Pick<WallSpan, 'fromMin' | 'toMin'>): Standing {
  const { id: sinceId, buildId, build } = since;
  const nobody = { people: 0, who: [], skill: null, sessionId: null, sprayed: false, holdC: null };
  return { ...since, ...nobody, ...spell, id: `${buildId} stands ${String(index)}`, kind: 'standing', what: build, sinceId };
}
