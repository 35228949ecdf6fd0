import { objectionsTo, type CupTest, type ReadLog } from '@pentimento/core/calibration';
import type { ResinCard } from '@pentimento/core/materials';
import { useState } from 'react';
import { useAddCupTestMutation, type CupTestRecord } from '../../../api/api';
import { problemOf } from '../../../api/problem';
import { Dialog } from '../../../shared/dialog';
import { LevelMark } from '../../../shared/level-mark';
import { NumberCell } from '../../../shared/number-cell';
import { useUnits } from '../../../shared/use-units';
import { LiveTrace } from './live-trace';
import { LogFile } from './log-file';
import { OptionalNumber } from './optional-number';
import { useStandIn } from './use-stand-in';

type Way = 'by hand' | 'file' | 'stand-in logger';
const WAYS: readonly Way[] = ['by hand', 'file', 'stand-in logger'];

interface Conditions {
  readonly massG: number;
  readonly startC: number;
  readonly airC: number;
  readonly catalystPct: number | null;
  readonly gelMin: number | null;
  readonly peakC: number | null;
  readonly peakMin: number | null;
  readonly sensorLagS: number;
}

/** A cup test: what was mixed, and what was seen: by hand, from a file, or live from the stand-in logger. */
export function CupTestForm({ resin, onMade, onClose }: { resin: ResinCard; onMade: (test: CupTestRecord) => void; onClose: () => void }) {
  const units = useUnits();
  const [way, setWay] = useState<Way>('by hand');
  const [note, setNote] = useState('');
  const [file, setFile] = useState<ReadLog | null>(null);
  const logger = useStandIn();
  const [speed, setSpeed] = useState(300);
  const [add, { error, isLoading }] = useAddCupTestMutation();
  const [seen, setSeen] = useState<Conditions>({
    massG: 100,
    startC: 22,
    airC: 22,
    catalystPct: resin.limits.catalyst?.typicalPct ?? null,
    gelMin: null,
    peakC: null,
    peakMin: null,
    sensorLagS: 10,
  });
  const log = way === 'file' ? file : way === 'stand-in logger' ? logger.log : null;
  const test: CupTest = {
    ...seen,
    peakC: log ? null : seen.peakC,
    peakMin: log ? null : seen.peakMin,
    log: log ? { timeS: log.timeS, tempC: log.tempC } : null,
  };
  const objections = objectionsTo(test, resin);
  const waiting = way === 'stand-in logger' && logger.state === 'listening';
  const nothing = way !== 'by hand' && log === null;
  const temperature = (label: string, key: 'startC' | 'airC'): React.ReactElement => (
    <NumberCell
      showLabel
      label={label}
      value={units.show('temperature', seen[key])}
      unit={units.unit('temperature')}
      digits={1}
      min={units.show('temperature', -5)}
      max={units.show('temperature', 80)}
      onChange={(shown) => {
        setSeen({ ...seen, [key]: units.store('temperature', shown) });
      }}
    />
  );
  const submit = async (): Promise<void> => {
    const body = {
      id: crypto.randomUUID(),
      test: { ...test, log: test.log ? { timeS: [...test.log.timeS], tempC: [...test.log.tempC] } : null },
      source: way,
      note,
    };
    const result = await add({ cardId: resin.id, body });
    if (result.data) onMade(result.data);
  };
  return (
    <Dialog title={`Cup test, ${resin.name}`} onClose={onClose} wide>
      <p className="muted text-sm">
        A paper cup on something that does not conduct, a thermometer in the middle. It can smoke: do it outside or under extraction.
      </p>
      <div role="tablist" aria-label="How it was read" className="mt-3 flex gap-1">
        {WAYS.map((one) => (
          <button
            key={one}
            type="button"
            role="tab"
            aria-selected={one === way}
            className={`btn btn-sm ${one === way ? 'btn-primary' : 'btn-ghost'}`}
            onClick={() => {
              setWay(one);
            }}
          >
            {one}
          </button>
        ))}
      </div>
      <div className="mt-3 flex flex-wrap gap-x-5 gap-y-2">
        <NumberCell
          showLabel
          label="In the cup"
          value={seen.massG}
          unit="g"
          digits={0}
          min={5}
          max={5000}
          onChange={(massG) => {
            setSeen({ ...seen, massG });
          }}
        />
        {temperature('Mix at the start', 'startC')}
        {temperature('Air around it', 'airC')}
        {resin.limits.catalyst && (
          <NumberCell
            showLabel
            label="Catalyst"
            value={seen.catalystPct ?? resin.limits.catalyst.typicalPct}
            unit="%"
            digits={2}
            min={0.05}
            max={10}
            onChange={(catalystPct) => {
              setSeen({ ...seen, catalystPct });
            }}
          />
        )}
        <OptionalNumber
          label="Gel, by hand"
          unit="min"
          value={seen.gelMin}
          min={0.2}
          max={6000}
          onChange={(gelMin) => {
            setSeen({ ...seen, gelMin });
          }}
        />
        {way === 'by hand' && (
          <>
            <OptionalNumber
              label="Peak"
              unit={units.unit('temperature')}
              value={seen.peakC === null ? null : units.show('temperature', seen.peakC)}
              min={units.show('temperature', 0)}
              max={units.show('temperature', 400)}
              onChange={(shown) => {
                setSeen({ ...seen, peakC: shown === null ? null : units.store('temperature', shown) });
              }}
            />
            <OptionalNumber
              label="Time to peak"
              unit="min"
              value={seen.peakMin}
              min={0.2}
              max={6000}
              onChange={(peakMin) => {
                setSeen({ ...seen, peakMin });
              }}
            />
          </>
        )}
        {way !== 'by hand' && (
          <NumberCell
            showLabel
            label="Thermometer lags by"
            value={seen.sensorLagS}
            unit="s"
            digits={0}
            min={0}
            max={600}
            onChange={(sensorLagS) => {
              setSeen({ ...seen, sensorLagS });
            }}
          />
        )}
      </div>
      {way === 'file' && (
        <div className="mt-4">
          <LogFile onRead={setFile} />
        </div>
      )}
      {way === 'stand-in logger' && (
        <div className="mt-4 text-sm">
          <p className="muted">
            A stand-in for a thermometer: a batch that is not quite the card, with noise, lag and missed readings. To try calibration without
            hardware.
          </p>
          <div className="mt-2 flex items-end gap-4">
            <NumberCell showLabel label="Faster than life" value={speed} unit="×" digits={0} min={1} max={2000} onChange={setSpeed} />
            {waiting ? (
              <button type="button" className="btn btn-sm" onClick={logger.stop}>
                Stop logging
              </button>
            ) : (
              <button
                type="button"
                className="btn btn-sm"
                onClick={() => {
                  const query = {
                    cardId: resin.id,
                    massG: String(seen.massG),
                    startC: String(seen.startC),
                    seed: String(Math.floor(Math.random() * 1e6)),
                    speed: String(speed),
                  };
                  logger.start(seen.catalystPct === null ? query : { ...query, catalystPct: String(seen.catalystPct) });
                }}
              >
                {logger.state === 'idle' ? 'Start logging' : 'Log another batch'}
              </button>
            )}
            <span role="status" className="num">
              {logger.state === 'lost' && 'connection lost, trying again · '}
              {logger.readings.length > 0 &&
                `${String(logger.readings.length)} readings, ${String(logger.readings.filter(({ tempC }) => tempC === null).length)} missed`}
              {logger.state === 'ended' && ' · ended'}
            </span>
          </div>
          {logger.log && <LiveTrace log={logger.log} />}
        </div>
      )}
      <label className="mt-3 block">
        <span className="block text-sm">Note: lot, cup, thermometer</span>
        <input
          className="input input-sm w-full"
          maxLength={300}
          value={note}
          onChange={(event) => {
            setNote(event.target.value);
          }}
        />
      </label>
      <ul className="mt-3 text-sm" aria-label="Objections">
        {!nothing &&
          objections.map(({ level, message }) => (
            <li key={message} className="flex gap-2">
              <LevelMark level={level === 'stop' ? 'stop' : 'care'} size={14} /> {message}
            </li>
          ))}
      </ul>
      {error && (
        <p role="alert" className="text-error mt-2">
          {problemOf(error).detail}
        </p>
      )}
      <div className="mt-4 flex gap-2">
        <button type="button" className="btn btn-primary btn-sm" disabled={isLoading || waiting || nothing} onClick={() => void submit()}>
          {objections.some(({ level }) => level === 'stop') ? 'Keep it, without a fit' : 'Keep and fit'}
        </button>
        <button type="button" className="btn btn-ghost btn-sm" onClick={onClose}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}
