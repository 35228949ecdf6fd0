import { worstLevel } from '@pentimento/core/judging';
import { worstObjection, type Objection, type PlanDocument } from '@pentimento/core/plan';
import { LevelMark } from '../../shared/level-mark';
import { levelOfObjection } from '../../shared/objection-list';
import { byLevel } from '@pentimento/core/units';
import type { SectionChoice } from '../plan/section-choice';
import type { WholeMold } from '../simulation/simulation.worker';

interface SectionTabsProps {
  readonly document: PlanDocument;
  readonly choice: SectionChoice;
  readonly whole: WholeMold | null;
  readonly objections: readonly Objection[];
}

/** Sections of a mold that has several, each with the worst that speaks against it. */
export function SectionTabs({ document, choice, whole, objections }: SectionTabsProps) {
  return (
    <div role="tablist" aria-label="Sections" className="rule flex flex-wrap gap-x-1 border-b px-3 print:hidden">
      {document.sections.map(({ id, name }, i) => {
        const limits = worstLevel(whole?.sections.find((one) => one.id === id)?.verdicts ?? []);
        const rules = levelOfObjection(worstObjection(objections.filter(({ section }) => section?.id === id)));
        const level = byLevel(limits, rules) <= 0 ? limits : rules;
        const chosen = id === choice.sectionId;
        return (
          <button
            key={id}
            type="button"
            role="tab"
            aria-selected={chosen}
            className={`flex items-center gap-1.5 px-2 py-1 text-sm ${chosen ? 'border-base-content border-b-2 font-semibold' : 'muted'}`}
            onClick={() => {
              choice.choose(id);
            }}
          >
            <span className="num text-xs">{i + 1}</span> {name} {level !== 'ok' && <LevelMark level={level} size={12} />}
          </button>
        );
      })}
    </div>
  );
}
