import type { CaseSetting } from '../formats/case-file.js';
import type { GrowthResult } from '../growth/growth-result.js';
import { heldFlat, modulusOf, type LetGo, type SettingCell } from './held-flat.js';

/** What the laminate of a case file does when it is let go, by the mechanics that the file gives. */
export function caseLetGo({ layers, demoldS }: CaseSetting, result: GrowthResult): LetGo {
  const { geometry, segments, input } = result;
  const specs = input.sessions.flatMap((session) => session.layers);
  const laid = result.layers.filter(({ plug }) => !plug);
  const cells = laid.flatMap((outcome, l): SettingCell[] => {
    const { card } = specs[l];
    const { endPa, ...mechanics } = layers[l];
    const common = { ...mechanics, gelCure: card.a_gel, modulusPa: modulusOf(endPa, card) };
    return Array.from({ length: outcome.end - outcome.start }, (_, k) => ({
      ...common,
      centerM: geometry.centerM[outcome.start + k],
      heightM: geometry.sizeM[outcome.start + k],
    }));
  });
  return heldFlat(
    cells,
    segments.map(({ field }) => field),
    geometry.firstLaid,
    demoldS,
  );
}
