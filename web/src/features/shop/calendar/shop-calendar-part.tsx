import { initialPart } from '@pentimento/core/plan';
import {
  WEEKDAYS,
  checkShop,
  openingFields,
  shopPersonFields,
  shopPlaceFields,
  skills,
  type ClosedDays,
  type Opening,
  type ShopCalendar,
  type ShopPerson,
  type ShopPlace,
} from '@pentimento/core/shop';
import { DomainError } from '@pentimento/core/errors';
import { useState } from 'react';
import { useSaveShopMutation, type Person, type SavedShop } from '../../../api/api';
import { cells } from '../../../shared/cells';
import { DayInput } from '../../../shared/day-input';
import { dateTimeText } from '../../../shared/dates';
import { ChoiceCell, TextCell } from '../../../shared/fields';
import { ProblemLine } from '../../../shared/form-field';
import { MayButton } from '../../../shared/may-button';
import { newId } from '../../../shared/new-id';
import { NumberCell } from '../../../shared/number-cell';
import { useRefusal } from '../../../shared/use-may';
import { Forecast, Seasons, type PartProps } from './air-parts';
import { Rows } from './rows';

interface ShopCalendarPartProps {
  readonly saved: SavedShop;
  readonly calendar: ShopCalendar;
  /** Of the accounts, whom the calendar may name */
  readonly people: readonly Person[];
}

/** When the shop is open, who is there, where things are done, how warm it is: what the planner goes by. */
export function ShopCalendarPart({ saved, calendar, people }: ShopCalendarPartProps) {
  const [draft, setDraft] = useState<{ readonly base: number; readonly calendar: ShopCalendar } | null>(null);
  const [save, { error, isLoading }] = useSaveShopMutation();
  const readOnly = useRefusal('shop') !== null;
  const shown = draft?.calendar ?? calendar;
  const wrong = draft ? whatIsWrong(draft.calendar) : null;
  const change = (by: Partial<ShopCalendar>): void => {
    setDraft({ base: draft?.base ?? saved.version, calendar: { ...shown, ...by } });
  };
  const part = { shown, change, readOnly };
  return (
    <section aria-label="Calendar" className="min-w-0 space-y-5 lg:col-span-2">
      <div className="rule flex flex-wrap items-center gap-3 border-b pb-1">
        <h2 className="font-semibold">Calendar</h2>
        <span className="muted flex-1 text-sm">
          {saved.madeAt === null ? 'Usual hours until somebody says otherwise.' : `Saved by ${saved.madeBy ?? ''}, ${dateTimeText(saved.madeAt)}.`}{' '}
          Plans are made within it.
        </span>
        {draft && (
          <button
            type="button"
            className="btn btn-ghost btn-sm"
            onClick={() => {
              setDraft(null);
            }}
          >
            Drop changes
          </button>
        )}
        <MayButton
          right="shop"
          className="btn btn-primary btn-sm"
          disabled={draft === null || wrong !== null || isLoading}
          onClick={() => {
            if (!draft) return;
            void save({ baseVersion: draft.base, calendar: { ...draft.calendar } }).then((result) => {
              if (result.data) setDraft(null);
            });
          }}
        >
          Save calendar
        </MayButton>
      </div>
      {wrong !== null && (
        <p role="alert" className="text-error text-sm">
          {wrong}
        </p>
      )}
      <ProblemLine error={error} />
      <div className="grid gap-x-8 gap-y-5 xl:grid-cols-2">
        <Openings {...part} />
        <Closed {...part} />
        <Crew {...part} people={people} />
        <Places {...part} />
        <div className="min-w-0 lg:col-span-2">
          <Seasons {...part} />
        </div>
        <Forecast {...part} />
      </div>
    </section>
  );
}

/** What the server would refuse, in its words; null: nothing. */
function whatIsWrong(calendar: unknown): string | null {
  try {
    checkShop(calendar);
    return null;
  } catch (error) {
    if (error instanceof DomainError) return error.message;
    throw error;
  }
}

const hour = (label: string, value: number, onChange: (hour: number) => void): React.ReactNode => (
  <NumberCell label={label} unit="h" digits={2} min={0} max={24} step={0.25} width="w-14" value={value} onChange={onChange} />
);

function Openings({ shown, change, readOnly }: PartProps) {
  return (
    <Rows<Opening>
      caption="Open"
      heads={['Day', 'From', 'Until']}
      rows={shown.openings}
      nameOf={({ day, fromHour }) => `${day} from ${String(fromHour)} h`}
      cells={(row, onRow) => [
        <ChoiceCell
          key="day"
          label="Day"
          showLabel={false}
          value={row.day}
          options={WEEKDAYS.map((day) => [day, day] as const)}
          onChange={(day) => {
            onRow({ ...row, day });
          }}
        />,
        hour(`${row.day}, from`, row.fromHour, (fromHour) => {
          onRow({ ...row, fromHour });
        }),
        hour(`${row.day}, until`, row.toHour, (toHour) => {
          onRow({ ...row, toHour });
        }),
      ]}
      fresh={() => initialPart(openingFields)}
      add="One more spell"
      readOnly={readOnly}
      onChange={(openings) => {
        change({ openings: [...openings] });
      }}
    />
  );
}

const today = (): string => new Date().toISOString().slice(0, 10);
const freshDays = (): ClosedDays => ({ from: today(), to: today(), why: '' });

const daysCells = (row: ClosedDays, onRow: (row: ClosedDays) => void): React.ReactNode[] => [
  <DayInput
    key="from"
    label="First day"
    value={row.from}
    onChange={(from) => {
      if (from !== null) onRow({ ...row, from, to: row.to < from ? from : row.to });
    }}
  />,
  <DayInput
    key="to"
    label="Last day"
    value={row.to}
    onChange={(to) => {
      if (to !== null) onRow({ ...row, to });
    }}
  />,
  <TextCell
    key="why"
    label="Why"
    showLabel={false}
    value={row.why}
    maxLength={80}
    onChange={(why) => {
      onRow({ ...row, why });
    }}
  />,
];

function Closed({ shown, change, readOnly }: PartProps) {
  return (
    <Rows<ClosedDays>
      caption="Closed"
      heads={['First day', 'Last day', 'Why']}
      rows={shown.closed}
      nameOf={({ from, why }) => `${from} ${why}`}
      cells={daysCells}
      fresh={freshDays}
      add="Closed days"
      readOnly={readOnly}
      onChange={(closed) => {
        change({ closed: [...closed] });
      }}
    />
  );
}

function Crew({ shown, change, readOnly, people }: PartProps & { readonly people: readonly Person[] }) {
  const named = new Set(shown.people.map(({ name }) => name));
  const missing = people.filter(({ name, active }) => active && !named.has(name));
  const [opened, setOpened] = useState<string | null>(null);
  const one = shown.people.find(({ id }) => id === opened);
  const put = (next: ShopPerson): void => {
    change({ people: shown.people.map((person) => (person.id === next.id ? next : person)) });
  };
  return (
    <div className="min-w-0 space-y-2">
      <Rows<ShopPerson>
        caption="Who is there"
        heads={['Name', 'Can do', 'From', 'Until', 'Away']}
        rows={shown.people}
        nameOf={({ name }) => name}
        cells={(row, onRow) => [
          cells(shopPersonFields, row, onRow)('name', { showLabel: false, label: `${row.name}, name`, width: 'w-32' }),
          <span key="skills" className="flex flex-wrap gap-1">
            {skills.map((skill) => (
              <button
                key={skill}
                type="button"
                aria-pressed={row.skills.includes(skill)}
                className={`hairline min-h-6 border px-1.5 text-xs ${row.skills.includes(skill) ? 'bg-primary text-primary-content' : ''}`}
                onClick={() => {
                  onRow({ ...row, skills: row.skills.includes(skill) ? row.skills.filter((other) => other !== skill) : [...row.skills, skill] });
                }}
              >
                {skill}
              </button>
            ))}
          </span>,
          hour(`${row.name}, from`, row.fromHour ?? 0, (fromHour) => {
            onRow({ ...row, fromHour });
          }),
          hour(`${row.name}, until`, row.toHour ?? 24, (toHour) => {
            onRow({ ...row, toHour });
          }),
          <button
            key="away"
            type="button"
            className="btn btn-ghost btn-xs"
            aria-expanded={opened === row.id}
            onClick={() => {
              setOpened(opened === row.id ? null : row.id);
            }}
          >
            {row.absent.length === 0 ? 'never' : `${String(row.absent.length)} ×`}
          </button>,
        ]}
        fresh={() => ({ id: newId(), name: missing.at(0)?.name ?? 'New person', skills: ['laminating'], absent: [] })}
        add={missing.length > 0 ? `Add ${missing[0].name}` : 'Add a person'}
        readOnly={readOnly}
        onChange={(rows) => {
          change({ people: [...rows] });
        }}
      />
      {one && (
        <Rows<ClosedDays>
          caption={`${one.name} is away`}
          heads={['First day', 'Last day', 'Why']}
          rows={one.absent}
          nameOf={({ from, why }) => `${from} ${why}`}
          cells={daysCells}
          fresh={freshDays}
          add="Away"
          readOnly={readOnly}
          onChange={(absent) => {
            put({ ...one, absent: [...absent] });
          }}
        />
      )}
    </div>
  );
}

function Places({ shown, change, readOnly }: PartProps) {
  return (
    <Rows<ShopPlace>
      caption="Places"
      heads={['Name', 'It is', 'Longest', 'Widest', 'Highest']}
      rows={shown.places}
      nameOf={({ name }) => name}
      cells={(row, onRow) => {
        const cell = cells(shopPlaceFields, row, onRow);
        return [
          cell('name', { showLabel: false, label: `${row.name}, name`, width: 'w-36' }),
          cell('kind', { showLabel: false, label: `${row.name}, it is` }),
          cell('lengthMm', { showLabel: false, label: `${row.name}, length` }),
          cell('widthMm', { showLabel: false, label: `${row.name}, width` }),
          row.kind === 'oven' ? cell('highestC', { showLabel: false, label: `${row.name}, highest` }) : null,
        ];
      }}
      fresh={() => ({ id: newId(), name: 'Bench', kind: 'bench', lengthMm: 3000, widthMm: 1500, highestC: 80 })}
      add="Place"
      readOnly={readOnly}
      onChange={(places) => {
        change({ places: [...places] });
      }}
    />
  );
}
