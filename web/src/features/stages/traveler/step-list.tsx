import { dayText, DAY_MIN } from '@pentimento/core/shop-time';
import type { Step } from '@pentimento/core/steps';
import { useUnits } from '../../../shared/use-units';

const two = (n: number): string => String(n).padStart(2, '0');

/** Clock of a plan minute, without its day. */
function clock(minute: number): string {
  const inDay = Math.round(minute) - Math.floor(Math.round(minute) / DAY_MIN) * DAY_MIN;
  return `${two(Math.floor(inDay / 60))}:${two(inDay % 60)}`;
}

function minutes(min: number): string {
  if (min < 1) return '< 1 min';
  return min < 90 ? `${min.toFixed(0)} min` : `${(min / 60).toFixed(1)} h`;
}

/** Everything that is done, day by day and hour by hour: what, by how many, and the wait after it. */
export function StepList({ startDate, steps }: { startDate: string; steps: readonly Step[] }) {
  const { fill } = useUnits();
  const days = new Map<number, Step[]>();
  for (const step of steps) {
    const day = Math.floor(step.startMin / DAY_MIN) + 1;
    days.set(day, [...(days.get(day) ?? []), step]);
  }
  return (
    <ol className="grid gap-3 text-sm" aria-label="Steps">
      {[...days].map(([day, own]) => (
        <li key={day}>
          <h3 className="hairline flex items-baseline gap-3 border-b font-semibold">
            {dayText(startDate, day)} <span className="muted num text-xs font-normal">{day > 0 ? `day ${String(day)}` : ''}</span>
            <span className="muted num ml-auto text-xs font-normal">{minutes(own.reduce((sum, { handsMin }) => sum + handsMin, 0))} of hands</span>
          </h3>
          <ol>
            {own.map((step) => (
              <li key={step.id} className="hairline grid grid-cols-[3.5rem_minmax(0,1fr)_auto] gap-x-3 border-b py-0.5" data-step={step.kind}>
                <span className="num">{clock(step.startMin)}</span>
                <span>
                  <span className="font-medium">{fill(step.name)}</span> <span className="muted">{fill(step.order)}</span>
                </span>
                <span className="num muted text-right text-xs whitespace-nowrap">
                  {step.handsMin > 0 && `${step.people > 1 ? `${String(step.people)} × ` : ''}${minutes(step.handsMin / Math.max(1, step.people))}`}
                  {step.waitMin > 0 && `, wait ${minutes(step.waitMin)}`}
                </span>
              </li>
            ))}
          </ol>
        </li>
      ))}
    </ol>
  );
}
