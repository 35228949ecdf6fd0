import { FileChoice, TABLE_FILES } from '../../../shared/file-choice';
import { readTemperatureLog, type ReadLog, type TemperatureUnit } from '@pentimento/core/calibration';
import { DomainError } from '@pentimento/core/errors';
import Papa from 'papaparse';
import { useState } from 'react';

const TIME_UNITS = ['s', 'min', 'h', 'clock'] as const;
const TEMP_UNITS = ['C', 'F', 'K'] as const;

/** A thermometer's file: what was taken for time and temperature is shown and can be set right. */
export function LogFile({ onRead }: { onRead: (log: ReadLog | null) => void }) {
  const [rows, setRows] = useState<string[][] | null>(null);
  const [timeUnit, setTimeUnit] = useState<(typeof TIME_UNITS)[number] | undefined>(undefined);
  const [tempUnit, setTempUnit] = useState<TemperatureUnit | undefined>(undefined);
  const [seen, setSeen] = useState<{ log: ReadLog | null; objection: string | null }>({ log: null, objection: null });
  const read = (table: string[][], hints: { timeUnit?: (typeof TIME_UNITS)[number]; tempUnit?: TemperatureUnit }): void => {
    try {
      const log = readTemperatureLog(table, hints);
      setSeen({ log, objection: null });
      onRead(log);
    } catch (problem) {
      setSeen({ log: null, objection: problem instanceof DomainError ? problem.message : 'This file could not be read.' });
      onRead(null);
    }
  };
  const hints = (time: typeof timeUnit, temp: typeof tempUnit): { timeUnit?: (typeof TIME_UNITS)[number]; tempUnit?: TemperatureUnit } => ({
    ...(time ? { timeUnit: time } : {}),
    ...(temp ? { tempUnit: temp } : {}),
  });
  return (
    <div className="text-sm">
      <FileChoice
        label="Temperature log"
        accept={TABLE_FILES}
        onFile={(file) =>
          void file.text().then((text) => {
            const table = Papa.parse<string[]>(text, { skipEmptyLines: true }).data;
            setRows(table);
            read(table, hints(timeUnit, tempUnit));
          })
        }
      />
      {seen.objection && (
        <p role="alert" className="text-error mt-2">
          {seen.objection}
        </p>
      )}
      {seen.log && (
        <p className="mt-2" data-testid="log-read">
          {seen.log.timeS.length} readings over {(seen.log.timeS[seen.log.timeS.length - 1] / 60).toFixed(0)} min,{' '}
          {Math.min(...seen.log.tempC).toFixed(0)} to {Math.max(...seen.log.tempC).toFixed(0)} °C. Time from {seen.log.timeColumn}; temperature from{' '}
          {seen.log.tempColumn}.
          {seen.log.skipped.length > 0 &&
            ` Left out: ${seen.log.skipped.slice(0, 3).join('; ')}${seen.log.skipped.length > 3 ? ` and ${String(seen.log.skipped.length - 3)} more` : ''}.`}
        </p>
      )}
      {rows && (
        <p className="mt-2 flex gap-4">
          <label>
            Time in{' '}
            <select
              className="hairline bg-base-100 h-7 border"
              value={timeUnit ?? ''}
              onChange={(event) => {
                const next = TIME_UNITS.find((unit) => unit === event.target.value);
                setTimeUnit(next);
                read(rows, hints(next, tempUnit));
              }}
            >
              <option value="">as found</option>
              {TIME_UNITS.map((unit) => (
                <option key={unit}>{unit}</option>
              ))}
            </select>
          </label>
          <label>
            Temperature in{' '}
            <select
              className="hairline bg-base-100 h-7 border"
              value={tempUnit ?? ''}
              onChange={(event) => {
                const next = TEMP_UNITS.find((unit) => unit === event.target.value);
                setTempUnit(next);
                read(rows, hints(timeUnit, next));
              }}
            >
              <option value="">as found</option>
              {TEMP_UNITS.map((unit) => (
                <option key={unit} value={unit}>
                  °{unit}
                </option>
              ))}
            </select>
          </label>
        </p>
      )}
    </div>
  );
}
