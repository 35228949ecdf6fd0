import { NO_STEP, readingFields, type Reading, type ReadingOf } from '@pentimento/core/log';
import { useState } from 'react';
import { WatchKeys } from '../../instruments/watch-keys';
import { BigChoice } from '../../../shared/gloves/big-choice';
import { NumberBoxes, useStored, type NumberBox, type Typed } from './number-boxes';
import type { SheetProps } from './sheet-props';
import { WriteReading } from './write-reading';

const { at } = readingFields.temperature;
const DEPTHS = [
  [0.05, 'at its bottom'],
  [0.5, 'in its middle'],
  [0.95, 'at its top'],
] as const;

/** A temperature of the air, a drum, the surface, or of a thermocouple that lies in a layer. */
export function TemperatureSheet({ buildId, step, layers, judge, onWrite }: SheetProps) {
  const stored = useStored();
  const [place, setPlace] = useState<ReadingOf<'temperature'>['at']>('air');
  const [layerId, setLayer] = useState(layers.at(0)?.id ?? null);
  const [frac, setFrac] = useState<number>(0.5);
  const [typed, setTyped] = useState<Typed>({});
  const box: NumberBox = { key: 'temp', label: 'Temperature', quantity: 'temperature', signed: true, live: place === 'air' ? 'air' : 'probe' };
  const tempC = stored(box, typed);
  const wired = place === 'thermocouple';
  const reading: Reading | null =
    tempC === null ? null : { kind: 'temperature', data: { at: place, tempC, ...(wired && layerId !== null ? { layerId, frac } : {}) } };
  return (
    <>
      <BigChoice label="Of" options={at.choices.map((one) => [one, at.words[one]] as const)} value={place} onChange={setPlace} />
      {wired && layers.length > 0 && (
        <>
          <BigChoice label="It lies in" options={layers.map(({ id, name }) => [id, name] as const)} value={layerId} onChange={setLayer} />
          <BigChoice label="How deep" options={DEPTHS} value={frac} onChange={setFrac} />
        </>
      )}
      <NumberBoxes boxes={[box]} typed={typed} onTyped={setTyped} />
      {(place === 'air' || (wired && layerId !== null)) && (
        <WatchKeys buildId={buildId} stepId={step?.id ?? NO_STEP} lies={wired && layerId !== null ? { layerId, frac } : null} />
      )}
      <WriteReading reading={reading} judge={judge} onWrite={onWrite} />
    </>
  );
}
