import type { PlugChoice } from '@pentimento/core/materials';
import { earliestDemoldMin, climateFields, sectionPlanFields, plugFields, rangeOf, type CardLibrary, type SectionPlan } from '@pentimento/core/plan';
import { memo } from 'react';
import { cells } from '../../../shared/cells';
import { ClockCell } from '../../../shared/clock-cell';
import { PostCure } from './post-cure';

/** Plug and shop of a plan: what the stack lies on and what air it stands in. */
export const Conditions = memo(function Conditions({
  plan,
  library,
  plugChoices,
  readOnly,
  onEdit,
}: {
  plan: SectionPlan;
  library: CardLibrary;
  plugChoices: readonly PlugChoice[];
  readOnly: boolean;
  onEdit: (plan: SectionPlan) => void;
}) {
  const { plug, climate } = plan;
  const plugCell = cells(plugFields, plug, (next) => {
    onEdit({ ...plan, plug: next });
  });
  const climateCell = cells(climateFields, climate, (next) => {
    onEdit({ ...plan, climate: next });
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
      {plugCell('thicknessMm')}
      {plugCell('heatLimitC')}
      {climateCell('meanC')}
      {climateCell('swingC')}
      <span className="pt-5">{climateCell('fan')}</span>
      <ClockCell
        label="Demold"
        valueMin={plan.demoldMin}
        startDate={plan.startDate}
        minMin={earliestDemoldMin(plan)}
        maxMin={rangeOf(sectionPlanFields.demoldMin).max}
        onChange={(demoldMin) => {
          onEdit({ ...plan, demoldMin });
        }}
      />
      <PostCure plan={plan} library={library} onEdit={onEdit} />
    </fieldset>
  );
});
