import type { VerdictLevel } from '@pentimento/core/judging';
import { planStages, worstObjection, type Objection, type PlanStage } from '@pentimento/core/plan';
import { Link } from 'react-router';
import { LevelMark } from '../../shared/level-mark';
import { levelOfObjection } from '../../shared/objection-list';
import { STAGE_NAMES } from '../stage/build-stages';

/** The stages of a build in the trade's order, each with the worst that speaks against it. */
export function StageBar({
  buildId,
  stage,
  objections,
  sequence,
}: {
  buildId: string;
  stage: PlanStage;
  objections: readonly Objection[];
  sequence: VerdictLevel;
}) {
  const levelAt = (one: PlanStage): VerdictLevel =>
    one === 'sequence' ? sequence : levelOfObjection(worstObjection(objections.filter((objection) => objection.stage === one)));
  return (
    <nav aria-label="Stages of the build" className="rule flex overflow-x-auto border-b text-sm print:hidden">
      {planStages.map((one, i) => (
        <Link
          key={one}
          to={one === 'sequence' ? `/builds/${buildId}` : `/builds/${buildId}/${one}`}
          aria-current={one === stage ? 'page' : undefined}
          className={`hairline flex min-h-9 shrink-0 items-baseline gap-1.5 border-r px-3.5 pt-1.5 ${one === stage ? 'bg-base-200 border-b-primary border-b-2 font-semibold' : 'hover:bg-base-200'}`}
        >
          <span className="num muted text-xs">{i + 1}</span>
          {STAGE_NAMES[one]}
          {levelAt(one) !== 'ok' && <LevelMark level={levelAt(one)} size={13} word={false} />}
        </Link>
      ))}
    </nav>
  );
}
