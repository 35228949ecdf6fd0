import { directMoldSteps, OFFSET_STEPS, offsetPlan } from '@pentimento/core/design';
import { designRanges, type MoldDesign } from '@pentimento/core/plan';
import { FlagCell, Part } from '../../../shared/fields';
import { UnitCell } from '../../../shared/unit-cell';
import { useUnits } from '../../../shared/use-units';

/** Molds that are not taken straight off a plug: offset over sheet wax, or direct. */
export function OffsetPart({ design, onChange }: { design: MoldDesign; onChange: (design: MoldDesign) => void }) {
  const units = useUnits();
  const { offset } = design;
  const plan = offset ? offsetPlan(offset) : null;
  const mm = (value: number): string => units.text('thickness', value);
  return (
    <Part title="Offset and direct molds">
      <div className="flex flex-wrap gap-x-6 text-sm">
        <FlagCell
          label="Enlarged over an existing thing, with sheet wax"
          value={offset !== null}
          onChange={(on) => {
            onChange({ ...design, offset: on ? { partMm: 4, clearanceMm: 2, sheetMm: 1.5 } : null });
          }}
        />
        <FlagCell
          label="Direct mold, without a plug"
          value={design.direct}
          onChange={(direct) => {
            onChange({ ...design, direct });
          }}
        />
      </div>
      {offset && plan && (
        <div className="mt-2 text-sm">
          <div className="flex flex-wrap items-start gap-x-5 gap-y-2">
            <UnitCell
              label="Thickness of the cover"
              quantity="thickness"
              value={offset.partMm}
              range={designRanges.partMm}
              onChange={(partMm) => {
                onChange({ ...design, offset: { ...offset, partMm } });
              }}
            />
            <UnitCell
              label="Clearance"
              quantity="thickness"
              value={offset.clearanceMm}
              range={designRanges.clearanceMm}
              onChange={(clearanceMm) => {
                onChange({ ...design, offset: { ...offset, clearanceMm } });
              }}
            />
            <UnitCell
              label="One sheet of wax"
              quantity="thickness"
              value={offset.sheetMm}
              range={designRanges.sheetMm}
              onChange={(sheetMm) => {
                onChange({ ...design, offset: { ...offset, sheetMm } });
              }}
            />
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
