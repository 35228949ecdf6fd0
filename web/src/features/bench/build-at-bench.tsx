import { bellsOf, judgeReading, mostUrgent, openSteps, withRemedy, type ReadingContext } from '@pentimento/core/bench';
import { NO_STEP, type Reading, type ReadingKind, type StateKind, type StepEntry } from '@pentimento/core/log';
import { finishBlocks, LEAST_REASON } from '@pentimento/core/release';
import { sectionOf, type CardLibrary, type PlanDocument, type SectionPlan } from '@pentimento/core/plan';
import { beginsLaying, goneEntries, isRunning, missingBefore, sectionOfStep, stepStates, withSigned, type Step } from '@pentimento/core/steps';
import { Bell, BellOff } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useWhoQuery, type Build, type Card } from '../../api/api';
import { useAppDispatch } from '../../app/store';
import { queued } from '../outbox/outbox-slice';
import { newId } from '../../shared/new-id';
import { Failed, Loading } from '../../shared/states';
import { useUnits } from '../../shared/use-units';
import { usePlanNow } from '../../shared/use-plan-now';
import type { BenchState } from '../simulation/simulation.worker';
import { WatchStrip } from '../instruments/watch-strip';
import { AheadPart } from './ahead-part';
import { AsBuiltPart } from './as-built-part';
import { BellList } from './bell-list';
import { FoundPart } from './found-part';
import { placesOf } from './section-places';
import { KeepReadings } from './keep-readings';
import { LogKeys } from './log-keys';
import { LogLines } from './log-lines';
import { NextSteps } from './next-steps';
import { PotClocks } from './pot-clocks';
import { QuickDoseKey } from './quick-dose-key';
import { ReadingSheet } from './reading/reading-sheet';
import type { SheetProps } from './reading/sheet-props';
import type { Picture } from '../../shared/gloves/take-picture';
import { ReasonDialog } from './reason-dialog';
import { RunningStrip } from './running-strip';
import { StepCard } from './step-card';
import { TakeRemedyDialog } from './take-remedy-dialog';
import { useAhead } from './use-ahead';
import { useAwake } from './use-awake';
import { useBell } from './use-bell';
import { useOthers } from './use-others';
import { useBuildSteps, type BuildSteps } from './use-build-steps';

/** One build on the bench: the step at hand, what comes then, the log, and what it makes of the plan. */
export function BuildAtBench({ build, newest }: { build: Build; newest: readonly Card[] }) {
  const { plan } = build.current;
  const nowMin = usePlanNow(plan.startDate);
  const bench = useBuildSteps(build, newest, nowMin);
  useAwake();
  if (bench.error) return <Failed error={bench.error} retry={bench.retry} />;
  if (bench.problem && !bench.state) return <p className="text-error m-4">{bench.problem}</p>;
  if (!bench.state || !bench.library) return <Loading what="the steps" />;
  return <AtBench build={build} newest={newest} bench={bench} state={bench.state} library={bench.library} nowMin={nowMin} />;
}

/** What a tap asks a reason for before it is written down. */
interface Asked {
  readonly step: Step;
  readonly why: string;
  readonly least: number;
  readonly then: (reason: string) => void;
}

interface AtBenchProps {
  readonly build: Build;
  readonly newest: readonly Card[];
  readonly bench: BuildSteps;
  readonly state: BenchState;
  readonly library: CardLibrary;
  readonly nowMin: number;
}

function AtBench({ build, newest, bench, state, library, nowMin }: AtBenchProps) {
  const { plan, number } = build.current;
  const { steps, planned, built, pots } = state;
  const { entries, dayOneMs } = bench;
  const { fill } = useUnits();
  const finished = build.status === 'finished';
  const write = useWriting(build.id);
  const [chosenId, setChosen] = useState<string | null>(null);
  const [asked, setAsked] = useState<Asked | null>(null);
  const [reading, setReading] = useState<ReadingKind | null>(null);
  const [tab, setTab] = useState<'work' | 'built'>(finished ? 'built' : 'work');
  const [taken, setTaken] = useState<{ readonly name: string; readonly plan: PlanDocument } | null>(null);
  const outlook = useAhead(bench);
  const context = useMemo(
    (): ReadingContext => ({ plan, cards: library, minuteOf: (iso) => (Date.parse(iso) - dayOneMs) / 60000 }),
    [plan, library, dayOneMs],
  );
  const others = useOthers(dayOneMs);
  const bells = useMemo(
    () => (finished ? [] : [...bellsOf(steps, entries, pots, context.minuteOf), ...others.bells]),
    [finished, steps, entries, pots, context, others.bells],
  );
  const bell = useBell(bells, nowMin);
  const states = stepStates(entries);
  const open = openSteps({ plan, steps, entries });
  const over = (step: Step): boolean => !open.includes(step);
  // What somebody is at comes first.
  const atHand = open.find(({ id }) => isRunning(states.get(id)?.state ?? 'open')) ?? open.at(0);
  const chosen = steps.find(({ id }) => id === chosenId) ?? atHand ?? null;
  /** What is open before the first line about laying a section. */
  const openOf = (stepId: string): string[] => {
    const section = sectionOfStep(plan, stepId);
    if (!section || (build.status !== 'planned' && plan.sections.length === 1)) return [];
    const begun = entries.some(({ kind, stepId: at }) => beginsLaying(kind, at) && sectionOfStep(plan, at) === section);
    return begun ? [] : finishBlocks(sectionOf(withSigned(plan, entries, context.minuteOf), section.id), library);
  };
  /** Asks why, where laying would begin with gates still open; null: it may. */
  const gateAsks = (step: Step, kind: StepEntry['kind'], then: Asked['then']): Asked | null => {
    const blocks = beginsLaying(kind, step.id) ? openOf(step.id) : [];
    return blocks.length === 0 ? null : { step, why: `Laying begins with things still open: ${blocks.join('; ')}.`, least: LEAST_REASON, then };
  };
  const tap = (step: Step, kind: StateKind): void => {
    const then = (note: string): void => {
      write.state(step.id, kind, note);
      if (kind === 'done' || kind === 'skipped') setChosen(null);
    };
    const gate = gateAsks(step, kind, then);
    if (gate) setAsked(gate);
    else if (kind === 'skipped') setAsked({ step, why: 'Why is this step skipped?', least: 3, then });
    else if (kind === 'handed over') setAsked({ step, why: 'To whom, and what must they know?', least: 2, then });
    else then('');
  };
  const read = (one: Reading, note = ''): void => {
    setReading(null);
    const then = (reason: string): void => {
      write.reading(chosen?.id ?? NO_STEP, one, [note, reason].filter((text) => text !== '').join('; '));
    };
    const gate = chosen && note.length < LEAST_REASON ? gateAsks(chosen, one.kind, then) : null;
    if (gate) setAsked(gate);
    else then('');
  };
  const withIt = (sectionId: string, remedied: SectionPlan): PlanDocument | null =>
    withRemedy(plan, { sectionId, built: sectionOf(built.plan, sectionId), remedied }, built.begun);
  const next = open.filter(({ id }) => id !== chosen?.id);
  return (
    <div>
      <RunningStrip
        current={build.id}
        urgent={finished ? null : mostUrgent({ plan, steps, entries, pots, nowMin })}
        nowMin={nowMin}
        newest={newest}
        others={others}
      />
      <div className="rule flex flex-wrap items-center gap-x-4 border-b px-4 py-2">
        <h1 className="text-xl font-semibold">{build.name}</h1>
        <span className="muted">
          v<span className="num">{number}</span> · {steps.length - open.length} of {steps.length} steps done
        </span>
        <span className="flex-1" />
        <div role="tablist" aria-label="Bench" className="flex">
          {(
            [
              ['work', 'Work'],
              ['built', 'As built'],
            ] as const
          ).map(([id, text]) => (
            <button
              key={id}
              type="button"
              role="tab"
              aria-selected={tab === id}
              className={`min-h-11 px-3 ${tab === id ? 'border-primary border-b-2 font-semibold' : 'muted'}`}
              onClick={() => {
                setTab(id);
              }}
            >
              {text}
            </button>
          ))}
        </div>
        {!finished && (
          <button
            type="button"
            aria-pressed={bell.on}
            className="hairline hover:bg-base-200 flex min-h-11 items-center gap-2 border px-3"
            onClick={() => {
              bell.turn(!bell.on);
            }}
          >
            {bell.on ? <Bell size={18} aria-hidden /> : <BellOff size={18} aria-hidden />}{' '}
            <span className="sr-only sm:not-sr-only">{bell.on ? 'Bell on' : 'Bell off'}</span>
          </button>
        )}
        <QuickDoseKey cards={bench.cards} />
        <Link className="link flex min-h-11 items-center" to="/bench">
          Others
        </Link>
        <Link className="link flex min-h-11 items-center" to={`/builds/${build.id}`}>
          Plan
        </Link>
        <Link className="link flex min-h-11 items-center" to={`/builds/${build.id}/sequence#plan-it`}>
          Plan the rest
        </Link>
      </div>
      <BellList rung={bell.rung} onPutAway={bell.putAway} />
      {bench.problem && (
        <p role="alert" className="text-error px-4 py-2">
          {bench.problem}
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_24rem]">
        {tab === 'built' ? (
          <AsBuiltPart
            plan={plan}
            changes={built.changes}
            compared={state.compared}
            laid={built.laid}
            people={built.people}
            forecasts={outlook.forecasts}
            found={<FoundPart plan={plan} entries={entries} />}
            kept={<KeepReadings build={build} built={built.plan} library={library} entries={entries} minuteOf={context.minuteOf} />}
          />
        ) : (
          <div className="min-w-0 p-4">
            {chosen ? (
              <>
                <StepCard
                  step={chosen}
                  waiting={
                    chosen.waitsFor === null
                      ? (open.find(({ sessionId, waitsFor }) => sessionId !== null && sessionId === chosen.sessionId && waitsFor !== null) ?? null)
                      : null
                  }
                  startDate={plan.startDate}
                  nowMin={nowMin}
                  plannedMin={planned.find(({ id }) => id === chosen.id)?.startMin ?? chosen.startMin}
                  entry={states.get(chosen.id) ?? null}
                  missing={missingBefore(chosen, steps, states)
                    .filter((step) => !over(step))
                    .map(({ name }) => fill(name))}
                  onTap={(kind) => {
                    tap(chosen, kind);
                  }}
                />
                <PotClocks pots={pots} nowMin={nowMin} />
                <WatchStrip buildId={build.id} layerName={(id) => layerName(plan, id)} />
              </>
            ) : (
              <p className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-3 text-lg">
                {finished ? 'It became a mold.' : 'Every step is done.'}
                {!finished && (
                  <Link className="btn btn-primary min-h-14 px-8 text-lg" to={`/builds/${build.id}#finish`}>
                    Finish into a mold
                  </Link>
                )}
              </p>
            )}
            <LogKeys step={chosen} onLog={setReading} />
            <AheadPart
              ahead={outlook.ahead}
              startDate={plan.startDate}
              takes={({ sectionId }, remedy) => withIt(sectionId, remedy.plan) !== null}
              onTake={({ sectionId }, remedy) => {
                const next = withIt(sectionId, remedy.plan);
                if (next) setTaken({ name: fill(remedy.name), plan: next });
              }}
            />
            <NextSteps steps={next} startDate={plan.startDate} isBegun={(id) => isRunning(states.get(id)?.state ?? 'open')} onChoose={setChosen} />
          </div>
        )}
        <LogLines
          entries={entries}
          gone={goneEntries(entries, planned)}
          nameOf={(stepId) => fill(planned.find(({ id }) => id === stepId)?.name ?? stepId)}
          context={context}
          readOnly={finished}
          onTakeBack={({ id, stepId }: StepEntry) => {
            write.takenBack(stepId, id);
          }}
        />
      </div>
      {asked && (
        <ReasonDialog
          title={fill(asked.step.name)}
          why={asked.why}
          least={asked.least}
          onReason={(note) => {
            asked.then(note);
            setAsked(null);
          }}
          onClose={() => {
            setAsked(null);
          }}
        />
      )}
      {taken && (
        <TakeRemedyDialog
          build={build}
          name={taken.name}
          plan={taken.plan}
          cards={bench.cards}
          onClose={() => {
            setTaken(null);
          }}
        />
      )}
      {reading && (
        <ReadingSheet
          kind={reading}
          buildId={build.id}
          {...sheetOf(chosen, plan, library, state)}
          judge={(one) => judgeReading(lineOf(one, chosen?.id ?? NO_STEP), context)}
          onPicture={write.picture}
          onWrite={read}
          onClose={() => {
            setReading(null);
          }}
        />
      )}
    </div>
  );
}

function layerName({ sections }: PlanDocument, id: string): string {
  const layers = sections.flatMap(({ sessions }) => sessions.flatMap((session) => session.layers));
  return layers.find((layer) => layer.id === id)?.name ?? 'a layer that is gone';
}

/** A reading as a line of now, to be told what it would mean. */
function lineOf(reading: Reading, stepId: string): StepEntry {
  return { id: 'new', stepId, at: new Date().toISOString(), note: '', reverses: null, madeBy: '', ...reading };
}

/** What a sheet knows of the step: its section's zones and layers, the step's own first. */
function sheetOf(
  step: Step | null,
  plan: PlanDocument,
  library: CardLibrary,
  { rows }: BenchState,
): Omit<SheetProps, 'judge' | 'onWrite' | 'buildId'> {
  const section = (step ? (sectionOfStep(plan, step.id) ?? plan.sections.find(({ id }) => id === step.sectionId)) : undefined) ?? plan.sections[0];
  const layers = section.sessions.flatMap((session) => session.layers);
  const own = step?.sessionId ? section.sessions.find(({ id }) => id === step.sessionId)?.layers : undefined;
  const first = layers.filter(({ id }) => id === step?.layerId);
  const ordered = [...new Set([...first, ...(own ?? []), ...layers])];
  return {
    step,
    plan,
    library,
    zones: [['', 'Field'] as const, ...section.zones.map(({ id, name }) => [id, name] as const)],
    places: placesOf(section),
    layers: ordered,
    rows: rows.get(section.id) ?? [],
  };
}

interface Writing {
  readonly state: (stepId: string, kind: StateKind, note?: string) => void;
  readonly reading: (stepId: string, reading: Reading, note?: string) => void;
  readonly takenBack: (stepId: string, id: string) => void;
  /** Its id */
  readonly picture: (picture: Picture) => string;
}

/** Puts lines and pictures on their way: kept here first, sent when it can be. */
function useWriting(buildId: string): Writing {
  const personId = useWhoQuery().data?.person?.id ?? '';
  const dispatch = useAppDispatch();
  const line = (body: { stepId: string; kind: StepEntry['kind']; data: Reading['data'] | null; note?: string; reverses?: string }): void => {
    const { note = '', reverses = null, ...rest } = body;
    dispatch(queued({ kind: 'step', buildId, personId, body: { id: newId(), at: new Date().toISOString(), note, reverses, ...rest } }));
  };
  return {
    state: (stepId, kind, note) => {
      line({ stepId, kind, data: null, note });
    },
    reading: (stepId, { kind, data }, note) => {
      line({ stepId, kind, data, note });
    },
    takenBack: (stepId, id) => {
      line({ stepId, kind: 'taken back', data: null, reverses: id });
    },
    picture: (picture) => {
      const id = newId();
      dispatch(queued({ kind: 'photo', buildId, personId, at: new Date().toISOString(), body: { id, ...picture } }));
      return id;
    },
  };
}
