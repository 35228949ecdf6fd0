import { sectionOf } from '@pentimento/core/plan';
import { MayButton } from '../../../shared/may-button';
import { objectionsTo, sheetCupTests } from '@pentimento/core/calibration';
import type { ResinCard } from '@pentimento/core/materials';
import { FlaskConical, Thermometer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useCupTestsQuery, useLaminateRecordsQuery, type Card, type CupTestRecord, type LaminateRecord } from '../../../api/api';
import { LevelMark } from '../../../shared/level-mark';
import { Failed } from '../../../shared/states';
import { useUnits } from '../../../shared/use-units';
import type { LaminateTrace } from './calibration.worker';
import { CupTestForm } from './cup-test-form';
import { FitPanel } from './fit-panel';
import { LaminateForm } from './laminate-form';

/** A record as the fit reads it: the section that it was logged in, and the session's place in it. */
function laminateTrace({ plan, sessionIndex, ...record }: LaminateRecord): LaminateTrace {
  let before = 0;
  const section = plan.sections.find(({ sessions }) => sessionIndex < (before += sessions.length)) ?? plan.sections[0];
  return { ...record, plan: sectionOf(plan, section.id), sessionIndex: sessionIndex - (before - section.sessions.length) };
}

/** Tests of a resin in this shop, and the fit of its card to those that are ticked. */
export function CupTests({ card, resin }: { card: Card; resin: ResinCard }) {
  const { data, error, refetch } = useCupTestsQuery(card.id);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const records = useLaminateRecordsQuery(card.id);
  const laminates = useMemo(
    (): readonly LaminateTrace[] => (records.data ?? []).flatMap((record) => (ticked.has(record.id) ? [laminateTrace(record)] : [])),
    [records.data, ticked],
  );
  const [sheet, setSheet] = useState<'cup' | 'laminate' | null>(null);
  const [kept, setKept] = useState(false);
  const [bySheet, setBySheet] = useState(false);
  const sheetTests = useMemo(() => sheetCupTests(card), [card]);
  const own = useMemo(
    () => (data ?? []).filter(({ id, test }) => ticked.has(id) && !objectionsTo(test, resin).some(({ level }) => level === 'stop')),
    [data, ticked, resin],
  );
  const fitted = useMemo(() => [...own.map(({ test }) => test), ...(bySheet ? sheetTests : [])], [own, bySheet, sheetTests]);
  const tick = (id: string, on: boolean): void => {
    const next = new Set(ticked);
    if (on) next.add(id);
    else next.delete(id);
    setTicked(next);
    setKept(false);
  };
  const close = (): void => {
    setSheet(null);
  };
  return (
    <section aria-label="Cup tests" className="mt-2">
      <div className="rule flex items-end justify-between gap-3 border-b pb-1">
        <h3 className="font-semibold">Cup tests and calibration</h3>
        <span className="flex gap-2">
          <MayButton
            right="log"

            className="btn btn-xs"
            onClick={() => {
              setSheet('cup');
            }}
          >
            <FlaskConical size={13} aria-hidden /> Cup test
          </MayButton>
          <MayButton
            right="log"

            className="btn btn-xs btn-ghost"
            onClick={() => {
              setSheet('laminate');
            }}
          >
            <Thermometer size={13} aria-hidden /> Laminate temperature
          </MayButton>
        </span>
      </div>
      {error && !data && <Failed error={error} retry={() => void refetch()} />}
      {data?.length === 0 && records.data?.length === 0 && (
        <p className="muted max-w-xl py-2 text-sm">
          None yet. A paper cup of 100 g and a thermometer turn assumed numbers into your own: it takes an hour.
        </p>
      )}
      <ul className="text-sm">
        {sheetTests.length > 0 && (
          <li className="hairline border-b py-1">
            <label className="flex flex-wrap items-center gap-x-3">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={bySheet}
                onChange={(event) => {
                  setBySheet(event.target.checked);
                  setKept(false);
                }}
              />
              <span>What the sheet prints: {sheetTests.length === 1 ? 'one number' : `${String(sheetTests.length)} cups`}</span>
              <span className="muted">gel times and cup peak of this card</span>
            </label>
          </li>
        )}
        {data?.map((record) => (
          <TestRow
            key={record.id}
            record={record}
            resin={resin}
            ticked={ticked.has(record.id)}
            onTick={(on) => {
              tick(record.id, on);
            }}
          />
        ))}
        {records.data?.map((record) => (
          <li key={record.id} className="hairline border-b py-1">
            <label className="flex flex-wrap items-center gap-x-3">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={ticked.has(record.id)}
                onChange={(event) => {
                  tick(record.id, event.target.checked);
                }}
              />
              <Thermometer size={14} aria-hidden />
              <span className="num">{record.madeAt.slice(0, 10)}</span>
              <span>
                laminate, {record.plan.sections.flatMap(({ sessions }) => sessions).at(record.sessionIndex)?.name ?? 'session'},{' '}
                {record.log.timeS.length} readings
              </span>
              <span className="muted">{record.madeBy}</span>
            </label>
          </li>
        ))}
      </ul>
      {kept && (
        <p role="status" className="mt-2">
          <LevelMark level="ok" word={false} /> Kept. Plans made before stay with the card they were made with and say that there is a newer one.
        </p>
      )}
      {(fitted.length > 0 || laminates.length > 0) && !kept && (
        <FitPanel
          origin={own.length + laminates.length > 0 ? 'own test' : 'data sheet'}
          card={card}
          tests={fitted}
          laminates={laminates}
          onKept={() => {
            setKept(true);
          }}
        />
      )}
      {sheet === 'cup' && (
        <CupTestForm
          resin={resin}
          onMade={({ id }) => {
            tick(id, true);
            close();
          }}
          onClose={close}
        />
      )}
      {sheet === 'laminate' && (
        <LaminateForm
          resin={resin}
          onMade={({ id }) => {
            tick(id, true);
            close();
          }}
          onClose={close}
        />
      )}
    </section>
  );
}

function TestRow({ record, resin, ticked, onTick }: { record: CupTestRecord; resin: ResinCard; ticked: boolean; onTick: (on: boolean) => void }) {
  const units = useUnits();
  const { test } = record;
  const stop = objectionsTo(test, resin).find(({ level }) => level === 'stop');
  const seen = [
    test.gelMin === null ? null : `gel ${test.gelMin.toFixed(0)} min`,
    test.peakC === null ? null : `peak ${units.text('temperature', test.peakC)}`,
    test.log === null ? null : `log of ${String(test.log.timeS.length)} readings, to ${units.text('temperature', Math.max(...test.log.tempC))}`,
  ].filter(Boolean);
  return (
    <li className="hairline border-b py-1">
      <label className="flex flex-wrap items-center gap-x-3">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={ticked && !stop}
          disabled={stop !== undefined}
          onChange={(event) => {
            onTick(event.target.checked);
          }}
        />
        <span className="num">
          {record.madeAt.slice(0, 10)} · {test.massG} g at {units.text('temperature', test.startC)}
          {test.catalystPct !== null && `, ${test.catalystPct.toFixed(2)} %`}
        </span>
        <span>{seen.join(', ')}</span>
        <span className="muted">
          {record.source}, {record.madeBy}
          {record.note !== '' && `: ${record.note}`}
        </span>
      </label>
      {stop && (
        <p className="pl-7">
          <LevelMark level="stop" size={13} /> {stop.message}
        </p>
      )}
    </li>
  );
}
