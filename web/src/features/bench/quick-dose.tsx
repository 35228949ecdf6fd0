import { quickDose } from '@pentimento/core/mix';
import type { ResinCard } from '@pentimento/core/materials';
import { libraryOf } from '@pentimento/core/plan';
import { KELVIN } from '@pentimento/core/units';
import { useMemo, useState } from 'react';
import type { Card } from '../../api/api';
import { Dialog } from '../../shared/dialog';
import { useUnits } from '../../shared/use-units';
import { useAnswer, type Helper } from '../../shared/helper';
import { makeSimulation } from '../simulation/make-worker';
import type { SimulationService } from '../simulation/simulation.worker';
import { BigChoice } from '../../shared/gloves/big-choice';
import { NumberBoxes, useStored, type NumberBox, type Typed } from './reading/number-boxes';

/** Hardener for so much resin, or for so much area of a film, without a plan; and how long the pot lives now. */
export function QuickDose({ cards, onClose }: { cards: readonly Card[]; onClose: () => void }) {
  const units = useUnits();
  const stored = useStored();
  const resins = useMemo(() => [...libraryOf(cards).resins.values()].sort((a, b) => a.name.localeCompare(b.name)), [cards]);
  const [cardId, setCard] = useState(resins.at(0)?.id ?? '');
  const [by, setBy] = useState<'mass' | 'area'>('mass');
  const [typed, setTyped] = useState<Typed>({ temp: String(Math.round(units.show('temperature', 20))) });
  const card = resins.find(({ id }) => id === cardId);
  const catalyst = card?.limits.catalyst ?? null;
  const boxes: NumberBox[] = [
    ...(by === 'mass'
      ? [{ key: 'mass', label: 'Resin', quantity: 'potMass' as const }]
      : [
          { key: 'area', label: 'Area', quantity: 'area' as const },
          { key: 'film', label: 'Wet film', quantity: 'film' as const },
        ]),
    { key: 'temp', label: 'Shop now', quantity: 'temperature' as const },
    ...(catalyst ? [{ key: 'pct', label: 'Catalyst', unit: '%', wanted: `${String(catalyst.minPct)} to ${String(catalyst.maxPct)}` }] : []),
  ];
  const value = (key: string): number | null => {
    const box = boxes.find((one) => one.key === key);
    return box ? stored(box, typed) : null;
  };
  const pct = catalyst ? (value('pct') ?? catalyst.typicalPct) : null;
  const tempC = value('temp') ?? 20;
  const [areaM2, filmUm] = [value('area'), value('film')];
  const resinG = value('mass');
  const dose = useMemo(() => {
    if (!card) return null;
    if (by === 'area') return areaM2 && filmUm && areaM2 > 0 && filmUm > 0 ? quickDose(card, { areaM2, filmUm }, pct) : null;
    return resinG && resinG > 0 ? quickDose(card, { resinG }, pct) : null;
  }, [card, by, areaM2, filmUm, resinG, pct]);
  const outside = catalyst && pct !== null && (pct < catalyst.minPct || pct > catalyst.maxPct);
  const life = usePotLife(card?.kinetics ?? null, dose ? dose.resinG + dose.hardenerG : null, tempC, pct);
  return (
    <Dialog title="Quick dose" onClose={onClose}>
      <label className="mb-3 block">
        <span className="muted">Resin</span>
        <select
          className="hairline bg-base-100 mt-1 h-14 w-full border px-2 text-lg"
          value={cardId}
          onChange={(event) => {
            setCard(event.target.value);
            setTyped({ ...typed, pct: '' });
          }}
        >
          {resins.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <BigChoice
        label="For"
        options={[
          ['mass', 'so much resin'],
          ['area', 'so much area'],
        ]}
        value={by}
        onChange={setBy}
      />
      <NumberBoxes key={by} boxes={boxes} typed={typed} onTyped={setTyped} />
      {card && dose && (
        <div role="status" className="mt-3">
          <p className="num text-2xl">
            {units.text('potMass', dose.resinG)} + <strong>{units.text('potMass', dose.hardenerG)}</strong>
            <span className="muted text-base"> = {units.text('volume', dose.hardenerMl)} of hardener</span>
          </p>
          <p className="num predicted text-xl">{life ?? '…'}</p>
          {outside && (
            <p className="border-error border-l-4 pl-3">
              stop: {card.name} takes {catalyst.minPct} to {catalyst.maxPct} %. Outside it never cures fully.
            </p>
          )}
          {card.limits.shopMinC > tempC && (
            <p className="border-error border-l-4 pl-3">
              stop: {card.name} is not worked below {units.text('temperature', card.limits.shopMinC)}.
            </p>
          )}
          {dose.assumed.length > 0 && <p className="muted text-sm">Its card does not state: {dose.assumed.join(', ')} (assumed).</p>}
        </div>
      )}
      <button type="button" className="btn btn-ghost mt-2 min-h-14 w-full text-lg" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}

/** How long a pot of this lives, in words; null: nothing is asked, or it is still simulated. */
function usePotLife(kinetics: ResinCard['kinetics'] | null, massG: number | null, tempC: number, catalystPct: number | null): string | null {
  const units = useUnits();
  const question = useMemo(() => {
    if (!kinetics || massG === null) return null;
    const tempK = tempC + KELVIN;
    const cup = { card: kinetics, massKg: massG / 1000, startK: tempK, airK: tempK, catalystPct };
    return (helper: Helper<SimulationService>) => helper.ask((service) => service.cup(cup));
  }, [kinetics, massG, tempC, catalystPct]);
  const answer = useAnswer(makeSimulation, question);
  if (answer.state === 'failed') return answer.detail;
  if (answer.state === 'waiting') return null;
  if (!answer.value.ok) return answer.value.detail;
  const { gelS, peakK } = answer.value.outcome;
  const gels = gelS === null ? 'Lasts for hours' : `Gels in about ${(gelS / 60).toFixed(0)} min`;
  return `${gels}; left standing it reaches ${units.text('temperature', peakK - KELVIN)}`;
}
