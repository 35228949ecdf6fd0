import { explainPot, type Explanation } from '@pentimento/core/explain';
import type { ResinCard } from '@pentimento/core/materials';
import { KELVIN } from '@pentimento/core/units';
import { line, scaleLinear } from 'd3';
import { useCallback, useState } from 'react';
import { ExplainDialog } from '../../shared/explain-dialog';
import { NumberCell } from '../../shared/number-cell';
import { UnitCell } from '../../shared/unit-cell';
import { useUnits } from '../../shared/use-units';
import { useAnswer, type Helper } from '../../shared/helper';
import { makeSimulation } from '../simulation/make-worker';
import type { CupAnswer, SimulationService } from '../simulation/simulation.worker';

const WIDTH = 300;
const HEIGHT = 120;
const PAD = { left: 34, right: 8, top: 8, bottom: 18 };
const MASS_KG = { min: 0.02, max: 20 };
const SHOP_C = { min: 5, max: 40 };

/** What the pot does; null: still being worked out. */
function useCup(card: ResinCard, massKg: number, shopC: number, catalystPct: number | null): CupAnswer | null {
  const { kinetics } = card;
  const question = useCallback(
    (helper: Helper<SimulationService>) => {
      const tempK = shopC + KELVIN;
      return helper.ask((service) => service.cup({ card: kinetics, massKg, startK: tempK, airK: tempK, catalystPct }));
    },
    [kinetics, massKg, shopC, catalystPct],
  );
  const answer = useAnswer(makeSimulation, question);
  if (answer.state === 'waiting') return null;
  return answer.state === 'there' ? answer.value : { ok: false, detail: answer.detail };
}

/** A pot of this resin left standing: how long it stays workable and how hot it gets. Computed in a worker. */
export function PotPanel({ card }: { card: ResinCard }) {
  const [massKg, setMassKg] = useState(0.1);
  const [shopC, setShopC] = useState(20);
  const [catalystPct, setCatalystPct] = useState(card.limits.catalyst?.typicalPct ?? null);
  const [explained, setExplained] = useState<Explanation | null>(null);
  const answer = useCup(card, massKg, shopC, catalystPct);
  return (
    <section aria-label="A pot of it, left standing" className="mt-6">
      <h3 className="rule border-b font-semibold">A pot of it, left standing</h3>
      <div className="mt-2 flex flex-wrap gap-x-5 gap-y-2">
        <UnitCell label="In the pot" quantity="mass" value={massKg} range={MASS_KG} onChange={setMassKg} />
        <UnitCell label="Resin and shop" quantity="temperature" value={shopC} range={SHOP_C} onChange={setShopC} />
        {card.limits.catalyst && catalystPct !== null && (
          <NumberCell
            showLabel
            label="Catalyst"
            value={catalystPct}
            unit="%"
            digits={2}
            min={card.limits.catalyst.minPct}
            max={card.limits.catalyst.maxPct}
            onChange={setCatalystPct}
          />
        )}
      </div>
      {answer && !answer.ok && (
        <p role="alert" className="text-error mt-2">
          {answer.detail}
        </p>
      )}
      {answer?.ok && (
        <>
          <PotOutcome answer={answer} />
          <button
            type="button"
            className="underline decoration-dotted text-sm"
            onClick={() => {
              setExplained(explainPot(card, { massKg, startC: shopC, catalystPct }, answer.outcome));
            }}
          >
            How these numbers came about
          </button>
        </>
      )}
      {explained && (
        <ExplainDialog
          explanation={explained}
          onClose={() => {
            setExplained(null);
          }}
        />
      )}
      <p className="mt-2 max-w-xl text-sm">
        A curing pot can smoke and burn. Mix what you lay within the gel time, spread out what is left, and take a hot pot outside.
      </p>
    </section>
  );
}

function PotOutcome({ answer: { outcome } }: { answer: Extract<CupAnswer, { ok: true }> }) {
  const units = useUnits();
  const { gelS, peakS, peakK, timeS, centerK } = outcome;
  const shownS = Math.max(2 * peakS, 1800);
  const points = timeS.map((t, i) => ({ t, tempC: centerK[i] - KELVIN })).filter(({ t }) => t <= shownS);
  const x = scaleLinear([0, shownS / 60], [PAD.left, WIDTH - PAD.right]);
  const y = scaleLinear([0, Math.max(60, peakK - KELVIN)], [HEIGHT - PAD.bottom, PAD.top]);
  const path =
    line<(typeof points)[number]>(
      ({ t }) => x(t / 60),
      ({ tempC }) => y(tempC),
    )(points) ?? '';
  return (
    <div className="mt-2 flex flex-wrap items-start gap-6">
      <dl className="grid grid-cols-[auto_auto] gap-x-4 text-sm">
        <dt>Gels after</dt>
        <dd className="num predicted text-right" data-testid="pot-gel">
          {gelS === null ? 'not in 6 h' : `${(gelS / 60).toFixed(0)} min`}
        </dd>
        <dt>Hottest after</dt>
        <dd className="num predicted text-right">{(peakS / 60).toFixed(0)} min</dd>
        <dt>Hottest, in the middle</dt>
        <dd className="num predicted text-right" data-testid="pot-peak">
          {units.text('temperature', peakK - KELVIN)}
        </dd>
      </dl>
      <svg width={WIDTH} height={HEIGHT} role="img" aria-label="Temperature in the middle of the pot over time">
        {x
          .ticks(4)
          .slice(0, -1)
          .map((tick) => (
            <text key={tick} x={x(tick)} y={HEIGHT - 4} textAnchor="middle" className="num fill-current text-[11px]">
              {tick}
            </text>
          ))}
        <text x={WIDTH - 2} y={HEIGHT - 4} textAnchor="end" className="fill-current text-[11px]">
          min
        </text>
        <text x={PAD.left - 4} y={HEIGHT - 4} textAnchor="end" className="fill-current text-[11px]">
          {units.unit('temperature')}
        </text>
        {y.ticks(3).map((tick) => (
          <g key={tick}>
            <line x1={PAD.left} x2={WIDTH - PAD.right} y1={y(tick)} y2={y(tick)} stroke="currentColor" strokeOpacity="0.15" />
            <text x={PAD.left - 4} y={y(tick) + 4} textAnchor="end" className="num fill-current text-[11px]">
              {units.show('temperature', tick).toFixed(0)}
            </text>
          </g>
        ))}
        {gelS !== null && (
          <line x1={x(gelS / 60)} x2={x(gelS / 60)} y1={PAD.top} y2={HEIGHT - PAD.bottom} stroke="currentColor" strokeDasharray="1.5 2.5" />
        )}
        <path d={path} fill="none" stroke="currentColor" strokeWidth="1.8" />
      </svg>
    </div>
  );
}
