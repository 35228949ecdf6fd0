import { FileChoice, TABLE_FILES } from '../../../shared/file-choice';
import { DomainError } from '@pentimento/core/errors';
import { readForecast, seasonFields, type ForecastHour, type Season, type ShopCalendar } from '@pentimento/core/shop';
import Papa from 'papaparse';
import { useState } from 'react';
import { cells } from '../../../shared/cells';
import { HeatingCells } from '../../../shared/heating-cells';
import { Rows } from './rows';

export interface PartProps {
  readonly shown: ShopCalendar;
  readonly change: (by: Partial<ShopCalendar>) => void;
  readonly readOnly: boolean;
}

/** Air over a day, from a day of the year on, with the heating of that season. */
export function Seasons({ shown, change, readOnly }: PartProps) {
  return (
    <Rows<Season>
      caption="Air by season"
      heads={['From (month-day)', 'Mean', 'Day and night, ±', 'Warmest at', 'Humidity', 'Heated']}
      rows={shown.seasons}
      nameOf={({ fromDay }) => fromDay}
      cells={(row, onRow) => {
        const cell = cells(seasonFields, row, onRow);
        const named = (name: keyof typeof seasonFields): React.ReactNode => cell(name, { showLabel: false, label: `${row.fromDay}, ${name}` });
        return [
          cell('fromDay', { showLabel: false, width: 'w-16' }),
          named('meanC'),
          named('swingC'),
          named('warmestHour'),
          named('humidityPct'),
          <HeatingCells
            key="heating"
            of={`From ${row.fromDay}`}
            heating={row.heating}
            onChange={(heating) => {
              const { heating: _before, ...rest } = row;
              onRow(heating ? { ...rest, heating } : rest);
            }}
          />,
        ];
      }}
      fresh={() => ({ fromDay: '10-15', meanC: 18, swingC: 2, warmestHour: 15, humidityPct: 60 })}
      add="Season"
      readOnly={readOnly}
      onChange={(seasons) => {
        change({ seasons: [...seasons] });
      }}
    />
  );
}

const linesOf = (hours: readonly ForecastHour[]): string =>
  hours.map(({ at, tempC, humidityPct }) => [at, tempC, ...(humidityPct === undefined ? [] : [humidityPct])].join('; ')).join('\n');

/** The shop's air hour by hour, typed, pasted or from a file; what cannot be read stays as it was typed, with what is wrong. */
export function Forecast({ shown, change, readOnly }: PartProps) {
  const hours = shown.forecast ?? [];
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const read = (text: string): void => {
    setTyped(text);
    try {
      const forecast = readForecast(Papa.parse<string[]>(text.trim(), { delimitersToGuess: [';', '\t', ','], skipEmptyLines: true }).data);
      setWrong(null);
      change({ forecast });
    } catch (problem) {
      setWrong(problem instanceof DomainError ? problem.message : 'This table could not be read.');
    }
  };
  return (
    <section aria-label="Forecast of the shop’s air" className="min-w-0 space-y-1">
      <h3 className="font-semibold">Forecast</h3>
      <p className="muted text-sm">
        The shop’s own air, a line an hour: day and hour; °C; humidity. Plans take what lies in their days; before and after it the season stands.
      </p>
      <fieldset disabled={readOnly} className="space-y-1">
        <textarea
          aria-label="Forecast, a line an hour"
          className="textarea textarea-sm num h-24 w-full max-w-md"
          placeholder={'2026-11-30 06:00; 14.5; 70\n2026-11-30 18:00; 17; 60'}
          value={typed ?? linesOf(hours)}
          onChange={(event) => {
            read(event.target.value);
          }}
          onBlur={() => {
            if (wrong === null) setTyped(null);
          }}
        />
        <div className="flex flex-wrap items-center gap-3">
          <FileChoice label="Forecast from a file" accept={TABLE_FILES} onFile={(file) => void file.text().then(read)} />
          <span className="muted text-sm">
            {hours.length === 0 ? 'None.' : `${String(hours.length)} hours, until ${hours[hours.length - 1].at}.`}
          </span>
        </div>
        {wrong !== null && (
          <p role="alert" className="text-error text-sm">
            {wrong}
          </p>
        )}
      </fieldset>
    </section>
  );
}
