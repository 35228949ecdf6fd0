import { HeadRow } from '../../../shared/head-row';
import { beginningOn, type PlanDocument } from '@pentimento/core/plan';
import type { WallSpan } from '@pentimento/core/planning';
import { DAY_MIN, momentText } from '@pentimento/core/shop-time';
import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import { useAskShopPlanMutation, useShopPlanQuery, useShopPlansQuery, useStopShopPlanMutation, type Build, type ShopPlan } from '../../../api/api';
import { DayInput } from '../../../shared/day-input';
import { ProblemLine } from '../../../shared/form-field';
import { MayButton } from '../../../shared/may-button';
import { newId } from '../../../shared/new-id';
import { SegmentChoice } from '../../../shared/segment-choice';
import { tomorrow } from '../../../shared/dates';
import type { useMoveOnWall } from './use-wall';

const SECONDS = [
  [20, '20 s'],
  [60, '1 min'],
  [120, '2 min'],
] as const;

const daysText = (min: number): string => {
  const days = min / DAY_MIN;
  return days === 0 ? 'every build in time' : `${days.toFixed(days < 10 ? 1 : 0)} days late in all`;
};

function foundText(byDueMin: number, foundMin: number, awaited: boolean): string {
  if (!awaited) return 'Nobody waits for a build: each as early as the others leave it.';
  if (foundMin < byDueMin) return `By due dates ${daysText(byDueMin)}; as found ${daysText(foundMin)}.`;
  return `By due dates ${daysText(byDueMin)}; ${foundMin === 0 ? 'it stays so.' : 'no better order was found.'}`;
}

interface Taken {
  readonly build: Build;
  readonly before: PlanDocument;
}

/** Every open build together: the server looks for days on which people, booth and oven are enough and least is late. */
export function PlanTogether({
  builds,
  spans,
  move,
  saving,
}: {
  builds: readonly Build[];
  spans: readonly WallSpan[];
  move: ReturnType<typeof useMoveOnWall>['move'];
  saving: boolean;
}) {
  const { data: plans } = useShopPlansQuery();
  const [shownId, setShownId] = useState<string | null>(null);
  const id = shownId ?? plans?.at(0)?.id ?? null;
  const { data: plan } = useShopPlanQuery(id ?? skipToken);
  const [ask, { error: askError, isLoading }] = useAskShopPlanMutation();
  const [stop, { error: stopError }] = useStopShopPlanMutation();
  const [wanted, setWanted] = useState<Readonly<Record<string, string | null>>>({});
  const [stays, setStays] = useState<ReadonlySet<string>>(new Set());
  const [from, setFrom] = useState(tomorrow);
  const [replan, setReplan] = useState(true);
  const [seconds, setSeconds] = useState<(typeof SECONDS)[number][0]>(60);
  const [taken, setTaken] = useState<readonly Taken[]>([]);
  const atWork = plan?.status === 'waiting' || plan?.status === 'at work';
  const wantedBy = (build: Build): string | null =>
    Object.hasOwn(wanted, build.id)
      ? wanted[build.id]
      : (plan?.builds.find((one) => one.id === build.id)?.wantedBy ?? build.current.plan.mold.intake?.wantedBy ?? null);
  const begin = (): void => {
    const asked = newId();
    void ask({
      id: asked,
      builds: builds.map((build) => ({ id: build.id, wantedBy: wantedBy(build), fixed: stays.has(build.id) || build.status !== 'planned' })),
      from,
      replan,
      seconds,
    }).then(({ data }) => {
      if (data) setShownId(data.id);
    });
  };
  const proposals = plan && !atWork ? proposalsOf(plan, builds) : [];
  const take = async (some: readonly Proposal[]): Promise<void> => {
    for (const { build, plan: found } of some) {
      const day = wantedBy(build);
      const { intake } = found.mold;
      const next = intake && day !== null ? { ...found, mold: { ...found.mold, intake: { ...intake, wantedBy: day } } } : found;
      const saved = await move(build, next, `Planned with the whole shop: begins ${found.startDate}`);
      if (!saved) return;
      setTaken((before) => [...before, { build, before: build.current.plan }]);
    }
  };
  const takeBack = async (): Promise<void> => {
    for (const { build, before } of taken) {
      const now = builds.find(({ id: one }) => one === build.id);
      if (!now || !(await move(now, before, 'Taken back: as before the plan of the whole shop'))) return;
      setTaken((all) => all.filter((one) => one.build.id !== build.id));
    }
  };
  return (
    <section aria-label="Plan builds together" className="px-4 pb-6 text-sm print:hidden">
      <div className="rule flex flex-wrap items-center gap-x-4 gap-y-2 border-b pb-1">
        <h2 className="font-semibold">Plan builds together</h2>
        <label className="flex items-center gap-1">
          <span className="muted">not before</span>
          <DayInput
            label="Not before"
            value={from}
            onChange={(day) => {
              if (day !== null) setFrom(day);
            }}
          />
        </label>
        <label className="flex items-center gap-1">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={replan}
            onChange={(event) => {
              setReplan(event.target.checked);
            }}
          />
          sessions inside a build may move
        </label>
        <SegmentChoice label="Time to look" options={SECONDS} value={seconds} onChange={setSeconds} />
        <MayButton right="plan" className="btn btn-sm" disabled={isLoading || atWork} onClick={begin}>
          Plan them
        </MayButton>
        {atWork && (
          <button type="button" className="btn btn-sm btn-ghost" onClick={() => void stop(plan.id)}>
            Stop
          </button>
        )}
        <span role="status" className="muted">
          {plan && <Standing plan={plan} />}
        </span>
      </div>
      <ProblemLine error={askError ?? stopError} />
      <div className="overflow-x-auto">
        <table className="w-full">
          <HeadRow heads={['Build', 'Wanted by', 'Stays', 'Off the plug now', 'Would begin', 'Off the plug then', 'Late', '']} />
          <tbody>
            {builds.map((build) => {
              const begun = build.status !== 'planned';
              const own = spans.filter(({ buildId }) => buildId === build.id);
              const proposal = proposals.find((one) => one.build.id === build.id);
              return (
                <tr key={build.id} className="hairline border-t">
                  <td className="max-w-64 truncate py-0.5 pr-3" title={build.name}>
                    {build.name}
                  </td>
                  <td className="pr-3">
                    <DayInput
                      label={`${build.name} wanted by`}
                      value={wantedBy(build)}
                      onChange={(day) => {
                        setWanted({ ...wanted, [build.id]: day });
                      }}
                    />
                  </td>
                  <td className="pr-3">
                    <input
                      type="checkbox"
                      className="checkbox checkbox-sm align-middle"
                      aria-label={`${build.name} stays where it is`}
                      checked={begun || stays.has(build.id)}
                      disabled={begun}
                      title={begun ? 'It has begun.' : undefined}
                      onChange={() => {
                        const next = new Set(stays);
                        if (!next.delete(build.id)) next.add(build.id);
                        setStays(next);
                      }}
                    />
                  </td>
                  <td className="num pr-3">{own.length === 0 ? '–' : momentText('1970-01-01', Math.max(...own.map(({ toMin }) => toMin)))}</td>
                  <td className="num pr-3">{proposal ? momentText(proposal.plan.startDate, 0).replace(/ 00:00$/, '') : ''}</td>
                  <td className="num pr-3">
                    {proposal ? momentText('1970-01-01', proposal.endMin) : plan?.without.includes(build.id) ? 'no day is free' : ''}
                  </td>
                  <td className={`num pr-3 ${proposal && proposal.lateMin > 0 ? 'text-error' : ''}`}>
                    {proposal ? (wantedBy(build) === null ? '–' : lateText(proposal.lateMin)) : ''}
                  </td>
                  <td>
                    {proposal &&
                      (proposal.stale ? (
                        <span className="muted">changed since</span>
                      ) : proposal.same ? (
                        <span className="muted">as it is</span>
                      ) : (
                        <MayButton
                          right="plan"
                          className="btn btn-xs"
                          aria-label={`Take it for ${build.name}`}
                          disabled={saving}
                          onClick={() => void take([proposal])}
                        >
                          Take
                        </MayButton>
                      ))}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <div className="mt-2 flex gap-3">
        {proposals.some(({ stale, same }) => !stale && !same) && (
          <MayButton
            right="plan"
            className="btn btn-sm btn-primary"
            disabled={saving}
            onClick={() => void take(proposals.filter(({ stale, same }) => !stale && !same))}
          >
            Take all
          </MayButton>
        )}
        {taken.length > 0 && (
          <button type="button" className="btn btn-sm" disabled={saving} onClick={() => void takeBack()}>
            Take back {taken.length} {taken.length === 1 ? 'build' : 'builds'}
          </button>
        )}
      </div>
    </section>
  );
}

const lateText = (min: number): string => (min === 0 ? 'in time' : `${(min / DAY_MIN).toFixed(1)} days`);

/** How far a plan of the shop is, or what came of it. */
function Standing({ plan: { status, progress, words, builds } }: { plan: ShopPlan }) {
  const { planned, toPlan, orders, byDueMin, foundMin } = progress;
  const awaited = builds.some(({ wantedBy }) => wantedBy !== null);
  const found = byDueMin === null || foundMin === null ? '' : foundText(byDueMin, foundMin, awaited);
  switch (status) {
    case 'waiting':
      return <>Waits for a worker.</>;
    case 'at work':
      return (
        <>
          {toPlan > 0 ? `Days planned anew: ${String(planned)} of ${String(toPlan)}. ` : ''}
          {orders > 0 ? `Orders: ${String(orders)}. ` : ''}
          {found}
        </>
      );
    case 'failed':
      return <>{words}</>;
    case 'stopped':
      return <>Stopped. {found}</>;
    case 'done':
      return <>{found}</>;
  }
}

interface Proposal {
  readonly build: Build;
  readonly plan: PlanDocument;
  readonly endMin: number;
  readonly lateMin: number;
  /** The build was saved since it was planned */
  readonly stale: boolean;
  /** It says what the build has already */
  readonly same: boolean;
}

function proposalsOf({ found }: ShopPlan, builds: readonly Build[]): Proposal[] {
  return found.flatMap(({ id, version, startDate, plan, endMin, lateMin }): Proposal[] => {
    const build = builds.find((one) => one.id === id);
    if (!build) return [];
    const asIs = build.current.plan;
    return [
      {
        build,
        plan: plan ?? beginningOn(asIs, startDate),
        endMin,
        lateMin,
        stale: build.current.number !== version,
        same: plan === null && startDate === asIs.startDate,
      },
    ];
  });
}
