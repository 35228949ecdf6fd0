import {
  finishPlan,
  planCompatibility,
  substances,
  weakestHeat,
  withSurfaces,
  type CardLibrary,
  type CompatibilityHit,
  type PlanDocument,
  type WantedFinish,
} from '@pentimento/core';
import { X } from 'lucide-react';
import { useState } from 'react';
import { LevelMark } from '../../shared/level-mark';
import { NumberCell } from '../../shared/number-cell';
import { useUnits } from '../../shared/use-units';

const LEVELS: Record<CompatibilityHit['rule']['level'], 'stop' | 'care' | 'ok'> = { stop: 'stop', warn: 'care', note: 'ok' };
const FINISHES: readonly WantedFinish[] = ['satin', 'gloss', 'show'];

interface PlugPanelProps {
  readonly plan: PlanDocument;
  readonly cards: CardLibrary;
  readonly readOnly: boolean;
  readonly onEdit: (plan: PlanDocument) => void;
}

/** What is on the plug and what holds it: does it go together, what limits the heat, and what work its finish is. */
export function PlugPanel({ plan, cards, readOnly, onEdit }: PlugPanelProps) {
  const units = useUnits();
  const surfaces = plan.plug.surfaces ?? [];
  const hits = planCompatibility(plan, cards);
  const weakest = weakestHeat(surfaces);
  return (
    <div className="grid gap-6 px-3 py-2 xl:grid-cols-2">
      <div className="text-sm">
        <h3 className="rule border-b font-semibold">On the plug, and what holds it</h3>
        <fieldset disabled={readOnly}>
          <ul aria-label="Surfaces">
            {surfaces.map((id) => (
              <li key={id} className="hairline flex items-center justify-between border-b py-1">
                <span>{substances.find((one) => one.id === id)?.name ?? id}</span>
                <button
                  type="button"
                  className="btn btn-ghost btn-xs"
                  aria-label={`Take off ${substances.find((one) => one.id === id)?.name ?? id}`}
                  onClick={() => {
                    onEdit(
                      withSurfaces(
                        plan,
                        surfaces.filter((one) => one !== id),
                      ),
                    );
                  }}
                >
                  <X size={13} aria-hidden />
                </button>
              </li>
            ))}
          </ul>
          <label className="mt-2 block">
            Add{' '}
            <select
              className="hairline bg-base-100 h-7 border"
              value=""
              onChange={(event) => {
                if (event.target.value !== '') onEdit(withSurfaces(plan, [...surfaces, event.target.value]));
              }}
            >
              <option value="">substrate, coat, fillet, tape, release …</option>
              {substances
                .filter(({ id, traits }) => !traits.includes('resin') && !surfaces.includes(id))
                .map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
            </select>
          </label>
        </fieldset>
        <p className="mt-2">
          {weakest
            ? `Weakest: ${weakest.substance.name}, typically ${units.text('temperature', weakest.heatLimitC)}. It limits the plug’s face; its data sheet decides.`
            : 'Nothing named yet that limits the heat: the plug’s own limit counts.'}
        </p>
      </div>
      <div className="text-sm">
        <h3 className="rule border-b font-semibold">Does it go together with the resins of this stack?</h3>
        {hits.length === 0 && (
          <p className="py-2">
            <LevelMark level="ok" word={false} />{' '}
            {surfaces.length === 0 ? 'Name what is on the plug first.' : 'Nothing in the table speaks against it. A test patch still does no harm.'}
          </p>
        )}
        <ul aria-label="Compatibility">
          {hits.map(({ rule, acting, on }) => (
            <li key={`${rule.id} ${acting.id} ${on.id}`} className="hairline border-b py-1.5">
              <p className="font-semibold">
                <LevelMark level={LEVELS[rule.level]} word={rule.level !== 'note'} size={14} /> {acting.name} on {on.name}
              </p>
              <p>{rule.mechanism}</p>
              <p className="muted">{rule.remedy}</p>
            </li>
          ))}
        </ul>
        <FinishLabor areaM2={plan.areaM2} />
      </div>
    </div>
  );
}

/** From the scratch that is there to the finish that is wanted: rungs and hours. */
function FinishLabor({ areaM2 }: { areaM2: number }) {
  const [from, setFrom] = useState(180);
  const [wanted, setWanted] = useState<WantedFinish>('gloss');
  const [shape, setShape] = useState(1.5);
  const finer = from >= (wanted === 'satin' ? 800 : wanted === 'gloss' ? 1500 : 2000);
  const labor = finer ? null : finishPlan(from, wanted, areaM2, shape);
  return (
    <section aria-label="Finish" className="mt-5">
      <h3 className="rule border-b font-semibold">Finish</h3>
      <div className="mt-2 flex flex-wrap items-end gap-4">
        <NumberCell showLabel label="Coarsest scratch there" value={from} unit="grit" digits={0} min={24} max={3000} onChange={setFrom} />
        <label>
          <span className="muted block text-sm">Wanted</span>
          <select
            className="hairline bg-base-100 h-7 border"
            value={wanted}
            onChange={(event) => {
              setWanted(FINISHES.find((one) => one === event.target.value) ?? 'gloss');
            }}
          >
            {FINISHES.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
        <NumberCell showLabel label="Shape, 1 plain to 3 fiddly" value={shape} unit="×" digits={1} min={0.2} max={6} onChange={setShape} />
      </div>
      {labor ? (
        <p className="mt-2">
          <span className="num predicted font-semibold" data-testid="finish-hours">
            {labor.minutes < 180 ? `${labor.minutes.toFixed(0)} min` : `${(labor.minutes / 60).toFixed(1)} h`}
          </span>{' '}
          by hand: {labor.rungs.map(({ name, wet }) => (wet ? `${name} wet` : name)).join(' · ')}. Typical minutes; dust needs a respirator and
          extraction.
        </p>
      ) : (
        <p role="alert" className="text-error mt-2">
          It is finer than that already: choose a higher finish.
        </p>
      )}
    </section>
  );
}
