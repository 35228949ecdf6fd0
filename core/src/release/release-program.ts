import { plugReleaseProgram, type PlugReleaseProgram, type ReleaseStep } from '../materials/release-steps.js';
import type { MaterialCard } from '../materials/material-card.js';
import type { CardLibrary } from '../plan/card-library.js';

/** A number that the shop's own sheet or test states; typical built-in values leave the program as it is. null: not stated. */
function stated(sheet: MaterialCard | undefined, key: string): number | null {
  if (!sheet || !Object.hasOwn(sheet.values, key)) return null;
  const { value, origin } = sheet.values[key];
  return typeof value === 'number' && origin !== 'assumed' ? value : null;
}

/** A program as this shop's release cards state it: coats, waits, and limits of the air; what they do not state is typical. */
export function programOf(programId: string, cards: CardLibrary): PlugReleaseProgram | undefined {
  const program = plugReleaseProgram(programId);
  if (!program) return undefined;
  const sheetOf = ({ cardId }: ReleaseStep): MaterialCard | undefined => (cardId === null ? undefined : cards.sheets.get(cardId));
  const steps = program.steps.map((step, i): ReleaseStep => {
    const sheet = sheetOf(step);
    // An agent's coats are those of its main step; a sealer before it, and one wet pass after it, stay.
    const main = step.kind !== 'seal' && step.coatsNew > 1;
    const lastOfAgent = !program.steps.slice(i + 1).some(({ cardId }) => cardId === step.cardId);
    const finalH = stated(sheet, 'finalH');
    return {
      ...step,
      coatsNew: (main ? stated(sheet, 'coatsNew') : null) ?? step.coatsNew,
      coatsUsed: (main ? stated(sheet, 'coatsUsed') : null) ?? step.coatsUsed,
      hazeMin: (step.hazeMin > 0 ? stated(sheet, 'hazeMin') : null) ?? step.hazeMin,
      betweenMin: stated(sheet, 'betweenMin') ?? step.betweenMin,
      finalMin: finalH !== null && lastOfAgent ? finalH * 60 : step.finalMin,
    };
  });
  const sheets = program.steps.map(sheetOf);
  const all = (key: string): number[] => sheets.flatMap((sheet) => stated(sheet, key) ?? []);
  const narrowest = (key: string, usual: number, pick: (...values: number[]) => number): number => {
    const values = all(key);
    return values.length === 0 ? usual : pick(...values);
  };
  return {
    ...program,
    steps,
    minC: narrowest('minC', program.minC, Math.max),
    maxC: narrowest('maxC', program.maxC, Math.min),
    minHumidityPct: narrowest('minHumidityPct', program.minHumidityPct, Math.max),
    maxHumidityPct: narrowest('maxHumidityPct', program.maxHumidityPct, Math.min),
  };
}
