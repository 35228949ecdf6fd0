import { momentText } from '@pentimento/core/shop-time';
import type { BuildHead } from '../../api/api';
import { usePlanNow } from '../../shared/use-plan-now';

type Moment = BuildHead['moments'][number];

/** What the plan has next, by the clock on the wall. */
export function NextPlanned({ moments, startDate }: { moments: readonly Moment[]; startDate: string }) {
  const minutes = usePlanNow(startDate);
  return <MomentLine startDate={startDate} next={moments.find(({ atMin }) => atMin >= minutes)} none="all its planned moments are past" />;
}

interface MomentLineProps {
  readonly startDate: string;
  readonly next: Moment | undefined;
  /** Should have been by now */
  readonly late?: boolean;
  /** What is said where nothing is left */
  readonly none: string;
}

export function MomentLine({ startDate, next, late = false, none }: MomentLineProps) {
  return (
    <p className="mt-1 text-sm leading-snug" data-testid="next-moment">
      {next ? (
        <>
          <span className="num">{momentText(startDate, next.atMin)}</span> {next.what}
          {late && <strong> late</strong>}
        </>
      ) : (
        <span className="muted">{none}</span>
      )}
    </p>
  );
}
