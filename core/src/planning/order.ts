import type { PlanDocument } from '../plan/plan-document.js';

/** Sections which a section must come after: said, or because it is laid against a flange of theirs. */
export function comesBefore({ sections, mold }: PlanDocument, id: string): string[] {
  const { after, face = [] } = sections.find((one) => one.id === id) ?? {};
  const partings = (mold.design?.partings ?? []).filter(({ secondSectionId }) => secondSectionId === id).map(({ firstSectionId }) => firstSectionId);
  const flanges = face.flatMap(({ kind, sectionId }) => (kind === 'neighbor flange' && sectionId !== undefined ? [sectionId] : []));
  return [...new Set([...(after === undefined ? [] : [after]), ...partings, ...flanges])];
}

/** Orders that are looked at, at most. */
const MOST = 24;

/** Every order in which no section comes before one that it needs; the planned one first. */
export function placesInOrder(plan: PlanDocument, ids: readonly string[]): string[][] {
  const found: string[][] = [];
  const goOn = (so: readonly string[]): void => {
    if (found.length >= MOST) return;
    if (so.length === ids.length) {
      found.push([...so]);
      return;
    }
    for (const id of ids) if (!so.includes(id) && comesBefore(plan, id).every((one) => so.includes(one) || !ids.includes(one))) goOn([...so, id]);
  };
  goOn([]);
  return found.length > 0 ? found : [[...ids]];
}
