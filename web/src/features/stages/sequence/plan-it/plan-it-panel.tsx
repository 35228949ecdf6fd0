import { objectiveWords, objectives, varyFields, type Objective, type PlanTask } from '@pentimento/core/planning';
import { initialPart, moveSession, rangeOf, sectionOf, type PlanDocument, type SectionPlan } from '@pentimento/core/plan';
import type { ShopCalendar } from '@pentimento/core/shop';
import { momentText } from '@pentimento/core/shop-time';
import { Lock, LockOpen, Square, Wand } from 'lucide-react';
import { useState } from 'react';
import type { Card } from '../../../../api/api';
import { cells } from '../../../../shared/cells';
import { ChoiceCell, FlagCell } from '../../../../shared/fields';
import { NumberCell } from '../../../../shared/number-cell';
import { useUnits } from '../../../../shared/use-units';
import { Impossible } from './impossible';
import { ProposalCard } from './proposal-card';
import type { Proposal } from './planning.worker';
import { Reasons } from './reasons';
import type { Planner, SearchState } from './use-planner';

/** What the planner may do, while the page is open. */
export interface Allowed {
  readonly vary: PlanTask['vary'];
  readonly clear: boolean;
  readonly chance: number | null;
  readonly gridMin: number;
}

export const ALLOWED: Allowed = { vary: initialPart(varyFields), clear: true, chance: null, gridMin: 30 };

/** For each objective [s]. */
const LIMIT_S = 25;
const CHANCES = ['none', '0.8', '0.9', '0.95'] as const;

interface PlanItPanelProps {
  readonly document: PlanDocument;
  readonly plan: SectionPlan;
  readonly sectionId: string;
  readonly cards: readonly Card[];
  readonly shop: ShopCalendar | null;
  readonly readOnly: boolean;
  readonly planner: Planner;
  readonly allowed: Allowed;
  readonly onAllow: (allowed: Allowed) => void;
  /** What is done already: sessions that stay, and no start before now [min]; null: nothing is */
  readonly begun: { readonly locked: readonly string[]; readonly fromMin: number } | null;
  readonly proposed: Proposal | null;
  readonly onPropose: (proposal: Proposal | null) => void;
  readonly onTake: (plan: PlanDocument) => void;
}

/** The planner: what may move, what it found, why; a proposal stays a proposal until somebody takes it. */
export function PlanItPanel(props: PlanItPanelProps) {
  const { document, cards, shop, readOnly, planner, allowed, onAllow, begun, proposed, onPropose, onTake } = props;
  const task = taskOf(allowed, begun);
  const vary = cells(varyFields, allowed.vary, (next) => {
    onAllow({ ...allowed, vary: next });
  });
  return (
    <div className="grid gap-x-6 gap-y-3 px-4 py-3 lg:grid-cols-[17rem_minmax(0,1fr)]">
      <fieldset className="space-y-2 text-sm" disabled={planner.running}>
        <legend className="font-semibold">What may change</legend>
        <Locks document={document} allowed={allowed} begun={begun} onAllow={onAllow} />
        <div className="grid gap-1">
          {vary('plies')}
          {vary('catalyst')}
          {vary('joints')}
          {vary('air')}
          {document.sections.length > 1 && vary('order')}
        </div>
        <div className="flex flex-wrap gap-3">
          <NumberCell
            label="People, at most"
            showLabel
            unit=""
            digits={0}
            width="w-14"
            min={0}
            max={rangeOf(varyFields.people).max}
            value={allowed.vary.people ?? 0}
            onChange={(people) => {
              const { people: _before, ...rest } = allowed.vary;
              onAllow({ ...allowed, vary: people > 0 ? { ...rest, people } : rest });
            }}
          />
          <ChoiceCell
            label="Kept with probability"
            value={allowed.chance === null ? 'none' : String(allowed.chance)}
            options={CHANCES.map((one) => [one, one === 'none' ? 'as planned' : `${(Number(one) * 100).toFixed(0)} %`] as const)}
            onChange={(chance) => {
              onAllow({ ...allowed, chance: chance === 'none' ? null : Number(chance) });
            }}
          />
        </div>
        <FlagCell
          label="Clear of every limit, not only within"
          value={allowed.clear}
          onChange={(clear) => {
            onAllow({ ...allowed, clear });
          }}
        />
        {begun && <p className="muted">What is laid stays; nothing else begins before now.</p>}
        <p className="muted">
          {shop ? `Hours and ${String(shop.people.length)} people of the shop’s calendar.` : 'Hours as this plan assumes them.'} Starts on a grid of{' '}
          {allowed.gridMin} min.
        </p>
      </fieldset>
      <div className="min-w-0 space-y-3">
        <div className="flex flex-wrap items-center gap-3">
          {planner.running ? (
            <button type="button" className="btn btn-sm" onClick={planner.stop}>
              <Square size={14} aria-hidden /> Stop
            </button>
          ) : (
            <button
              type="button"
              className="btn btn-primary btn-sm"
              disabled={document.sections.every(({ sessions }) => sessions.length === 0)}
              onClick={() => {
                onPropose(null);
                planner.start(document, cards, shop, task, objectives);
              }}
            >
              <Wand size={14} aria-hidden /> Plan it
            </button>
          )}
          <Progress searches={planner.searches} running={planner.running} startDate={document.startDate} />
        </div>
        {planner.plan !== null && planner.plan !== document && !planner.running && planner.searches.length > 0 && (
          <p className="muted text-sm">The plan has changed since: these are proposals for it as it was.</p>
        )}
        <Found {...props} />
        {proposed && !readOnly && (
          <Take
            document={document}
            proposed={proposed}
            plan={props.plan}
            sectionId={props.sectionId}
            onTake={onTake}
            onDrop={() => {
              onPropose(null);
            }}
          />
        )}
        {proposed && <Reasons reasons={proposed.reasons} startDate={document.startDate} sections={document.sections} />}
      </div>
    </div>
  );
}

function taskOf({ vary, clear, chance, gridMin }: Allowed, begun: PlanItPanelProps['begun']): PlanTask {
  return {
    vary: { ...vary, locked: [...new Set([...vary.locked, ...(begun?.locked ?? [])])] },
    objective: 'earliest',
    gridMin,
    timeLimitS: LIMIT_S,
    seed: 1,
    clear,
    ...(chance === null ? {} : { chance }),
    ...(begun ? { fromMin: begun.fromMin } : {}),
  };
}

/** "Tue 08:00" of "Tue 1 Dec 08:00": in a list of one build's days the date is not missed. */
const shortMoment = (text: string): string => `${text.slice(0, 3)} ${text.slice(-5)}`;

/** A lock for each session: what is locked stays where it is. */
function Locks({ document, allowed, begun, onAllow }: Pick<PlanItPanelProps, 'document' | 'allowed' | 'begun' | 'onAllow'>) {
  const { locked } = allowed.vary;
  return (
    <ul aria-label="Locks" className="hairline max-h-44 overflow-y-auto border">
      {document.sections.flatMap(({ name: section, sessions }) =>
        sessions.map(({ id, name, startMin }) => {
          const done = begun?.locked.includes(id) ?? false;
          const isLocked = done || locked.includes(id);
          return (
            <li key={id} className="hairline border-b last:border-b-0">
              <button
                type="button"
                className="hover:bg-base-200 flex w-full items-center gap-1.5 px-2 py-0.5 text-left"
                aria-pressed={isLocked}
                aria-label={`${document.sections.length > 1 ? `${section}, ` : ''}${name}: ${isLocked ? 'locked' : 'may move'}`}
                disabled={done}
                onClick={() => {
                  onAllow({ ...allowed, vary: { ...allowed.vary, locked: isLocked ? locked.filter((one) => one !== id) : [...locked, id] } });
                }}
              >
                {isLocked ? <Lock size={13} aria-hidden /> : <LockOpen size={13} aria-hidden className="opacity-50" />}
                <span className="min-w-0 flex-1 truncate">{document.sections.length > 1 ? `${section}: ${name}` : name}</span>
                <span className="num muted">{shortMoment(momentText(document.startDate, startMin))}</span>
              </button>
            </li>
          );
        }),
      )}
    </ul>
  );
}

function Progress({ searches, running, startDate }: { searches: readonly SearchState[]; running: boolean; startDate: string }) {
  if (searches.length === 0)
    return <p className="muted text-sm">Looks for starts that keep every limit in every zone, hour by hour, and says when none are better.</p>;
  const looked = searches.reduce((sum, { evaluated }) => sum + evaluated, 0);
  const best = searches.flatMap(({ best: one }) => (one ? [one.demoldMin] : []));
  const soonest = best.length > 0 ? `, off ${momentText(startDate, Math.min(...best))} at the earliest so far` : '';
  return (
    <p role="status" className="text-sm">
      {running && <progress className="progress mr-2 w-24 align-middle" aria-label="Planning" />}
      <span className="num">{looked}</span> simulations{running ? soonest : ''}
      {!running && searches.some(({ made }) => made === null) ? '; stopped, the best so far stays' : ''}
    </p>
  );
}

/** One card for each different plan, with what it is best at. */
function Found({ document, planner, proposed, onPropose }: PlanItPanelProps) {
  const made = planner.searches.flatMap(({ objective, made: one }) => (one ? [{ objective, made: one }] : []));
  const stoppedAt = planner.searches.flatMap(({ objective, made: one, best }) => (!one && best && !planner.running ? [{ objective, best }] : []));
  const groups = new Map<string, { readonly proposal: Proposal; readonly best: { readonly objective: Objective; readonly proof: string }[] }>();
  for (const {
    objective,
    made: { proposal, status, gap },
  } of made) {
    if (!proposal) continue;
    const key = JSON.stringify([proposal.plan.sections.map(({ sessions }) => sessions), proposal.demoldMin]);
    const group = groups.get(key) ?? { proposal, best: [] };
    group.best.push({ objective, proof: proofOf(status, gap) });
    groups.set(key, group);
  }
  const problems = [...new Set(planner.searches.flatMap(({ problem }) => (problem === null ? [] : [problem])))];
  const impossible = made.find(({ made: one }) => !one.proposal && (one.status === 'infeasible' || one.clashes.length > 0));
  const nothing = made.length > 0 && groups.size === 0 && !impossible && !planner.running;
  return (
    <>
      {problems.map((problem) => (
        <p key={problem} role="alert" className="text-error">
          {problem}
        </p>
      ))}
      {groups.size === 0 && impossible && <Impossible made={impossible.made} startDate={document.startDate} onPropose={onPropose} />}
      {nothing && (
        <p role="alert" className="text-sm">
          Nothing was found in time, and nothing proves that there is nothing. Let more change, ask for less probability, or unlock a session.
        </p>
      )}
      <ul aria-label="Proposals" className="flex flex-wrap gap-3">
        {[...groups.values()].map(({ proposal, best }) => (
          <li key={best[0].objective}>
            <ProposalCard
              proposal={proposal}
              now={document}
              best={best.map(({ objective, proof }) => `${objectiveWords[objective]}, ${proof}`)}
              chosen={proposed === proposal}
              onChoose={() => {
                onPropose(proposed === proposal ? null : proposal);
              }}
            />
          </li>
        ))}
        {stoppedAt.map(({ objective, best: { plan, demoldMin, gap } }) => {
          const known: Proposal = { plan, demoldMin, handsOnMin: null, bowPerMeterM: null, reasons: [], chance: null };
          const chosen = proposed?.plan === plan;
          return (
            <li key={objective}>
              <ProposalCard
                proposal={known}
                now={document}
                best={[`${objectiveWords[objective]}, ${proofOf('feasible', gap)} when it was stopped`]}
                chosen={chosen}
                onChoose={() => {
                  onPropose(chosen ? null : known);
                }}
              />
            </li>
          );
        })}
      </ul>
    </>
  );
}

function proofOf(status: string, gap: number | null): string {
  if (status === 'optimal') return 'proved';
  return gap === null ? 'not proved' : `at most ${(gap * 100).toFixed(0)} % from the best there can be`;
}

/** Takes all of a proposal, or one session of it. */
function Take({
  document,
  proposed,
  plan,
  sectionId,
  onTake,
  onDrop,
}: {
  document: PlanDocument;
  proposed: Proposal;
  plan: SectionPlan;
  sectionId: string;
  onTake: (plan: PlanDocument) => void;
  onDrop: () => void;
}) {
  const units = useUnits();
  const [one, setOne] = useState('');
  const there = new Set(proposed.plan.sections.flatMap(({ sessions }) => sessions.map(({ id }) => id)));
  const movable = plan.sessions.filter(({ id }) => there.has(id));
  const chosen = movable.find(({ id }) => id === one) ?? movable.at(0);
  const wanted = chosen && sectionOf(proposed.plan, sectionId).sessions.find(({ id }) => id === chosen.id)?.startMin;
  return (
    <div role="group" aria-label="Take the proposal" className="flex flex-wrap items-center gap-2 text-sm">
      <button
        type="button"
        className="btn btn-primary btn-sm"
        onClick={() => {
          onTake(proposed.plan);
        }}
      >
        Take all of it
      </button>
      {chosen && wanted !== undefined && (
        <>
          <ChoiceCell
            label="One session"
            showLabel={false}
            value={chosen.id}
            options={movable.map(({ id, name }) => [id, name] as const)}
            onChange={setOne}
          />
          <button
            type="button"
            className="btn btn-sm"
            disabled={wanted === chosen.startMin}
            onClick={() => {
              const moved = moveSession(plan, plan.sessions.indexOf(chosen), wanted);
              onTake(withOneMoved(document, sectionId, moved));
            }}
          >
            Take its start: {units.fill(momentText(document.startDate, wanted))}
          </button>
        </>
      )}
      <button type="button" className="btn btn-ghost btn-sm" onClick={onDrop}>
        Drop it
      </button>
    </div>
  );
}

function withOneMoved(document: PlanDocument, sectionId: string, moved: SectionPlan): PlanDocument {
  const starts = new Map(moved.sessions.map(({ id, startMin }) => [id, startMin]));
  return {
    ...document,
    sections: document.sections.map((section) =>
      section.id === sectionId
        ? { ...section, sessions: section.sessions.map((session) => ({ ...session, startMin: starts.get(session.id) ?? session.startMin })) }
        : section,
    ),
    demolds: document.demolds.map((demold) =>
      demold.sectionIds.includes(sectionId) ? { ...demold, atMin: Math.max(demold.atMin, moved.demoldMin) } : demold,
    ),
  };
}
