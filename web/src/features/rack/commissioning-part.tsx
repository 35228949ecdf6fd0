import { commissioningSteps, commissioningWords } from '@pentimento/core/mold';
import { finishPlan } from '@pentimento/core/plug';
import { releaseProgram } from '@pentimento/core/service';
import { Check } from 'lucide-react';
import type { Mold } from '../../api/api';
import { dateText } from '../../shared/dates';
import { MayButton } from '../../shared/may-button';
import { useLogbook } from './use-logbook';

/** From what wax or film left to a gloss, a square meter of it. */
const { rungs, minutes } = finishPlan(800, 'gloss', 1);
const LADDER = `${rungs.map(({ name }) => name.toLowerCase()).join(', ')}: about ${(minutes / 60).toFixed(1)} h by the square meter, corners more.`;

/** From the plug to the first good part: what is done and what comes next; gone once the mold is broken in. */
export function CommissioningPart({ mold }: { mold: Mold }) {
  const { write } = useLogbook(mold.id);
  const { commissioned } = mold.facts;
  const breakIn = releaseProgram(mold.releaseProgramId)?.breakInPulls ?? 0;
  const begun = commissioned.length > 0;
  const over = commissioned.some(({ step }) => step === 'break-in');
  if (over || (!begun && mold.standing.pullsSinceNew >= breakIn)) return null;
  const done = new Map(commissioned.map(({ step, at }) => [step, at]));
  const next = commissioningSteps.find((step) => !done.has(step));
  const short = mold.standing.pullsSinceNew < breakIn;
  return (
    <section aria-label="Commissioning" className="mt-4">
      <h2 className="font-semibold">Commissioning</h2>
      <ol>
        {commissioningSteps.map((step) => {
          const at = done.get(step);
          return (
            <li key={step} className="hairline flex items-baseline gap-2 border-b py-1">
              {at === undefined ? <span className="inline-block w-4" /> : <Check size={16} aria-label="done" className="text-success self-center" />}
              <span className={`flex-1 ${step === next ? 'font-semibold' : ''}`}>
                {commissioningWords[step]}
                {step === 'finish' && step === next && <span className="muted block text-sm font-normal">{LADDER}</span>}
                {step === 'break-in' && short && (
                  <span className="muted num">
                    {' '}
                    {mold.standing.pullsSinceNew} of {breakIn}
                  </span>
                )}
              </span>
              {at === undefined ? (
                step === next && (
                  <MayButton
                    right="log"
                    className="btn btn-sm"
                    disabled={step === 'break-in' && short}
                    title={step === 'break-in' && short ? `Log the first ${String(breakIn)} pulls, a coat before each.` : undefined}
                    onClick={() => {
                      write({ kind: 'commissioning', data: { step } });
                    }}
                  >
                    Done
                  </MayButton>
                )
              ) : (
                <span className="muted num text-sm">{dateText(at)}</span>
              )}
            </li>
          );
        })}
      </ol>
      <p className="muted mt-1 text-xs">Dust and solvents: respirator, extraction, gloves, no flame. Data sheets decide.</p>
    </section>
  );
}
