import { dayText, DAY_MIN } from '@pentimento/core/shop-time';
import { useId, useState } from 'react';
import { useLeaving, useTyping } from './plan-edit';

interface ClockCellProps {
  readonly label: string;
  /** Minutes from 00:00 of day 1 */
  readonly valueMin: number;
  readonly startDate: string;
  readonly minMin: number;
  readonly maxMin: number;
  readonly showLabel?: boolean;
  readonly onChange: (minutes: number) => void;
}

const two = (n: number): string => String(n).padStart(2, '0');
const dayOf = (minutes: number): number => Math.floor(minutes / DAY_MIN) + 1;
const inDay = (minutes: number): number => Math.round(minutes) - (dayOf(Math.round(minutes)) - 1) * DAY_MIN;
const clockOf = (minutes: number): string => `${two(Math.floor(inDay(minutes) / 60))}:${two(inDay(minutes) % 60)}`;

/** Minutes in the day that a typed clock says: "8", "8:15", "0815"; null: none. */
export function readClock(text: string): number | null {
  const found = /^\s*(\d{1,2})(?::?(\d{2}))?\s*$/.exec(text);
  if (!found) return null;
  const [, first, second] = found;
  const [hours, minutes] = [Number(first), second ? Number(second) : 0];
  return hours < 24 && minutes < 60 ? hours * 60 + minutes : null;
}

/** A moment of the plan as the shop says it: which day, and what o'clock. An edit once a cell is left or Enter is pressed; Escape takes it back. */
export function ClockCell({ label, valueMin, startDate, minMin, maxMin, showLabel = true, onChange }: ClockCellProps) {
  const [day, setDay] = useState<string | null>(null);
  const [clock, setClock] = useState<string | null>(null);
  const typing = useTyping();
  const id = useId();
  const shown = { day: day ?? String(dayOf(valueMin)), clock: clock ?? clockOf(valueMin) };
  const meant = (of: typeof shown): number | null => {
    const minutes = readClock(of.clock);
    const days = Number(of.day);
    return minutes === null || of.day.trim() === '' || !Number.isInteger(days) ? null : (days - 1) * DAY_MIN + minutes;
  };
  const now = meant(shown);
  const problem =
    day === null && clock === null
      ? null
      : now === null
        ? 'A day, and a clock time like 08:15.'
        : now < minMin
          ? `Not before day ${String(dayOf(minMin))} ${clockOf(minMin)}.`
          : now > maxMin
            ? `Not after day ${String(dayOf(maxMin))} ${clockOf(maxMin)}.`
            : null;
  const commit = (): void => {
    if (day === null && clock === null) return;
    // What makes no sense stays where it was typed, with the reason, until it is set right or taken back.
    if (now === null || problem !== null) {
      typing.drop();
      return;
    }
    setDay(null);
    setClock(null);
    onChange(now);
  };
  useLeaving(day !== null || clock !== null, commit);
  const typed = (next: typeof shown): void => {
    const value = meant(next);
    if (value === null || value < minMin || value > maxMin) return;
    typing.preview(() => {
      onChange(value);
    });
  };
  const input = (part: 'day' | 'clock', name: string, width: string, set: (text: string) => void) => (
    <input
      id={part === 'day' ? id : undefined}
      aria-label={`${label}, ${name}`}
      aria-invalid={problem !== null}
      className={`num hairline bg-base-100 h-7 border px-1 text-right ${width}`}
      inputMode="numeric"
      maxLength={5}
      value={shown[part]}
      onChange={(event) => {
        set(event.target.value);
        typed({ ...shown, [part]: event.target.value });
      }}
      onBlur={commit}
      onKeyDown={(event) => {
        if (event.key === 'Enter') commit();
        if (event.key === 'Escape') {
          setDay(null);
          setClock(null);
          typing.drop();
        }
      }}
    />
  );
  return (
    <span className="inline-block align-top">
      <label htmlFor={id} className={showLabel ? 'muted block text-sm' : 'sr-only'}>
        {label}
      </label>
      <span className="flex items-center gap-1 whitespace-nowrap">
        <span className="muted text-xs">day</span>
        {input('day', 'day', 'w-10', setDay)}
        {input('clock', 'clock', 'w-14', setClock)}
        <span className="muted text-xs">{dayText(startDate, dayOf(now ?? valueMin))}</span>
      </span>
      {problem && (
        <span role="alert" className="text-error block text-xs">
          {problem}
        </span>
      )}
    </span>
  );
}
