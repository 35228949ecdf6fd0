import { causesOf, MOST_CAUSES, tightestKept, type Cause, type TriedRemedy, type Verdict } from '@pentimento/core/judging';
import type { SectionPlan } from '@pentimento/core/plan';
import { clockText } from '@pentimento/core/shop-time';
import type { VerdictCloud } from '@pentimento/core/uncertainty';
import { useState, type ReactElement } from 'react';
import { LevelMark } from '../../../shared/level-mark';
import { useUnits, type Units } from '../../../shared/use-units';
import { keptText } from './spread/spread-panel';
import { marginText, verdictAmount, verdictTitle } from './verdict-text';

/** Remedies shown of one cause. */
const MOST_REMEDIES = 3;

interface VerdictListProps {
  /** The section that is judged */
  readonly plan: SectionPlan;
  readonly verdicts: readonly Verdict[];
  /** How sure each verdict is; null: not run for this plan */
  readonly clouds: readonly VerdictCloud[] | null;
  /** What could be done, by the cause's id; null: not tried yet */
  readonly remedies: ReadonlyMap<string, readonly TriedRemedy[]> | null;
  readonly onJump: (verdict: Verdict) => void;
  readonly onExplain: (verdict: Verdict) => void;
  /** undefined: the plan is not to be changed */
  readonly onRemedy?: (remedy: TriedRemedy) => void;
}

/** What breaks limits, each cause with all that it breaks and what would help; what is kept in one line. */
export function VerdictList({ plan, verdicts, clouds, remedies, onJump, onExplain, onRemedy }: VerdictListProps) {
  const units = useUnits();
  const [unfolded, setUnfolded] = useState(false);
  if (verdicts.length === 0) return <p className="muted p-3">Add a session, and its limits are judged here.</p>;
  const causes = causesOf(plan, verdicts);
  const kept = verdicts.filter((v) => v.level === 'ok');
  const tightest = tightestKept(verdicts);
  const row = (verdict: Verdict, leads: boolean): ReactElement => (
    <VerdictRow
      key={verdict.id}
      verdict={verdict}
      cloud={clouds?.find(({ id }) => id === verdict.id) ?? null}
      units={units}
      onJump={onJump}
      onExplain={onExplain}
      leads={leads}
    />
  );
  return (
    <div>
      <ul aria-label="Verdicts">
        {causes.slice(0, MOST_CAUSES).map((cause) => (
          <CauseCard key={cause.id} cause={cause} remedies={remedies?.get(cause.id) ?? null} units={units} row={row} onRemedy={onRemedy} />
        ))}
      </ul>
      {causes.length > MOST_CAUSES && (
        <p className="muted px-3 py-1 text-sm">
          and {causes.length - MOST_CAUSES} more:{' '}
          {causes
            .slice(MOST_CAUSES)
            .map(({ title }) => title)
            .join(', ')}
        </p>
      )}
      {causes.length === 0 && (
        <p className="flex items-center gap-2 px-3 py-2">
          <LevelMark level="ok" /> <span>every limit</span>
        </p>
      )}
      {kept.length > 0 && (
        <>
          <button
            type="button"
            aria-expanded={unfolded}
            className="hover:bg-base-200 hairline flex w-full items-baseline gap-2 border-t px-3 py-1.5 text-left text-sm"
            onClick={() => {
              setUnfolded(!unfolded);
            }}
          >
            <LevelMark level="ok" word={false} size={13} />
            <span className="flex-1">
              {kept.length} {kept.length === 1 ? 'limit' : 'limits'} kept{tightest && `, closest ${verdictTitle(tightest)}`}
            </span>
            <span className="num">{tightest && marginText(units, tightest)}</span>
          </button>
          {unfolded && <ul aria-label="Limits kept">{kept.map((verdict) => row(verdict, false))}</ul>}
        </>
      )}
    </div>
  );
}

interface CauseCardProps {
  readonly cause: Cause;
  readonly remedies: readonly TriedRemedy[] | null;
  readonly units: Units;
  readonly row: (verdict: Verdict, leads: boolean) => ReactElement;
  readonly onRemedy: ((remedy: TriedRemedy) => void) | undefined;
}

/** What a remedy does for the worst limit of its cause: "+41 K", "window kept". */
function gainText(units: Units, worst: Verdict, { gain, causeAfter }: TriedRemedy): string {
  const by = gain === null ? 'the limit is gone' : `${marginText(units, { ...worst, margin: gain })} of margin`;
  return causeAfter === 'ok' ? `${by}: kept` : causeAfter === 'care' ? `${by}: near the limit` : `${by}: not enough by itself`;
}

function CauseCard({ cause, remedies, units, row, onRemedy }: CauseCardProps) {
  const [unfolded, setUnfolded] = useState(false);
  const [worst, ...others] = cause.verdicts;
  return (
    <li className="rule border-b" data-level={cause.level}>
      {(others.length > 0 || remedies) && (
        <p className="bg-base-200 px-3 py-1 text-sm font-semibold">
          <LevelMark level={cause.level} word={false} size={13} /> {cause.title}
        </p>
      )}
      <ul>{row(worst, true)}</ul>
      {others.length > 0 && (
        <>
          <button
            type="button"
            aria-expanded={unfolded}
            className="hover:bg-base-200 muted w-full px-3 py-1 text-left text-xs"
            onClick={() => {
              setUnfolded(!unfolded);
            }}
          >
            and {others.length} more: {others.map((verdict) => `${verdictTitle(verdict)} ${marginText(units, verdict)}`).join(' · ')}
          </button>
          {unfolded && <ul>{others.map((verdict) => row(verdict, false))}</ul>}
        </>
      )}
      {remedies && remedies.length > 0 && (
        <ul aria-label={`What helps against ${cause.title}`} className="px-3 pb-2 text-sm">
          {remedies.slice(0, MOST_REMEDIES).map((remedy) => (
            <li key={remedy.id}>
              <button
                type="button"
                className="hover:bg-base-200 hairline mt-1 flex w-full items-baseline gap-2 border px-2 py-1 text-left"
                disabled={!onRemedy}
                onClick={() => onRemedy?.(remedy)}
              >
                <LevelMark level={remedy.causeAfter} word={false} size={12} />
                <span className="min-w-0 flex-1">
                  {units.fill(remedy.name)} <span className="muted num text-xs">{gainText(units, worst, remedy)}</span>
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}

interface VerdictRowProps {
  readonly verdict: Verdict;
  readonly cloud: VerdictCloud | null;
  readonly units: Units;
  readonly onJump: (verdict: Verdict) => void;
  readonly onExplain: (verdict: Verdict) => void;
  /** The worst of its cause: its remedy in words stands with it */
  readonly leads: boolean;
}

function VerdictRow({ verdict, cloud, units, onJump, onExplain, leads }: VerdictRowProps) {
  return (
    <li data-level={verdict.level} className="hairline flex items-stretch border-b">
      <button
        type="button"
        className="hover:bg-base-200 block min-w-0 grow py-1.5 pr-1 pl-3 text-left"
        onClick={() => {
          onJump(verdict);
        }}
        title="Take the time cursor there"
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="flex items-baseline gap-1.5 leading-tight">
            <LevelMark level={verdict.level} word={verdict.level !== 'ok'} size={14} />
            <span className={leads ? 'font-semibold' : ''}>{verdictTitle(verdict)}</span>
          </span>
          <span className="num shrink-0 text-sm">
            <span className="sr-only">margin </span>
            {marginText(units, verdict)}
          </span>
        </span>
        <span className="muted num block text-xs">
          <span className="predicted">{verdictAmount(units, verdict, verdict.value)}</span> · {verdict.sense}{' '}
          {verdictAmount(units, verdict, verdict.limit)}
          {verdict.quantity !== 'clock' && ` · ${clockText(verdict.timeS)}`}
          {verdict.zone && ` · ${verdict.zone.name}`}
          {verdict.place === 'last' && ' · where it is laid last'}
          {verdict.quantity === 'temperature' &&
            verdict.heightM !== null &&
            verdict.heightM > 0 &&
            ` · ${units.text('thickness', verdict.heightM * 1000)} up`}
        </span>
        {cloud && <span className="num block text-xs">kept in {keptText(cloud)} of the runs</span>}
        {leads && <span className="mt-0.5 block text-sm leading-snug">{verdict.remedy}</span>}
      </button>
      <button
        type="button"
        className="hover:bg-base-200 muted num w-7 shrink-0 pt-1.5 text-sm [align-content:start]"
        aria-label={`How ${verdictTitle(verdict)} came about`}
        title="How this number came about"
        onClick={() => {
          onExplain(verdict);
        }}
      >
        =?
      </button>
    </li>
  );
}
