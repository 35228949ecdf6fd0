import { keptReadings, type KeptReadings } from '@pentimento/core/bench';
import type { StepEntry } from '@pentimento/core/log';
import type { CardLibrary, PlanDocument } from '@pentimento/core/plan';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useAddLaminateRecordMutation, useLaminateRecordsQuery, type Build } from '../../api/api';
import { problemOf } from '../../api/problem';
import { MayButton } from '../../shared/may-button';
import { newId } from '../../shared/new-id';

interface KeepReadingsProps {
  readonly build: Build;
  /** As built */
  readonly built: PlanDocument;
  readonly library: CardLibrary;
  readonly entries: readonly StepEntry[];
  readonly minuteOf: (iso: string) => number;
}

/** Thermocouples of this build that can be kept as tests of their resins' cards, once somebody says so. */
export function KeepReadings({ build, built, library, entries, minuteOf }: KeepReadingsProps) {
  const records = useMemo(() => keptReadings(built, library, entries, minuteOf), [built, library, entries, minuteOf]);
  if (records.length === 0) return null;
  return (
    <section aria-label="Readings for the cards" className="mb-6">
      <h2 className="rule border-b text-lg font-semibold">Readings for the cards</h2>
      <p className="muted mt-1 max-w-prose text-sm">
        A laminate’s own temperature says more of a resin than a cup. Kept with its card, the card can be fitted to it in Stores; nothing changes by
        itself.
      </p>
      <ul>
        {records.map((record) => (
          <KeepOne
            key={`${record.cardId} ${String(record.sessionIndex)} ${String(record.heightM)}`}
            build={build}
            record={record}
            library={library}
          />
        ))}
      </ul>
    </section>
  );
}

function KeepOne({ build, record, library }: { build: Build; record: KeptReadings; library: CardLibrary }) {
  const { cardId, layerName, sessionIndex, heightM, log } = record;
  const known = useLaminateRecordsQuery(cardId);
  const [add, { error, isLoading }] = useAddLaminateRecordMutation();
  const [id] = useState(newId);
  const kept = known.data?.some((one) => one.buildId === build.id && one.sessionIndex === sessionIndex);
  const name = library.resins.get(cardId)?.name ?? cardId;
  return (
    <li className="hairline flex flex-wrap items-center gap-x-4 border-b py-2">
      <span>
        {layerName}: <span className="num">{log.timeS.length}</span> readings, for {name}
      </span>
      <span className="flex-1" />
      {kept ? (
        <Link className="link" to={`/stores#${cardId}`}>
          Kept with the card
        </Link>
      ) : (
        <MayButton
          right="log"
          className="hairline hover:bg-base-200 min-h-11 border px-3"
          disabled={isLoading || !known.data}
          onClick={() => {
            void add({
              cardId,
              body: {
                id,
                buildId: build.id,
                buildVersion: build.current.number,
                sessionIndex,
                heightM,
                log: { timeS: [...log.timeS], tempC: [...log.tempC] },
                note: 'Read at the bench',
              },
            });
          }}
        >
          Keep with the card
        </MayButton>
      )}
      {error && (
        <p role="alert" className="text-error w-full">
          {problemOf(error).detail}
        </p>
      )}
    </li>
  );
}
