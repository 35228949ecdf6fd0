import { planRanges, type PlanDocument, type PlanPostCure } from '@pentimento/core/plan';
import { clockText } from '@pentimento/core/shop-time';
import { NumberCell } from '../../shared/number-cell';
import { UnitCell } from '../../shared/unit-cell';
import { useUnits } from '../../shared/use-units';

/** A day after the last session, ten kelvin an hour to forty-five degrees, twelve hours. */
function usualPostCure(plan: PlanDocument): PlanPostCure {
  const startMin = (plan.sessions.at(-1)?.startMin ?? 0) + 24 * 60;
  return { startMin, rampKPerH: 10, holdC: 45, holdMin: 12 * 60 };
}

/** Warm cure on the plug after the last session, and what of the mold's shape slows the cure. */
export function PostCure({ plan, onEdit }: { plan: PlanDocument; onEdit: (plan: PlanDocument) => void }) {
  const units = useUnits();
  const { postCure } = plan;
  const change = (part: Partial<PlanPostCure>): void => {
    if (postCure) onEdit({ ...plan, postCure: { ...postCure, ...part } });
  };
  return (
    <>
      <label className="flex h-12 items-end gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm mb-1"
          checked={plan.shape?.pockets ?? false}
          onChange={(event) => {
            onEdit({ ...plan, shape: { ...(plan.shape ?? { panelMm: 1000, cornersDeg: [90, 90] }), pockets: event.target.checked } });
          }}
        />
        <span className="mb-0.5">Deep pockets</span>
      </label>
      <label className="flex h-12 items-end gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm mb-1"
          checked={Boolean(postCure)}
          onChange={(event) => {
            const usual = usualPostCure(plan);
            const lastsMin = usual.holdMin + 2 * ((usual.holdC - plan.climate.meanC) / usual.rampKPerH) * 60;
            onEdit(
              event.target.checked
                ? { ...plan, postCure: usual, demoldMin: Math.max(plan.demoldMin, Math.ceil((usual.startMin + lastsMin + 120) / 30) * 30) }
                : { ...plan, postCure: null },
            );
          }}
        />
        <span className="mb-0.5">Post-cure on the plug</span>
      </label>
      {postCure && (
        <>
          <NumberCell
            showLabel
            label="Oven from, hours from day 1"
            value={postCure.startMin / 60}
            unit={`h · ${clockText(postCure.startMin * 60)}`}
            digits={1}
            step={0.5}
            min={(plan.sessions.at(-1)?.startMin ?? 0) / 60 + 0.25}
            max={planRanges.startMin.max / 60}
            onChange={(hours) => {
              change({ startMin: Math.round(hours * 60) });
            }}
          />
          <NumberCell
            showLabel
            label="Ramp"
            value={units.show('temperatureDifference', postCure.rampKPerH)}
            unit={`${units.unit('temperatureDifference')}/h`}
            digits={0}
            width="w-12"
            min={units.show('temperatureDifference', planRanges.rampKPerH.min)}
            max={units.show('temperatureDifference', planRanges.rampKPerH.max)}
            onChange={(shown) => {
              change({ rampKPerH: units.store('temperatureDifference', shown) });
            }}
          />
          <UnitCell
            label="Hold"
            quantity="temperature"
            value={postCure.holdC}
            range={planRanges.holdC}
            width="w-12"
            onChange={(holdC) => {
              change({ holdC });
            }}
          />
          <NumberCell
            showLabel
            label="for"
            value={postCure.holdMin / 60}
            unit="h"
            digits={1}
            width="w-12"
            min={planRanges.holdMin.min / 60}
            max={planRanges.holdMin.max / 60}
            onChange={(hours) => {
              change({ holdMin: Math.round(hours * 60) });
            }}
          />
        </>
      )}
    </>
  );
}
