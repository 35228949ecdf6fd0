import { verdictSentence } from '@pentimento/core/explain';
import type { TriedLever, Verdict } from '@pentimento/core/judging';
import type { SectionPlan } from '@pentimento/core/plan';
import { Loading } from '../../../shared/states';
import { useUnits } from '../../../shared/use-units';
import { marginText } from './verdict-text';

interface VerdictLeadProps {
  readonly verdict: Verdict;
  readonly plan: SectionPlan;
  /** null: still being tried */
  readonly levers: readonly TriedLever[] | null;
}

/** A limit in a sentence, and what moves its number most. */
export function VerdictLead({ verdict, plan, levers }: VerdictLeadProps) {
  const units = useUnits();
  return (
    <div className="mt-2">
      <p className="text-lg leading-snug">{units.fill(verdictSentence(verdict, plan))}</p>
      <h3 className="mt-3 text-sm font-semibold">What moves it most</h3>
      {levers === null && <Loading what="what moves it" />}
      {levers?.length === 0 && <p className="muted text-sm">Nothing that was tried moves it.</p>}
      {levers && levers.length > 0 && (
        <ul aria-label="What moves it most" className="text-sm">
          {levers.map((lever) => (
            <li key={lever.id} className="hairline flex justify-between gap-4 border-b py-0.5">
              <span>{lever.name}</span>
              <span className="num">{marginText(units, { ...verdict, margin: lever.change })}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
