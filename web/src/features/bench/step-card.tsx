import { momentText } from '@pentimento/core/shop-time';
import type { StateKind } from '@pentimento/core/log';
import { isGate, isRunning, type Standing, type Step } from '@pentimento/core/steps';
import { TriangleAlert } from 'lucide-react';
import { MayButton } from '../../shared/may-button';
import { momentShort } from '../../shared/dates';
import { useUnits } from '../../shared/use-units';
import { placeTexts, plannedText, waitText } from './bench-clock';

interface StepCardProps {
  readonly step: Step;
  /** The step of its session that waits for something, where it does not itself */
  readonly waiting: Step | null;
  readonly startDate: string;
  readonly nowMin: number;
  /** As the plan has it; the step itself as it is expected by now */
  readonly plannedMin: number;
  /** Its last line that counts; null: nothing was written yet */
  readonly entry: Standing | null;
  /** Steps that should have been done before */
  readonly missing: readonly string[];
  readonly onTap: (kind: StateKind) => void;
}

/** The step at hand, in type for an arm's length. */
export function StepCard({ step, waiting, startDate, nowMin, plannedMin, entry, missing, onTap }: StepCardProps) {
  const units = useUnits();
  const { fill } = units;
  const used = (amount: number, unit: Step['uses'][number]['unit']): string =>
    unit === 'g' ? units.text('potMass', amount) : unit === 'm²' ? units.text('area', amount) : `${amount.toFixed(0)} ${unit}`;
  const wait = waitText(waiting ?? step, nowMin);
  const places = placeTexts(waiting ?? step, nowMin);
  const running = entry !== null && isRunning(entry.state);
  return (
    <section aria-label="Step at hand" className="rule border-l-8 pl-4">
      <p className="num muted">
        {momentText(startDate, plannedMin)} · {plannedText({ startMin: plannedMin }, nowMin)}
        {step.people > 0 && ` · ${step.people === 1 ? 'one' : String(step.people)} at it`}
      </p>
      <h2 className="text-3xl leading-tight font-semibold">{fill(step.name)}</h2>
      <p className="mt-2 max-w-prose text-xl leading-snug">{fill(step.order)}</p>
      {step.uses.length > 0 && (
        <p className="num mt-2 text-lg">{step.uses.map(({ what, amount, unit }) => `${what} ${used(amount, unit)}`).join(' · ')}</p>
      )}
      {wait && <p className="num predicted mt-3 text-xl sm:text-2xl">{wait}</p>}
      {places.length > 0 && <p className="num predicted text-lg">{places.join(' · ')}</p>}
      {step.caution && (
        <p className="border-warning mt-3 max-w-prose border-l-4 pl-3 text-lg">
          <TriangleAlert size={18} aria-hidden className="text-warning mr-1 inline" />
          {step.caution}
        </p>
      )}
      {missing.length > 0 && (
        <p role="status" className="text-error mt-3">
          Not done yet, and should be before this: {missing.join(', ')}.
        </p>
      )}
      {entry && (
        <p className="mt-3">
          <strong>{entry.state === 'started' ? 'Begun' : entry.state === 'handed over' ? 'Handed over' : capital(entry.state)}</strong>{' '}
          {momentShort(entry.at)}, {entry.madeBy}
          {entry.note !== '' && `: ${entry.note}`}
        </p>
      )}
      <div className="mt-4 grid grid-cols-2 gap-3 sm:grid-cols-[1fr_2fr_1fr]">
        {running ? (
          <MayButton
            right="log"
            className="hairline hover:bg-base-200 min-h-16 border text-lg"
            onClick={() => {
              onTap('paused');
            }}
          >
            Pause
          </MayButton>
        ) : (
          <MayButton
            right="log"
            className="hairline hover:bg-base-200 min-h-16 border text-lg"
            onClick={() => {
              onTap('started');
            }}
          >
            {entry?.state === 'paused' ? 'Go on' : 'Start'}
          </MayButton>
        )}
        <MayButton
          right={isGate(step.id) ? 'sign' : 'log'}
          className="bg-primary text-primary-content order-first col-span-2 min-h-16 text-xl font-semibold sm:order-none sm:col-span-1"
          onClick={() => {
            onTap('done');
          }}
        >
          {step.logs.includes('signature') ? 'Done, signed' : 'Done'}
        </MayButton>
        <MayButton
          right="log"
          className="hairline hover:bg-base-200 min-h-16 border text-lg"
          onClick={() => {
            onTap(running ? 'handed over' : 'skipped');
          }}
        >
          {running ? 'Hand over' : 'Skip'}
        </MayButton>
      </div>
    </section>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
