import type { Verdict } from '@pentimento/core/judging';
import { clockText } from '@pentimento/core/shop-time';
import type { VerdictCloud } from '@pentimento/core/uncertainty';
import { LevelMark } from '../../../shared/level-mark';
import { useUnits, type Units } from '../../../shared/use-units';
import { keptText } from './spread/spread-panel';
import { marginText, verdictAmount, verdictTitle } from './verdict-text';

interface VerdictListProps {
  readonly verdicts: readonly Verdict[];
  /** How sure each verdict is; null: not run for this plan */
  readonly clouds: readonly VerdictCloud[] | null;
  readonly onJump: (timeS: number) => void;
  readonly onExplain: (verdict: Verdict) => void;
}

/** Each limit with predicted value, limit, margin and moment; a press takes the time cursor there, another opens how it came about. */
export function VerdictList({ verdicts, clouds, onJump, onExplain }: VerdictListProps) {
  const units = useUnits();
  if (verdicts.length === 0) return <p className="muted p-3">Add a session, and its limits are judged here.</p>;
  const open = verdicts.filter((v) => v.level !== 'ok');
  const kept = verdicts.filter((v) => v.level === 'ok');
  const row = (verdict: Verdict, remedy: boolean): React.ReactElement => (
    <VerdictRow
      key={verdict.id}
      verdict={verdict}
      cloud={clouds?.find(({ id }) => id === verdict.id) ?? null}
      units={units}
      onJump={onJump}
      onExplain={onExplain}
      remedy={remedy}
    />
  );
  return (
    <div>
      <ul aria-label="Verdicts">{open.map((verdict) => row(verdict, true))}</ul>
      {open.length === 0 && (
        <p className="flex items-center gap-2 px-3 py-2">
          <LevelMark level="ok" /> <span>every limit</span>
        </p>
      )}
      <ul aria-label="Limits kept" className="hairline border-t">
        {kept.map((verdict) => row(verdict, false))}
      </ul>
    </div>
  );
}

interface VerdictRowProps {
  readonly verdict: Verdict;
  readonly cloud: VerdictCloud | null;
  readonly units: Units;
  readonly onJump: (timeS: number) => void;
  readonly onExplain: (verdict: Verdict) => void;
  readonly remedy: boolean;
}

function VerdictRow({ verdict, cloud, units, onJump, onExplain, remedy }: VerdictRowProps) {
  return (
    <li data-level={verdict.level} className="hairline flex items-stretch border-b">
      <button
        type="button"
        className="hover:bg-base-200 block min-w-0 grow py-1.5 pr-1 pl-3 text-left"
        onClick={() => {
          onJump(verdict.timeS);
        }}
        title="Take the time cursor there"
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="flex items-baseline gap-1.5 leading-tight">
            <LevelMark level={verdict.level} word={verdict.level !== 'ok'} size={14} />
            <span className={remedy ? 'font-semibold' : ''}>{verdictTitle(verdict)}</span>
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
          {verdict.place === 'last' && ' · where it is laid last'}
          {verdict.quantity === 'temperature' &&
            verdict.heightM !== null &&
            verdict.heightM > 0 &&
            ` · ${units.text('thickness', verdict.heightM * 1000)} up`}
        </span>
        {cloud && <span className="num block text-xs">kept in {keptText(cloud)} of the runs</span>}
        {remedy && <span className="mt-0.5 block text-sm leading-snug">{verdict.remedy}</span>}
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
