import type { Reading } from '@pentimento/core/log';
import { useState } from 'react';
import { useUnits } from '../../../shared/use-units';
import { BigChoice } from '../../../shared/gloves/big-choice';
import { FindingLine } from './finding-line';
import { NumberBoxes, useStored, type NumberBox, type Typed } from './number-boxes';
import { zoneSaid, type SheetProps } from './sheet-props';
import { WriteButton } from '../../../shared/gloves/write-button';

const FIRST_ZONE = '';

interface GridSheetProps extends SheetProps {
  readonly of: 'film' | 'thickness';
}

/** Readings of many places, one after the other: wet film by the gauge, or thickness by the probe. */
export function GridSheet({ of, step, zones, layers, judge, onWrite }: GridSheetProps) {
  const units = useUnits();
  const stored = useStored();
  const [read, setRead] = useState<readonly number[]>([]);
  const [typed, setTyped] = useState<Typed>({});
  const [zone, setZone] = useState(FIRST_ZONE);
  const coats = layers.filter(({ laminate, role }) => laminate === null && role !== 'core');
  const [layerId, setLayer] = useState(coats.at(0)?.id ?? '');
  const film = of === 'film';
  const quantity = film ? 'film' : 'thickness';
  const layer = coats.find(({ id }) => id === layerId);
  const box: NumberBox = {
    key: 'reading',
    label: film ? 'Reading of the gauge' : 'Reading of the probe',
    quantity,
    wanted: film && layer?.wetFilmUm ? `${units.text('film', layer.wetFilmUm)} planned` : undefined,
  };
  const value = stored(box, typed);
  const all = [...read];
  const reading: Reading = film
    ? { kind: 'film', data: { um: all, ...(layerId === '' ? {} : { layerId }), ...zoneSaid(zone) } }
    : { kind: 'thickness', data: { mm: all, ...zoneSaid(zone) } };
  const add = (): void => {
    if (value === null || value <= 0) return;
    setRead([...read, value]);
    setTyped({});
  };
  return (
    <>
      {film && coats.length > 1 && step?.layerId !== layerId && (
        <BigChoice label="Which coat" options={coats.map(({ id, name }) => [id, name] as const)} value={layerId} onChange={setLayer} />
      )}
      {zones.length > 1 && <BigChoice label="Where" options={zones} value={zone} onChange={setZone} />}
      {read.length > 0 && (
        <p className="num mb-2 flex flex-wrap gap-2 text-lg" aria-label="Readings">
          {read.map((one, i) => (
            <button
              key={`${String(i)} ${String(one)}`}
              type="button"
              title="Take this reading out"
              className="hairline min-h-11 border px-2"
              onClick={() => {
                setRead(read.filter((_, at) => at !== i));
              }}
            >
              {units.text(quantity, one)}
            </button>
          ))}
        </p>
      )}
      {film && read.length > 0 && <FindingLine large finding={judge(reading)} />}
      <NumberBoxes boxes={[box]} typed={typed} onTyped={setTyped} />
      <button
        type="button"
        className="hairline hover:bg-base-200 mt-2 min-h-16 w-full border text-xl disabled:opacity-40"
        disabled={value === null || value <= 0}
        onClick={add}
      >
        Next place
      </button>
      <WriteButton
        text={`Write ${String(read.length)} ${read.length === 1 ? 'reading' : 'readings'} down`}
        disabled={read.length === 0}
        onClick={() => {
          onWrite(reading);
        }}
      />
    </>
  );
}
