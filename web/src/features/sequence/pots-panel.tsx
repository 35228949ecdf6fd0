import {
  airTempK,
  cardOf,
  explainPot,
  KELVIN,
  layerMasses,
  planAir,
  type CardLibrary,
  type CupOutcome,
  type Explanation,
  type PlanDocument,
  type PlanLayer,
} from '@pentimento/core';
import { useEffect, useMemo, useState } from 'react';
import { ExplainDialog } from '../../shared/explain-dialog';
import { useUnits, type Units } from '../../shared/use-units';
import { makeSimulation } from './simulation/make-worker';

const BATCHES_KG = [0.25, 0.5, 1, 2, 5];
/** A pot that gets this hot smokes [°C]; general trade caution. */
const SMOKING_C = 120;

interface PotRow {
  readonly key: string;
  readonly layer: PlanLayer;
  readonly tempC: number;
  readonly neededKg: number;
}

/** One row per resin, level and temperature; layers that share them share the pots. */
function rowsOf(plan: PlanDocument, cards: CardLibrary): PotRow[] {
  const rows = new Map<string, PotRow>();
  for (const session of plan.sessions) {
    const tempC = Math.round(2 * (airTempK(planAir(plan.climate), session.startMin * 60) - KELVIN)) / 2;
    for (const layer of session.layers) {
      const key = [layer.cardId, layer.catalystPct ?? '-', tempC].join(' ');
      const neededKg = layerMasses(layer, plan.areaM2, cards).mixedKg;
      const before = rows.get(key);
      rows.set(key, before ? { ...before, neededKg: Math.max(before.neededKg, neededKg) } : { key, layer, tempC, neededKg });
    }
  }
  return [...rows.values()];
}

/** Pot life and pot exotherm by batch size, at each session's own temperature and catalyst. */
export function PotsPanel({ plan, cards }: { plan: PlanDocument; cards: CardLibrary }) {
  const units = useUnits();
  const rows = useMemo(() => rowsOf(plan, cards), [plan, cards]);
  const [pots, setPots] = useState<ReadonlyMap<string, CupOutcome>>(new Map());
  const [explained, setExplained] = useState<Explanation | null>(null);
  useEffect(() => {
    const { service, stop } = makeSimulation();
    let on = true;
    const run = async (): Promise<void> => {
      for (const { key, layer, tempC } of rows) {
        const { kinetics } = cardOf(cards, layer.cardId);
        const tempK = tempC + KELVIN;
        for (const massKg of BATCHES_KG) {
          const answer = await service.cup({
            card: kinetics,
            massKg,
            startK: tempK,
            airK: tempK,
            catalystPct: kinetics.c_ref === null ? null : layer.catalystPct,
          });
          if (!on) return;
          if (answer.ok) setPots((before) => new Map(before).set(`${key} ${String(massKg)}`, answer.outcome));
        }
      }
      stop();
    };
    void run();
    return () => {
      on = false;
      stop();
    };
  }, [rows, cards]);
  if (rows.length === 0) return <p className="muted px-3 py-3">Add a session first.</p>;
  return (
    <div className="overflow-x-auto px-3 py-2">
      <table className="text-sm">
        <thead>
          <tr className="muted text-left text-xs">
            <th className="pr-4 font-normal">Resin</th>
            <th className="pr-4 text-right font-normal">catalyst</th>
            <th className="pr-4 text-right font-normal">shop</th>
            <th className="pr-4 text-right font-normal">needed</th>
            {BATCHES_KG.map((kg) => (
              <th key={kg} className="num pr-4 text-right font-normal">
                {units.text('mass', kg)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.key} className="hairline border-t align-top">
              <td className="py-1 pr-4">{cardOf(cards, row.layer.cardId).name}</td>
              <td className="num py-1 pr-4 text-right">{row.layer.catalystPct === null ? 'fixed' : `${row.layer.catalystPct.toFixed(2)} %`}</td>
              <td className="num py-1 pr-4 text-right">{units.text('temperature', row.tempC)}</td>
              <td className="num py-1 pr-4 text-right">{units.text('mass', row.neededKg)}</td>
              {BATCHES_KG.map((massKg) => {
                const pot = pots.get(`${row.key} ${String(massKg)}`);
                return (
                  <td key={massKg} className="py-0.5 pr-2 text-right">
                    {pot ? (
                      <button
                        type="button"
                        className="hover:bg-base-200 px-2 py-0.5 text-right"
                        title="How this number came about"
                        onClick={() => {
                          const card = cardOf(cards, row.layer.cardId);
                          setExplained(explainPot(card, { massKg, startC: row.tempC, catalystPct: row.layer.catalystPct }, pot));
                        }}
                      >
                        <PotText pot={pot} units={units} />
                      </button>
                    ) : (
                      <span className="muted">…</span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="muted mt-2 max-w-3xl text-xs">
        Minutes to gel in the pot, and how hot it gets if it is left standing. Mix what you lay in well under that time. A pot that is getting hot:
        take it outside, spread it out, do not cover it.
      </p>
      {explained && (
        <ExplainDialog
          explanation={explained}
          onClose={() => {
            setExplained(null);
          }}
        />
      )}
    </div>
  );
}

function PotText({ pot: { gelS, peakK }, units }: { pot: CupOutcome; units: Units }) {
  const hot = peakK - KELVIN >= SMOKING_C;
  return (
    <>
      <span className="num predicted block font-semibold">{gelS === null ? '> 6 h' : `${(gelS / 60).toFixed(0)} min`}</span>
      <span className={`num block text-xs ${hot ? 'text-error' : 'muted'}`}>
        {units.text('temperature', peakK - KELVIN)}
        {hot ? ' smokes' : ''}
      </span>
    </>
  );
}
