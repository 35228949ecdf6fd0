import { finishBlocks, LEAST_REASON } from '@pentimento/core/release';
import { momentText } from '@pentimento/core/shop-time';
import { sectionOf } from '@pentimento/core/plan';
import {
  goneEntries,
  missingBefore,
  opensBuild,
  sectionOfStep,
  stepStates,
  tickedInMold,
  type EntryKind,
  type Step,
  type StepEntry,
} from '@pentimento/core/steps';
import { useState } from 'react';
import { Link } from 'react-router';
import { useWhoQuery, type Build, type Card } from '../../api/api';
import { useAppDispatch } from '../../app/store';
import { queued } from '../outbox/outbox-slice';
import { newId } from '../../shared/new-id';
import { Failed, Loading } from '../../shared/states';
import { useUnits } from '../../shared/use-units';
import { usePlanNow } from '../../shared/use-plan-now';
import { LogLines } from './log-lines';
import { ReasonDialog } from './reason-dialog';
import { StepCard } from './step-card';
import { useBuildSteps } from './use-build-steps';

const NEXT = 8;

/** What a tap asks a reason for before it is written down. */
interface Asked {
  readonly step: Step;
  readonly kind: EntryKind;
  readonly why: string;
  readonly least: number;
}

/** One build on the bench: the step at hand, what comes then, and the log. */
export function BuildAtBench({ build, newest }: { build: Build; newest: readonly Card[] }) {
  const { plan, number } = build.current;
  const { steps, entries, library, problem, error, retry } = useBuildSteps(build, newest);
  const { fill } = useUnits();
  const nowMin = usePlanNow(plan.startDate);
  const personId = useWhoQuery().data?.person?.id ?? '';
  const dispatch = useAppDispatch();
  const [chosenId, setChosen] = useState<string | null>(null);
  const [asked, setAsked] = useState<Asked | null>(null);
  if (error) return <Failed error={error} retry={retry} />;
  if (problem) return <p className="text-error m-4">{problem}</p>;
  if (!steps || !library) return <Loading what="the steps" />;
  const states = stepStates(entries);
  const ticked = new Set(tickedInMold(plan).map(({ stepId }) => stepId));
  const over = ({ id }: Step): boolean => ['done', 'skipped'].includes(states.get(id)?.state ?? (ticked.has(id) ? 'done' : 'open'));
  const open = steps.filter((step) => !over(step));
  const chosen = steps.find(({ id }) => id === chosenId) ?? open.at(0);
  /** What is open before the first line about laying a section. */
  const openOf = (stepId: string): string[] => {
    const section = sectionOfStep(plan, stepId);
    if (!section || (build.status !== 'planned' && plan.sections.length === 1)) return [];
    const begun = entries.some((entry) => sectionOfStep(plan, entry.stepId) === section);
    return begun ? [] : finishBlocks(sectionOf(plan, section.id), library);
  };
  const write = (stepId: string, kind: EntryKind, note = '', reverses: string | null = null): void => {
    dispatch(
      queued({ kind: 'step', buildId: build.id, personId, body: { id: newId(), stepId, kind, at: new Date().toISOString(), note, reverses } }),
    );
    if (kind === 'done' || kind === 'skipped') setChosen(null);
  };
  const tap = (step: Step, kind: EntryKind): void => {
    const blocks = opensBuild(step.id) ? openOf(step.id) : [];
    if (blocks.length > 0) setAsked({ step, kind, why: `Laying begins with things still open: ${blocks.join('; ')}.`, least: LEAST_REASON });
    else if (kind === 'skipped') setAsked({ step, kind, why: 'Why is this step skipped?', least: 3 });
    else write(step.id, kind);
  };
  return (
    <div>
      <div className="rule flex flex-wrap items-center gap-x-4 border-b px-4 py-2">
        <h1 className="text-xl font-semibold">{build.name}</h1>
        <span className="muted">
          v<span className="num">{number}</span> · {steps.length - open.length} of {steps.length} steps done
        </span>
        <span className="flex-1" />
        <Link className="link" to="/bench">
          Another build
        </Link>
        <Link className="link" to={`/builds/${build.id}`}>
          Its plan
        </Link>
      </div>
      <div className="grid lg:grid-cols-[minmax(0,1fr)_24rem]">
        <div className="p-4">
          {chosen ? (
            <StepCard
              step={chosen}
              startDate={plan.startDate}
              nowMin={nowMin}
              entry={states.get(chosen.id) ?? null}
              missing={missingBefore(chosen, steps, states)
                .filter((step) => !over(step))
                .map(({ name }) => fill(name))}
              onTap={(kind) => {
                tap(chosen, kind);
              }}
            />
          ) : (
            <p className="text-lg">
              Every step is done. Finish it into a mold from{' '}
              <Link className="link" to={`/builds/${build.id}`}>
                its plan
              </Link>
              .
            </p>
          )}
          <h2 className="mt-6 font-semibold">Then</h2>
          <ol className="rule border-t" aria-label="Next steps">
            {open
              .filter(({ id }) => id !== chosen?.id)
              .slice(0, NEXT)
              .map((step) => (
                <li key={step.id} className="hairline border-b">
                  <button
                    type="button"
                    className="hover:bg-base-200 flex min-h-14 w-full flex-wrap items-center gap-x-4 px-2 text-left"
                    onClick={() => {
                      setChosen(step.id);
                    }}
                  >
                    <span className="num muted text-sm">{momentText(plan.startDate, step.startMin)}</span>
                    <span className="text-lg">{fill(step.name)}</span>
                    {states.get(step.id)?.state === 'started' && <strong>begun</strong>}
                  </button>
                </li>
              ))}
          </ol>
        </div>
        <LogLines
          entries={entries}
          gone={goneEntries(entries, steps)}
          nameOf={(stepId) => fill(steps.find(({ id }) => id === stepId)?.name ?? stepId)}
          onTakeBack={({ id, stepId }: StepEntry) => {
            write(stepId, 'taken back', '', id);
          }}
        />
      </div>
      {asked && (
        <ReasonDialog
          title={fill(asked.step.name)}
          why={asked.why}
          least={asked.least}
          onReason={(note) => {
            write(asked.step.id, asked.kind, note);
            setAsked(null);
          }}
          onClose={() => {
            setAsked(null);
          }}
        />
      )}
    </div>
  );
}
