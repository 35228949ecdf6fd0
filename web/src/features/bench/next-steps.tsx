import { momentText } from '@pentimento/core/shop-time';
import type { Step } from '@pentimento/core/steps';
import { useState } from 'react';
import { useUnits } from '../../shared/use-units';

/** Steps shown that come after the one at hand. */
const NEXT = 3;
const MANY = 12;

interface NextStepsProps {
  readonly steps: readonly Step[];
  readonly startDate: string;
  readonly isBegun: (stepId: string) => boolean;
  readonly onChoose: (stepId: string) => void;
}

/** What comes after the step at hand; nothing where it is the last one. */
export function NextSteps({ steps, startDate, isBegun, onChoose }: NextStepsProps) {
  const { fill } = useUnits();
  const [all, setAll] = useState(false);
  if (steps.length === 0) return null;
  return (
    <>
      <h2 className="mt-6 font-semibold">Then</h2>
      <ol className="rule border-t" aria-label="Next steps">
        {steps.slice(0, all ? MANY : NEXT).map((step) => (
          <li key={step.id} className="hairline border-b">
            <button
              type="button"
              className="hover:bg-base-200 flex min-h-14 w-full flex-wrap items-center gap-x-4 px-2 text-left"
              onClick={() => {
                onChoose(step.id);
              }}
            >
              <span className="num muted text-sm">{momentText(startDate, step.startMin)}</span>
              <span className="text-lg">{fill(step.name)}</span>
              {isBegun(step.id) && <strong>begun</strong>}
            </button>
          </li>
        ))}
      </ol>
      {!all && steps.length > NEXT && (
        <button
          type="button"
          className="btn btn-ghost mt-1 min-h-11"
          onClick={() => {
            setAll(true);
          }}
        >
          More steps
        </button>
      )}
    </>
  );
}
