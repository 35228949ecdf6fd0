import { DEFAULT_SHAPE, postCureFields, rangeOf, withPostCure, type CardLibrary, type SectionPlan, type PlanPostCure } from '@pentimento/core/plan';
import { stepCaution } from '@pentimento/core/cautions';
import { cells } from '../../../shared/cells';
import { ClockCell } from '../../../shared/clock-cell';

/** A day after the last session, ten kelvin an hour to forty-five degrees, twelve hours. */
function usualPostCure(plan: SectionPlan): PlanPostCure {
  const startMin = (plan.sessions.at(-1)?.startMin ?? 0) + 24 * 60;
  const { rampKPerH, holdC, holdMin } = postCureFields;
  return { startMin, rampKPerH: rampKPerH.initial ?? 10, holdC: holdC.initial ?? 45, holdMin: holdMin.initial ?? 720 };
}

/** Warm cure on the plug after the last session, and what of the mold's shape slows the cure. */
interface PostCureProps {
  readonly plan: SectionPlan;
  readonly library: CardLibrary;
  readonly onEdit: (plan: SectionPlan) => void;
}

export function PostCure({ plan, library, onEdit }: PostCureProps) {
  const { postCure } = plan;
  const change = (next: PlanPostCure): void => {
    onEdit(withPostCure(plan, next));
  };
  const cell = cells(postCureFields, postCure ?? usualPostCure(plan), change);
  return (
    <>
      <label className="flex h-12 items-end gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm mb-1"
          checked={plan.shape?.pockets ?? false}
          onChange={(event) => {
            onEdit({ ...plan, shape: { ...(plan.shape ?? DEFAULT_SHAPE), pockets: event.target.checked } });
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
            onEdit(withPostCure(plan, event.target.checked ? usualPostCure(plan) : null));
          }}
        />
        <span className="mb-0.5">Post-cure on the plug</span>
      </label>
      {postCure && (
        <>
          <ClockCell
            label="Oven from"
            valueMin={postCure.startMin}
            startDate={plan.startDate}
            minMin={(plan.sessions.at(-1)?.startMin ?? 0) + 15}
            maxMin={rangeOf(postCureFields.startMin).max}
            onChange={(startMin) => {
              change({ ...postCure, startMin });
            }}
          />
          {cell('rampKPerH', { width: 'w-12' })}
          {cell('holdC', { width: 'w-12' })}
          {cell('holdMin', { width: 'w-12' })}
          <p className="border-warning max-w-64 border-l-4 pl-2 text-xs leading-snug">{stepCaution('oven', plan, library)}</p>
        </>
      )}
    </>
  );
}
