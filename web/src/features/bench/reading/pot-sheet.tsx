import { potRatio } from '@pentimento/core/bench';
import { hardenerOf } from '@pentimento/core/mix';
import { cardNumber, lotStanding } from '@pentimento/core/materials';
import { sectionOf } from '@pentimento/core/plan';
import { LEAST_REASON } from '@pentimento/core/release';
import { format } from 'date-fns';
import { useState } from 'react';
import { useLotsQuery } from '../../../api/api';
import { useUnits } from '../../../shared/use-units';
import { ReasonBox } from '../../../shared/reason-box';
import { BigChoice, BigChoices } from '../../../shared/gloves/big-choice';
import { FindingLine } from './finding-line';
import { NumberBoxes, useStored, type NumberBox, type Typed } from './number-boxes';
import type { SheetProps } from './sheet-props';
import { WriteButton } from '../../../shared/gloves/write-button';

/** One pot as it is weighed: held against the card before it is poured. */
export function PotSheet({ step, plan, library, layers, rows, onWrite }: SheetProps) {
  const units = useUnits();
  const stored = useStored();
  const lots = useLotsQuery();
  const mixed = layers.filter(({ cardId }) => library.resins.has(cardId));
  const [layerId, setLayer] = useState(mixed.at(0)?.id ?? '');
  const [typed, setTyped] = useState<Typed>({});
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [reason, setReason] = useState('');
  const layer = mixed.find(({ id }) => id === layerId);
  const card = layer && library.resins.get(layer.cardId);
  if (!layer || !card) return <p>No layer of this section takes a resin.</p>;
  const row = rows.find((one) => one.layers.some(({ id }) => id === layer.id));
  const boxes: NumberBox[] = [
    { key: 'resin', label: 'Resin', quantity: 'potMass', live: 'mass', wanted: row && `${units.text('potMass', row.dose.resinG)} planned` },
    {
      key: 'hardener',
      label: row?.hardener ?? 'Hardener',
      quantity: 'potMass',
      live: 'mass',
      wanted: row && `${units.text('potMass', row.dose.hardenerG)} planned`,
    },
  ];
  const [resinG, hardenerG] = boxes.map((box) => stored(box, typed));
  const whole = resinG !== null && hardenerG !== null && resinG > 0 && hardenerG > 0;
  const found = whole ? potRatio({ resinG, hardenerG }, card, layer.catalystPct) : null;
  const section = plan.sections.find(({ sessions }) => sessions.some((session) => session.layers.some(({ id }) => id === layer.id)));
  const hardenerId = section ? hardenerOf(layer, card, sectionOf(plan, section.id), library).card?.id : undefined;
  const today = format(new Date(), 'yyyy-MM-dd');
  const offered = (lots.data ?? [])
    .filter((lot) => (lot.cardId === layer.cardId || lot.cardId === hardenerId) && !lot.usedUp)
    .map((lot) => {
      const sheet = library.sheets.get(lot.cardId);
      return { lot, state: lotStanding(lot, sheet ? cardNumber(sheet, 'shelfLifeDays') : null, today).state };
    });
  const expired = offered.some(({ lot, state }) => state === 'expired' && chosen.includes(lot.id));
  const asks = found?.level === 'stop' || expired;
  const write = (thrownAway: boolean): void => {
    if (!whole) return;
    onWrite(
      { kind: 'pot', data: { cardId: layer.cardId, layerId: layer.id, resinG, hardenerG, lots: [...chosen], thrownAway } },
      asks ? reason.trim() : '',
    );
  };
  return (
    <>
      {step?.layerId === layer.id ? (
        <p className="mb-2 text-lg font-semibold">
          {layer.name}: {card.name}
        </p>
      ) : (
        <BigChoice label="For which layer" options={mixed.map(({ id, name }) => [id, name] as const)} value={layerId} onChange={setLayer} />
      )}
      <NumberBoxes boxes={boxes} typed={typed} onTyped={setTyped} />
      <FindingLine large finding={found} />
      {offered.length > 0 && (
        <BigChoices
          label="Lots that are in it"
          options={offered.map(
            ({ lot, state }) =>
              [
                lot.id,
                <span key={lot.id}>
                  <span className="num">{lot.number}</span>
                  {state !== 'good' && <span className="ml-2 text-sm">{state === 'soon' ? 'near its end' : state}</span>}
                </span>,
              ] as const,
          )}
          values={chosen}
          onChange={setChosen}
        />
      )}
      {asks && (
        <ReasonBox reason={reason} onReason={setReason}>
          {found?.level === 'stop' ? 'Why it is poured all the same' : 'This lot is past its shelf life. Why it is used all the same'} (at least{' '}
          {LEAST_REASON} characters)
        </ReasonBox>
      )}
      <WriteButton
        text="Poured"
        disabled={!whole || (asks && reason.trim().length < LEAST_REASON)}
        onClick={() => {
          write(false);
        }}
      />
      <button
        type="button"
        className="hairline hover:bg-base-200 mt-2 min-h-14 w-full border text-lg disabled:opacity-40"
        disabled={!whole}
        onClick={() => {
          write(true);
        }}
      >
        Thrown away
      </button>
    </>
  );
}
