import { differenceInCalendarDays, parseISO } from 'date-fns';
import type { CardLibrary, DoneCheck, SectionPlan, PlugIntake } from '@pentimento/core/plan';
import { readinessChecks, readyAtMin } from '@pentimento/core/plug';
import { momentText } from '@pentimento/core/shop-time';
import { Part } from '../../../shared/fields';
import { useUnits } from '../../../shared/use-units';

/** Now on the plan's clock [min]: the shop's own wall clock. */
export function planMinuteNow(startDate: string): number {
  const now = new Date();
  return differenceInCalendarDays(now, parseISO(startDate)) * 1440 + now.getHours() * 60 + now.getMinutes();
}

/** What must be done before release may start; release waits for the last tick and its drying time. */
export function ReadinessList({
  plan,
  signed,
  library,
  intake,
  person,
  onChange,
}: {
  plan: SectionPlan;
  /** The same with what was signed at the bench */
  signed: SectionPlan;
  library: CardLibrary;
  intake: PlugIntake;
  person: string;
  onChange: (done: DoneCheck[]) => void;
}) {
  const { fill } = useUnits();
  const checks = readinessChecks(plan, library);
  const ready = readyAtMin(signed, library);
  return (
    <Part
      title="Ready for release?"
      aside={
        <span className="num text-sm" data-testid="readiness">
          {ready.open > 0
            ? `${String(ready.open)} open`
            : Number.isFinite(ready.atMin)
              ? `ready ${momentText(plan.startDate, ready.atMin)}`
              : 'ready'}
        </span>
      }
    >
      <ul aria-label="Readiness" className="text-sm">
        {checks.map(({ id, what, why, waitH }) => {
          const ticked = intake.done.some((one) => one.id === id);
          const done = signed.intake?.done.find((one) => one.id === id);
          return (
            <li key={id} className="hairline border-b">
              <label className="flex min-h-9 items-start gap-2.5 py-1">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm mt-0.5"
                  checked={done !== undefined}
                  disabled={done !== undefined && !ticked}
                  onChange={(event) => {
                    const others = intake.done.filter((one) => one.id !== id);
                    const by = person === '' ? 'somebody' : person;
                    onChange(event.target.checked ? [...others, { id, doneMin: planMinuteNow(plan.startDate), by }] : others);
                  }}
                />
                <span className="leading-snug">
                  {fill(what)}
                  {waitH > 0 && <span className="num muted"> · then {waitH} h</span>}
                  <span className="muted block text-xs">
                    {done ? `${done.by}, ${momentText(plan.startDate, done.doneMin)}${ticked ? '' : ', at the bench'}` : fill(why)}
                  </span>
                </span>
              </label>
            </li>
          );
        })}
      </ul>
    </Part>
  );
}
