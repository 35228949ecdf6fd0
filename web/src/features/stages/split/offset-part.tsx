import { directMoldSteps, OFFSET_STEPS, offsetPlan } from '@pentimento/core/design';
import { designFields, initialPart, offsetFields, type MoldDesign } from '@pentimento/core/plan';
import { cells } from '../../../shared/cells';
import { FlagCell, Part } from '../../../shared/fields';
import { useUnits } from '../../../shared/use-units';

/** Molds that are not taken straight off a plug: offset over sheet wax, or direct. */
export function OffsetPart({ design, onChange }: { design: MoldDesign; onChange: (design: MoldDesign) => void }) {
  const units = useUnits();
  const { offset } = design;
  const plan = offset ? offsetPlan(offset) : null;
  const mm = (value: number): string => units.text('thickness', value);
  const cell = cells(offsetFields, offset ?? initialPart(offsetFields), (next) => {
    onChange({ ...design, offset: next });
  });
  return (
    <Part title="Offset and direct molds">
      <div className="flex flex-wrap gap-x-6 text-sm">
        <FlagCell
          label="Enlarged over an existing thing, with sheet wax"
          value={offset !== null}
          onChange={(on) => {
            onChange({ ...design, offset: on ? initialPart(offsetFields) : null });
          }}
        />
        {cells(designFields, design, onChange)('direct')}
      </div>
      {offset && plan && (
        <div className="mt-2 text-sm">
          <div className="flex flex-wrap items-start gap-x-5 gap-y-2">
            {cell('partMm')}
            {cell('clearanceMm')}
            {cell('sheetMm')}
            <p className="num pt-5">
              <span className="predicted font-semibold">{plan.sheets} sheets</span> = {mm(plan.reachedMm)} for {mm(plan.gapMm)}; clearance becomes{' '}
              {mm(plan.clearanceReachedMm)}
            </p>
          </div>
          <ol className="mt-2 list-decimal pl-5">
            {OFFSET_STEPS.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        </div>
      )}
      {design.direct && (
        <ol className="mt-2 list-decimal pl-5 text-sm" aria-label="Steps of a direct mold">
          {directMoldSteps.map(({ id, what, why }) => (
            <li key={id}>
              {what}. <span className="muted">{why}</span>
            </li>
          ))}
        </ol>
      )}
    </Part>
  );
}
