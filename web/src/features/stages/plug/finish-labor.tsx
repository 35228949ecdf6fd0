import { finishIsLess, intakeFields, type PlugIntake } from '@pentimento/core/plan';
import { finishPlan } from '@pentimento/core/plug';
import { cells } from '../../../shared/cells';
import { Part } from '../../../shared/fields';

/** From the scratch that is there to the finish that is wanted: rungs and hours, by this shop's own pace. */
export function FinishLabor({ areaM2, intake, onChange }: { areaM2: number; intake: PlugIntake; onChange: (intake: PlugIntake) => void }) {
  const cell = cells(intakeFields, intake, onChange);
  const labor = finishIsLess(intake) ? finishPlan(intake.coarsestGrit, intake.finish, areaM2, intake.shapeFactor * intake.shopFactor) : null;
  return (
    <Part
      title="Finish"
      aside={
        labor && (
          <span className="num predicted text-sm font-semibold" data-testid="finish-hours">
            {labor.minutes < 180 ? `${labor.minutes.toFixed(0)} min` : `${(labor.minutes / 60).toFixed(1)} h`}
          </span>
        )
      }
    >
      <div className="flex flex-wrap items-start gap-4 text-sm">
        {cell('coarsestGrit')}
        {cell('shapeFactor')}
        {cell('shopFactor')}
      </div>
      {labor ? (
        <ol aria-label="Finish ladder" className="num mt-2 flex flex-wrap gap-x-3 text-sm">
          {labor.rungs.map(({ id, name, wet, minutesPerM2 }) => (
            <li key={id}>
              {name}
              {wet ? ' wet' : ''} <span className="muted">{minutesPerM2} min/m²</span>
            </li>
          ))}
        </ol>
      ) : (
        <p className="mt-2 text-sm">It is as fine as that already: nothing to sand. Choose a higher finish, or type the scratch that is there.</p>
      )}
      <p className="muted mt-1 text-xs">Typical minutes by hand with block, compounds by machine. Sanding dust: respirator and extraction, or wet.</p>
    </Part>
  );
}
