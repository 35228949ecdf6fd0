import { jointSchedule, type PlacedJoint, type TimesBySection } from '@pentimento/core/joints';
import { jointFields, jointKinds, jointsOf, rangeOf, type JointKind, type PlanDocument, type PlanJoint } from '@pentimento/core/plan';
import { momentText } from '@pentimento/core/shop-time';
import { Plus, Trash2 } from 'lucide-react';
import { ClockCell } from '../../../shared/clock-cell';
import { FlagCell, Part } from '../../../shared/fields';

interface JointsPartProps {
  readonly plan: PlanDocument;
  /** null: not simulated yet */
  readonly times: TimesBySection | null;
  readonly onEdit: (plan: PlanDocument) => void;
}

const words: Readonly<Record<JointKind, string>> = {
  'parting up': 'Board set up',
  'parting away': 'Board taken away',
  'flange released': 'Flange cleaned, released, masked',
  drilled: 'Dowels and bolts drilled',
};

/** What is done where sections meet: by itself as soon as it can be, or at a planned time. */
export function JointsPart({ plan, times, onEdit }: JointsPartProps) {
  const placed = jointSchedule(plan, times ?? new Map());
  const change = (next: PlanJoint): void => {
    onEdit({ ...plan, joints: plan.joints.map((joint) => (joint.id === next.id ? next : joint)) });
  };
  return (
    <Part title="Where they meet">
      {(plan.mold.design?.partings ?? []).map((parting) => (
        <div key={parting.id} className="mb-3">
          <h3 className="text-sm font-semibold">{parting.name}</h3>
          <ol aria-label={`Steps at ${parting.name}`} className="hairline border-t text-sm">
            {jointKinds.map((kind) => {
              const joint = plan.joints.find((one) => one.partingId === parting.id && one.kind === kind);
              return joint ? (
                <JointRow
                  key={kind}
                  joint={joint}
                  placed={placed.find((one) => one.joint === joint) ?? null}
                  startDate={plan.startDate}
                  onChange={change}
                  onRemove={() => {
                    onEdit({ ...plan, joints: plan.joints.filter(({ id }) => id !== joint.id) });
                  }}
                />
              ) : (
                <li key={kind} className="hairline flex min-h-8 items-center gap-3 border-b">
                  <span className="text-error flex-1">{words[kind]}: left out</span>
                  <button
                    type="button"
                    className="btn btn-xs"
                    onClick={() => {
                      const back = jointsOf(parting).filter((one) => one.kind === kind);
                      onEdit({ ...plan, joints: [...plan.joints, ...back] });
                    }}
                  >
                    <Plus size={12} aria-hidden /> put it back
                  </button>
                </li>
              );
            })}
          </ol>
        </div>
      ))}
    </Part>
  );
}

interface JointRowProps {
  readonly joint: PlanJoint;
  readonly placed: PlacedJoint | null;
  readonly startDate: string;
  readonly onChange: (joint: PlanJoint) => void;
  readonly onRemove: () => void;
}

function JointRow({ joint, placed, startDate, onChange, onRemove }: JointRowProps) {
  const { min, max } = rangeOf(jointFields.startMin);
  return (
    <li className="hairline flex min-h-9 flex-wrap items-center gap-x-3 border-b py-0.5">
      <span className="min-w-56 flex-1">
        {words[joint.kind]}
        {placed && (
          <span className="muted num ml-2 text-xs">
            {momentText(startDate, placed.startMin)}, {(placed.endMin - placed.startMin).toFixed(0)} min
          </span>
        )}
      </span>
      {(joint.kind === 'parting up' || joint.kind === 'flange released') && (
        <FlagCell
          label={joint.kind === 'parting up' ? 'edge sealed' : 'edges masked'}
          value={joint.masked}
          onChange={(masked) => {
            onChange({ ...joint, masked });
          }}
        />
      )}
      {joint.startMin === null ? (
        <button
          type="button"
          className="underline"
          disabled={!placed}
          onClick={() => {
            if (placed) onChange({ ...joint, startMin: Math.max(0, Math.round(placed.startMin)) });
          }}
        >
          as soon as it can be
        </button>
      ) : (
        <>
          <ClockCell
            label={`Start of ${joint.name}`}
            showLabel={false}
            valueMin={joint.startMin}
            startDate={startDate}
            minMin={min}
            maxMin={max}
            onChange={(startMin) => {
              onChange({ ...joint, startMin });
            }}
          />
          <button
            type="button"
            className="underline"
            onClick={() => {
              onChange({ ...joint, startMin: null });
            }}
          >
            let it follow
          </button>
        </>
      )}
      <button type="button" className="btn btn-ghost btn-xs" aria-label={`Leave out ${joint.name}`} onClick={onRemove}>
        <Trash2 size={13} aria-hidden />
      </button>
    </li>
  );
}
