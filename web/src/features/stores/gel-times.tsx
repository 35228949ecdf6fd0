import type { GelTimeStatement } from '@pentimento/core/materials';
import { Plus, Trash2 } from 'lucide-react';
import { NumberCell } from '../../shared/number-cell';
import { OriginTag } from '../../shared/origin-tag';
import { useUnits } from '../../shared/use-units';
import type { CardDraft } from './card-draft';

/** Gel times as a sheet prints them: minutes at a temperature, a catalyst level, a mass. */
export function GelTimes({
  gelTimes,
  fixedRatio,
  draft,
  onDraft,
}: {
  gelTimes: readonly GelTimeStatement[];
  fixedRatio: boolean;
  draft: CardDraft | null;
  onDraft: (draft: CardDraft) => void;
}) {
  const units = useUnits();
  const shown = draft?.gelTimes ?? gelTimes;
  if (!draft && shown.length === 0) return null;
  const change = (index: number, part: Partial<GelTimeStatement>): void => {
    if (draft) onDraft({ ...draft, gelTimes: draft.gelTimes.map((one, i) => (i === index ? { ...one, ...part } : one)) });
  };
  return (
    <section className="mb-5 max-w-2xl" aria-label="Gel times">
      <h3 className="rule border-b font-semibold">Gel times on the sheet</h3>
      <ul className="text-sm">
        {shown.map((one, i) => (
          <li key={i} className="hairline flex flex-wrap items-center gap-x-3 gap-y-1 border-b py-1">
            {draft ? (
              <GelTimeCells
                place={i + 1}
                statement={one}
                fixedRatio={fixedRatio}
                onChange={(part) => {
                  change(i, part);
                }}
                onRemove={() => {
                  onDraft({ ...draft, gelTimes: draft.gelTimes.filter((_one, k) => k !== i) });
                }}
              />
            ) : (
              <>
                <span className="num">
                  {one.minutes} min at {units.text('temperature', one.tempC)}
                  {one.catalystPct !== null && `, ${String(one.catalystPct)} %`}, {one.massG} g
                </span>
                <OriginTag origin={one.origin} />
              </>
            )}
          </li>
        ))}
      </ul>
      {draft && shown.length < 12 && (
        <button
          type="button"
          className="btn btn-ghost btn-xs mt-1"
          onClick={() => {
            const fresh: GelTimeStatement = { minutes: 20, tempC: 25, catalystPct: fixedRatio ? null : 1.5, massG: 100, ...draft.source };
            onDraft({ ...draft, gelTimes: [...draft.gelTimes, fresh] });
          }}
        >
          <Plus size={14} aria-hidden /> gel time
        </button>
      )}
    </section>
  );
}

interface GelTimeCellsProps {
  /** From 1 */
  readonly place: number;
  readonly statement: GelTimeStatement;
  readonly fixedRatio: boolean;
  readonly onChange: (part: Partial<GelTimeStatement>) => void;
  readonly onRemove: () => void;
}

function GelTimeCells({ place, statement, fixedRatio, onChange, onRemove }: GelTimeCellsProps) {
  const units = useUnits();
  return (
    <>
      <NumberCell
        label={`Gel time ${String(place)}`}
        value={statement.minutes}
        unit="min at"
        digits={1}
        min={0.5}
        max={6000}
        onChange={(minutes) => {
          onChange({ minutes });
        }}
      />
      <NumberCell
        label={`Gel time ${String(place)}, temperature`}
        value={units.show('temperature', statement.tempC)}
        unit={units.unit('temperature')}
        digits={0}
        min={units.show('temperature', 0)}
        max={units.show('temperature', 80)}
        onChange={(shownC) => {
          onChange({ tempC: units.store('temperature', shownC) });
        }}
      />
      {!fixedRatio && (
        <NumberCell
          label={`Gel time ${String(place)}, catalyst`}
          value={statement.catalystPct ?? 1.5}
          unit="%"
          digits={2}
          min={0.1}
          max={5}
          onChange={(catalystPct) => {
            onChange({ catalystPct });
          }}
        />
      )}
      <NumberCell
        label={`Gel time ${String(place)}, mass`}
        value={statement.massG}
        unit="g"
        digits={0}
        min={5}
        max={5000}
        onChange={(massG) => {
          onChange({ massG });
        }}
      />
      <button
        type="button"
        className="btn btn-ghost btn-xs"
        aria-label={`Remove gel time ${String(place)}`}
        onClick={() => {
          onRemove();
        }}
      >
        <Trash2 size={14} aria-hidden />
      </button>
    </>
  );
}
