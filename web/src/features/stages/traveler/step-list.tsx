import { dayText, DAY_MIN, momentText } from '@pentimento/core/shop-time';
import { laborGroupOf, laborGroups, laborOf, type Step } from '@pentimento/core/steps';
import { useState } from 'react';
import { ChoiceCell } from '../../../shared/fields';
import { PrintButton } from '../../../shared/print-button';
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

const WORK: readonly (readonly [string, string])[] = [['', 'all work'], ...laborGroups.map((group) => [group, group] as const)];
const PLACES: readonly (readonly [string, string])[] = [
  ['', 'everywhere'],
  ['bench', 'at the bench'],
  ['oven', 'at the oven'],
];

interface StepListProps {
  readonly startDate: string;
  readonly steps: readonly Step[];
  /** Sections of a mold that has several */
  readonly sections: readonly { readonly id: string; readonly name: string }[];
}

/** Everything that is done, day by day and hour by hour: what, by how many, what it waits for; by section, work and place. */
export function StepList({ startDate, steps, sections }: StepListProps) {
  const [work, setWork] = useState('');
  const [place, setPlace] = useState('');
  const [section, setSection] = useState('');
  const [person, setPerson] = useState('');
  const people = [...new Set(steps.flatMap(({ who }) => who))].sort((a, b) => a.localeCompare(b));
  const shown = steps.filter(
    (step) =>
      (work === '' || laborGroupOf(step) === work) &&
      (place === '' || step.place === place) &&
      (person === '' || step.who.includes(person)) &&
      (section === '' || step.sectionId === null || step.sectionId === section),
  );
  const days = new Map<number, Step[]>();
  for (const step of shown) {
    const day = Math.floor(step.startMin / DAY_MIN) + 1;
    days.set(day, [...(days.get(day) ?? []), step]);
  }
  return (
    <>
      <div className="mb-2 flex flex-wrap items-end gap-3 text-sm print:hidden">
        <ChoiceCell label="Work" value={work} options={WORK} onChange={setWork} />
        <ChoiceCell label="Place" value={place} options={PLACES} onChange={setPlace} />
        {people.length > 0 && (
          <ChoiceCell label="Who" value={person} options={[['', 'everybody'], ...people.map((name) => [name, name] as const)]} onChange={setPerson} />
        )}
        {sections.length > 1 && (
          <ChoiceCell
            label="Section"
            value={section}
            options={[['', 'all sections'], ...sections.map(({ id, name }) => [id, name] as const)]}
            onChange={setSection}
          />
        )}
        <PrintButton />
      </div>
      <Labor steps={shown} />
      {shown.length === 0 && <p className="muted">No step of this kind.</p>}
      <ol className="grid gap-3 text-sm" aria-label="Steps">
        {[...days].map(([day, own]) => (
          <li key={day}>
            <h3 className="hairline flex items-baseline gap-3 border-b font-semibold">
              {dayText(startDate, day)} <span className="muted num text-xs font-normal">{day > 0 ? `day ${String(day)}` : ''}</span>
              <span className="muted num ml-auto text-xs font-normal">{minutes(own.reduce((sum, { handsMin }) => sum + handsMin, 0))} of hands</span>
            </h3>
            <ol>
              {own.map((step) => (
                <StepRow key={step.id} step={step} startDate={startDate} everybody={people.length} />
              ))}
            </ol>
          </li>
        ))}
      </ol>
    </>
  );
}

/** Hands by kind of work; together all steps that are shown. */
function Labor({ steps }: { steps: readonly Step[] }) {
  const hours = [...laborOf(steps)].filter(([, h]) => h > 0);
  const all = hours.reduce((sum, [, h]) => sum + h, 0);
  return (
    <p className="mb-2 text-sm" data-testid="labor">
      <span className="num font-semibold">{all.toFixed(1)} h</span> of hands:{' '}
      <span className="muted">{hours.map(([group, h]) => `${group} ${h.toFixed(1)} h`).join(' · ')}</span>
    </p>
  );
}

const WAITS = { gate: 'the gate', window: 'its window', cure: 'cure', temperature: 'its temperature', hours: 'the sheet’s hours' } as const;

/** Names only where it is not everybody. */
function StepRow({ step, startDate, everybody }: { step: Step; startDate: string; everybody: number }) {
  const { fill } = useUnits();
  const { waitsFor } = step;
  return (
    <li className="hairline grid grid-cols-[3.5rem_minmax(0,1fr)_auto] gap-x-3 border-b py-0.5" data-step={step.kind}>
      <span className="num">{clock(step.startMin)}</span>
      <span>
        <span className="font-medium">{fill(step.name)}</span> <span className="muted">{fill(step.order)}</span>
        {waitsFor && (
          <span className="muted block text-xs">
            waits for {WAITS[waitsFor.what]}, from {momentText(startDate, waitsFor.untilMin)}
            {waitsFor.closesMin !== null && ` to ${momentText(startDate, waitsFor.closesMin)}`}
          </span>
        )}
      </span>
      <span className="num muted text-right text-xs whitespace-nowrap">
        {step.handsMin > 0 && `${step.people > 1 ? `${String(step.people)} × ` : ''}${minutes(step.handsMin / Math.max(1, step.people))}`}
        {step.waitMin > 0 && `, wait ${minutes(step.waitMin)}`}
        {step.who.length > 0 && step.who.length < everybody && <span className="block whitespace-normal">{step.who.join(', ')}</span>}
      </span>
    </li>
  );
}
