import { planRanges, type PlanDocument, type PlugChoice } from '@pentimento/core';
import { memo } from 'react';
import { NumberCell } from '../../shared/number-cell';
import { useUnits } from '../../shared/use-units';
import { clockText } from '@pentimento/core';
import { PostCure } from './post-cure';

/** Plug and shop of a plan: what the stack lies on and what air it stands in. */
export const Conditions = memo(function Conditions({
  plan,
  plugChoices,
  readOnly,
  onEdit,
}: {
  plan: PlanDocument;
  plugChoices: readonly PlugChoice[];
  readOnly: boolean;
  onEdit: (plan: PlanDocument) => void;
}) {
  const units = useUnits();
  const { plug, climate } = plan;
  const temperature = (range: { min: number; max: number }): { min: number; max: number; digits: number; unit: string } => ({
    min: units.show('temperature', range.min),
    max: units.show('temperature', range.max),
    digits: units.digits('temperature'),
    unit: units.unit('temperature'),
  });
  return (
    <fieldset disabled={readOnly} className="flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
      <label>
        <span className="muted block text-sm">Plug</span>
        <select
          className="hairline bg-base-100 h-7 border"
          value={plug.materialId}
          onChange={(event) => {
            onEdit({ ...plan, plug: { ...plug, materialId: event.target.value } });
          }}
        >
          {plugChoices.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <NumberCell
        showLabel
        label="Plug thickness"
        value={units.show('thickness', plug.thicknessMm)}
        unit={units.unit('thickness')}
        digits={units.digits('thickness')}
        min={units.show('thickness', planRanges.plugThicknessMm.min)}
        max={units.show('thickness', planRanges.plugThicknessMm.max)}
        onChange={(shown) => {
          onEdit({ ...plan, plug: { ...plug, thicknessMm: units.store('thickness', shown) } });
        }}
      />
      <NumberCell
        showLabel
        label="Plug face stands"
        value={units.show('temperature', plug.heatLimitC)}
        {...temperature(planRanges.heatLimitC)}
        onChange={(shown) => {
          onEdit({ ...plan, plug: { ...plug, heatLimitC: units.store('temperature', shown) } });
        }}
      />
      <NumberCell
        showLabel
        label="Shop, mean"
        value={units.show('temperature', climate.meanC)}
        {...temperature(planRanges.meanC)}
        onChange={(shown) => {
          onEdit({ ...plan, climate: { ...climate, meanC: units.store('temperature', shown) } });
        }}
      />
      <NumberCell
        showLabel
        label="Day and night, ±"
        value={units.show('temperatureDifference', climate.swingC)}
        unit={units.unit('temperatureDifference')}
        digits={1}
        min={0}
        max={units.show('temperatureDifference', planRanges.swingC.max)}
        onChange={(shown) => {
          onEdit({ ...plan, climate: { ...climate, swingC: units.store('temperatureDifference', shown) } });
        }}
      />
      <label className="flex h-12 items-end gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm mb-1"
          checked={climate.fan}
          onChange={(event) => {
            onEdit({ ...plan, climate: { ...climate, fan: event.target.checked } });
          }}
        />
        <span className="mb-0.5">Air moved by a fan</span>
      </label>
      <NumberCell
        showLabel
        label="Demold, hours from day 1"
        value={plan.demoldMin / 60}
        unit={`h · ${clockText(plan.demoldMin * 60)}`}
        digits={1}
        step={0.5}
        min={(plan.sessions.at(-1)?.startMin ?? 0) / 60 + 0.5}
        max={planRanges.startMin.max / 60}
        onChange={(hours) => {
          onEdit({ ...plan, demoldMin: Math.round(hours * 60) });
        }}
      />
      <PostCure plan={plan} onEdit={onEdit} />
    </fieldset>
  );
});
