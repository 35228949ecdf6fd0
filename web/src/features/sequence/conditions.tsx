import type { PlugChoice } from '@pentimento/core/materials';
import { planRanges, type PlanDocument } from '@pentimento/core/plan';
import { clockText } from '@pentimento/core/shop-time';
import { memo } from 'react';
import { NumberCell } from '../../shared/number-cell';
import { UnitCell } from '../../shared/unit-cell';
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
  const { plug, climate } = plan;
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
      <UnitCell
        label="Plug thickness"
        quantity="thickness"
        value={plug.thicknessMm}
        range={planRanges.plugThicknessMm}
        onChange={(thicknessMm) => {
          onEdit({ ...plan, plug: { ...plug, thicknessMm } });
        }}
      />
      <UnitCell
        label="Plug face stands"
        quantity="temperature"
        value={plug.heatLimitC}
        range={planRanges.heatLimitC}
        onChange={(heatLimitC) => {
          onEdit({ ...plan, plug: { ...plug, heatLimitC } });
        }}
      />
      <UnitCell
        label="Shop, mean"
        quantity="temperature"
        value={climate.meanC}
        range={planRanges.meanC}
        onChange={(meanC) => {
          onEdit({ ...plan, climate: { ...climate, meanC } });
        }}
      />
      <UnitCell
        label="Day and night, ±"
        quantity="temperatureDifference"
        value={climate.swingC}
        range={planRanges.swingC}
        digits={1}
        onChange={(swingC) => {
          onEdit({ ...plan, climate: { ...climate, swingC } });
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
