import type { PlanDocument } from '@pentimento/core/plan';
import { momentText } from '@pentimento/core/shop-time';
import { useUnits } from '../../../../shared/use-units';
import type { Proposal } from './planning.worker';
import { Staircase } from './staircase';

const lastMin = ({ demolds }: PlanDocument): number => Math.max(...demolds.map(({ atMin }) => atMin));

interface ProposalCardProps {
  readonly proposal: Proposal;
  /** The plan as it stands */
  readonly now: PlanDocument;
  /** What it is best at, with its proof */
  readonly best: readonly string[];
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

/** One way of building it, as a small staircase over the plan as it stands. */
export function ProposalCard({ proposal, now, best, chosen, onChoose }: ProposalCardProps) {
  const units = useUnits();
  const { plan, demoldMin, handsOnMin, bowPerMeterM, chance } = proposal;
  const sooner = (lastMin(now) - demoldMin) / 60;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      className={`w-64 border p-2 text-left text-sm ${chosen ? 'border-primary bg-base-200 border-2' : 'hairline hover:bg-base-200'}`}
      onClick={onChoose}
    >
      <Staircase plan={plan} behind={now} untilMin={Math.max(demoldMin, lastMin(now))} />
      <span className="num mt-1 block font-semibold">Off {momentText(plan.startDate, demoldMin)}</span>
      <span className="num block">
        {sooner === 0 ? 'as planned' : `${Math.abs(sooner).toFixed(sooner % 1 === 0 ? 0 : 1)} h ${sooner > 0 ? 'sooner' : 'later'}`}
        {handsOnMin === null ? '' : ` · ${(handsOnMin / 60).toFixed(1)} h of hands`}
        {bowPerMeterM === null ? '' : ` · bow ${units.text('thickness', bowPerMeterM * 1000)}/m`}
      </span>
      {chance !== null && <span className="num block">all limits kept in {(chance * 100).toFixed(0)} % of scenarios</span>}
      {best.map((one) => (
        <span key={one} className="muted block leading-tight">
          {one}
        </span>
      ))}
    </button>
  );
}
