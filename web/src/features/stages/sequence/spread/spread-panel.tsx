import type { Verdict } from '@pentimento/core/judging';
import type { SectionPlan } from '@pentimento/core/plan';
import type { VerdictCloud } from '@pentimento/core/uncertainty';
import { useState } from 'react';
import type { Card } from '../../../../api/api';
import { useUnits } from '../../../../shared/use-units';
import { useWidth } from '../../../../shared/use-width';
import { verdictAmount, verdictTitle } from '../verdict-text';
import { Tornado } from './tornado';
import { TraceBands } from './trace-bands';
import { CLOUD_SEED, type Cloud } from './use-cloud';

const COUNTS = [200, 1000, 4000];

/** "in 93 of 100", with the certainty that the number of runs allows. */
export function keptText({ kept, keptFrom, keptTo }: VerdictCloud): string {
  const percent = (value: number): string => (100 * value).toFixed(0);
  if (kept === 1) return `> ${Math.floor(100 * keptFrom).toFixed(0)} %`;
  if (kept === 0) return `< ${Math.ceil(100 * keptTo).toFixed(0)} %`;
  return keptTo - keptFrom < 0.02 ? `${percent(kept)} %` : `${percent(kept)} % (${percent(keptFrom)}–${percent(keptTo)})`;
}

/** The plan many times over, each time a little different: how sure each verdict is, and what matters most. */
export function SpreadPanel({
  plan,
  cards,
  verdicts,
  cloud,
}: {
  plan: SectionPlan;
  cards: readonly Card[];
  verdicts: readonly Verdict[];
  cloud: Cloud;
}) {
  const units = useUnits();
  const { ref, width } = useWidth();
  const [chosen, setChosen] = useState<string | null>(null);
  const { summary } = cloud;
  const rows = verdicts.flatMap((verdict) => {
    const found = summary?.verdicts.find(({ id }) => id === verdict.id);
    return found ? [{ verdict, found }] : [];
  });
  const ordered = [...rows].sort((a, b) => a.found.kept - b.found.kept);
  const picked = ordered.find(({ verdict }) => verdict.id === chosen) ?? ordered.at(0);
  return (
    <div className="px-3 py-2">
      <SpreadControls plan={plan} cards={cards} cloud={cloud} />
      <p className="muted mt-1 max-w-3xl text-xs">
        Shop ±1.5 K, catalyst ±6 %, resin to glass ±8 %, wet film ±12 %, air over it ±15 % (assumed, one standard deviation), and each card’s own
        spread. The same plan gives the same runs (seed {CLOUD_SEED}).
      </p>
      <div ref={ref}>
        {summary && summary.runs > 0 && picked && (
          <>
            <div className="mt-3 grid gap-6 xl:grid-cols-[minmax(0,1fr)_27rem]">
              <KeptTable rows={ordered.slice(0, 12)} picked={picked.verdict.id} onPick={setChosen} />
              <div>
                <h4 className="text-sm font-semibold">{verdictTitle(picked.verdict)}: what moves its margin</h4>
                <Tornado cloud={picked.found} verdict={picked.verdict} units={units} />
                <p className="muted text-xs">Change of the margin when it is one standard deviation more than planned.</p>
              </div>
            </div>
            <div className="mt-3">
              <TraceBands cloud={summary} plan={cloud.plan ?? plan} width={Math.max(300, width)} />
            </div>
          </>
        )}
      </div>
    </div>
  );
}

/** How many runs, start and stop, how far it is. */
function SpreadControls({ plan, cards, cloud }: { plan: SectionPlan; cards: readonly Card[]; cloud: Cloud }) {
  const [count, setCount] = useState(1000);
  const { summary, running, done, wanted } = cloud;
  const current = cloud.plan === plan;
  return (
    <div className="flex flex-wrap items-center gap-3 text-sm">
      <label>
        Runs{' '}
        <select
          className="hairline bg-base-100 num h-7 border"
          value={count}
          disabled={running}
          onChange={(event) => {
            setCount(Number(event.target.value));
          }}
        >
          {COUNTS.map((n) => (
            <option key={n}>{n}</option>
          ))}
        </select>
      </label>
      {running ? (
        <button type="button" className="btn btn-sm" onClick={cloud.stop}>
          Stop
        </button>
      ) : (
        <button
          type="button"
          className="btn btn-sm btn-primary"
          disabled={plan.sessions.length === 0}
          onClick={() => {
            cloud.start(plan, cards, count);
          }}
        >
          {summary && !current ? 'Run again for this plan' : 'Run the spread'}
        </button>
      )}
      {wanted > 0 && (
        <span role="status" className="num flex items-center gap-2">
          <progress className="progress w-36" value={done} max={wanted} aria-label="Runs done" />
          {done} of {wanted}
          {current && cloud.problem !== null && (
            <span role="alert" className="text-error">
              {cloud.problem}
            </span>
          )}
          {cloud.tookMs !== null && ` · ${(cloud.tookMs / 1000).toFixed(1)} s`}
          {!running && done < wanted && ' · stopped'}
        </span>
      )}
      {summary && !current && <span className="text-warning">Of the plan before your last edit.</span>}
      {summary && summary.failed > 0 && <span className="text-warning">{summary.failed} runs went out of range and are left out.</span>}
    </div>
  );
}

interface KeptTableProps {
  readonly rows: readonly { readonly verdict: Verdict; readonly found: VerdictCloud }[];
  /** Id of the verdict whose effects are shown */
  readonly picked: string;
  readonly onPick: (id: string) => void;
}

/** How likely each limit is kept, and within which band its value lies. */
function KeptTable({ rows, picked, onPick }: KeptTableProps) {
  const units = useUnits();
  return (
    <table className="w-full self-start text-sm">
      <thead>
        <tr className="muted text-left text-xs">
          <th className="font-normal">Limit</th>
          <th className="text-right font-normal">kept in</th>
          <th className="text-right font-normal">5 – 50 – 95 % of runs</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ verdict, found }) => (
          <tr key={verdict.id} className={`hairline border-t ${picked === verdict.id ? 'bg-base-200' : ''}`}>
            <td>
              <button
                type="button"
                className="w-full py-0.5 text-left"
                aria-pressed={picked === verdict.id}
                onClick={() => {
                  onPick(verdict.id);
                }}
              >
                {verdictTitle(verdict)}
              </button>
            </td>
            <td
              className={`num text-right whitespace-nowrap ${found.kept < 0.5 ? 'text-error font-semibold' : found.kept < 0.9 ? 'text-warning font-semibold' : ''}`}
            >
              {keptText(found)}
            </td>
            <td className="num predicted text-right whitespace-nowrap">
              {verdict.kind === 'window'
                ? [0, 2, 4].map((q) => found.marginQuantiles[q].toFixed(1)).join(' – ') + ' h inside'
                : [0, 2, 4].map((q) => verdictAmount(units, verdict, found.quantiles[q])).join(' – ')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
