import {
  explainVerdict,
  keepCardVersions,
  moveSession,
  planCompatibility,
  plugChoicesOf,
  withNewestCard,
  worstLevel,
  type CardLibrary,
  type Explanation,
  type OutdatedCard,
  type PlanDocument,
} from '@pentimento/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { useBuildQuery, useCardsQuery, useSaveVersionMutation, type Build, type Card } from '../../api/api';
import { problemOf, type Problem } from '../../api/problem';
import { isTyping } from '../../app/places';
import { useAppDispatch } from '../../app/store';
import { Failed, Loading } from '../../shared/states';
import { useWidth } from '../../shared/use-width';
import { ExplainDialog } from '../../shared/explain-dialog';
import { LevelMark } from '../../shared/level-mark';
import { CardNotice } from './card-notice';
import { ChartControls } from './chart-controls';
import { GrowthChart, type ChartView } from './chart/growth-chart';
import { Conditions } from './conditions';
import { FinishDialog } from './finish-dialog';
import { HistoryDialog } from './history-dialog';
import { dropped, edited, hasEdits, previewed, rebased, redone, undone, type PlanState } from './plan-slice';
import { PlugPanel } from './plug-panel';
import { PotsPanel } from './pots-panel';
import { ReleasePanel } from './release/release-panel';
import { SaveBar } from './save-bar';
import { SaveDialog } from './save-dialog';
import { useSimulation } from './simulation/use-simulation';
import { SpreadPanel } from './spread/spread-panel';
import { useCloud } from './spread/use-cloud';
import { StackTable } from './stack-table';
import { Tabs, TAB_NAMES, type Tab } from './tabs';
import { useOpenPlan } from './use-open-plan';
import { usePlanCards } from './use-plan-cards';
import { VerdictList } from './verdict-list';

/** Board → a build → Sequence: the growth chart, its verdicts, and the stack behind it. */
export function SequencePage() {
  const { buildId = '' } = useParams();
  const build = useBuildQuery(buildId, { refetchOnMountOrArgChange: true });
  const cards = useCardsQuery();
  const plan = useOpenPlan(build.isFetching && !build.data ? undefined : build.currentData);
  const planCards = usePlanCards(plan?.present ?? null, cards.data);
  const error = build.error ?? cards.error ?? planCards.error;
  if (error && !(build.data && planCards.cards))
    return (
      <Failed
        error={error}
        retry={() => {
          void build.refetch();
          void cards.refetch();
        }}
      />
    );
  if (!build.data || !planCards.cards || !planCards.library || !plan?.present) return <Loading what="the plan" />;
  return (
    <Sequence
      build={build.data}
      cards={planCards.cards}
      library={planCards.library}
      outdated={planCards.outdated}
      plan={plan}
      present={plan.present}
    />
  );
}

interface SequenceProps {
  readonly build: Build;
  readonly cards: readonly Card[];
  readonly library: CardLibrary;
  readonly outdated: readonly OutdatedCard[];
  readonly plan: PlanState;
  readonly present: PlanDocument;
}

function Sequence({ build, cards, library, outdated, plan, present }: SequenceProps) {
  const dispatch = useAppDispatch();
  const shown = plan.preview ?? present;
  const simulation = useSimulation(shown, cards);
  const [view, setView] = useState<ChartView>({ heightMode: 'even', folded: true, cureLevel: 0.6 });
  const [cursorS, setCursorS] = useState<number | null>(null);
  const [clockPlan, setClockPlan] = useState<PlanDocument | null>(null);
  const [sheet, setSheet] = useState<'save' | 'finish' | 'history' | null>(null);
  const [tab, setTab] = useState<Tab>('stack');
  const [explained, setExplained] = useState<Explanation | null>(null);
  const cloud = useCloud();
  const blocking = useMemo(() => planCompatibility(present, library).filter(({ rule }) => rule.level === 'stop'), [present, library]);
  const plugs = useMemo(() => plugChoicesOf(cards), [cards]);
  const readOnly = build.status === 'finished';
  const { ref, width } = useWidth();
  const edit = useCallback(
    (next: PlanDocument) => {
      if (!readOnly) dispatch(edited(next));
    },
    [dispatch, readOnly],
  );
  const save = useSave(build, plan, present, cards, () => {
    setSheet(null);
  });
  useSequenceKeys(
    useCallback(() => {
      setSheet('save');
    }, []),
    hasEdits(plan) && !readOnly,
  );
  const { picture } = simulation;
  const drawn = simulation.plan ?? shown;
  const verdicts = picture?.verdicts ?? [];
  const at = cursorS ?? worstMoment(picture?.verdicts) ?? shown.demoldMin * 60;

  return (
    <div className="flex min-h-full flex-col">
      <SaveBar
        build={build}
        verdicts={verdicts}
        blocked={blocking.length > 0}
        saving={save.saving}
        onSave={() => {
          setSheet('save');
        }}
        onFinish={() => {
          setSheet('finish');
        }}
        onHistory={() => {
          setSheet('history');
        }}
      />
      <div className="grid flex-1 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="min-w-0">
          <CardNotice
            outdated={outdated}
            readOnly={readOnly}
            onUse={(card) => {
              edit(withNewestCard(present, card));
            }}
          />
          <ChartControls view={view} cursorS={at} onView={setView} />
          <div ref={ref} className="min-w-0 overflow-x-auto px-2">
            {simulation.problem && (
              <p role="alert" className="text-error border-error m-2 border-l-4 p-2">
                {simulation.problem}
              </p>
            )}
            {picture && picture.status !== 'converged' && (
              <p role="alert" className="text-error border-error m-2 border-l-4 p-2">
                The simulation stopped: {picture.message}.
              </p>
            )}
            {shown.sessions.length === 0 && (
              <p className="hairline m-6 border border-dashed p-6">No sessions yet. Add the first one below: it appears here as it will be laid.</p>
            )}
            {!picture && shown.sessions.length > 0 && <Loading what="the first picture" />}
            {picture && drawn.sessions.length > 0 && width > 0 && (
              <GrowthChart
                plan={drawn}
                picture={picture}
                ghost={plan.saved !== null && drawn !== plan.saved ? plan.saved : null}
                cards={library}
                view={view}
                width={Math.max(640, width - 16)}
                height={352}
                cursorS={at}
                clockPlan={clockPlan ?? drawn}
                onCursor={setCursorS}
                onDragStart={() => {
                  setClockPlan(drawn);
                }}
                onPreview={(index, startMin) => {
                  if (!readOnly) dispatch(previewed(moveSession(present, index, startMin)));
                }}
                onMove={(index, startMin) => {
                  setClockPlan(null);
                  edit(moveSession(present, index, startMin));
                }}
                onNudge={(index, byMin) => {
                  edit(moveSession(present, index, present.sessions[index].startMin + byMin));
                }}
                onCancel={() => {
                  setClockPlan(null);
                  dispatch(previewed(null));
                }}
              />
            )}
          </div>
          <section aria-label="Plug and shop" className="hairline border-t px-4 py-2">
            <Conditions plan={present} plugChoices={plugs} readOnly={readOnly} onEdit={edit} />
          </section>
          <Tabs tab={tab} onTab={setTab} />
          <section aria-label={TAB_NAMES[tab]} className="px-0 pb-6">
            {/* Rests while the hand drags, so that the picture gets the time; it follows on release. */}
            {tab === 'stack' && (
              <div className="px-2">
                <StackTable plan={present} cards={library} readOnly={readOnly} onEdit={edit} onExplain={setExplained} />
              </div>
            )}
            {tab === 'plug' && <PlugPanel plan={present} cards={library} readOnly={readOnly} onEdit={edit} />}
            {tab === 'spread' && <SpreadPanel plan={present} cards={cards} verdicts={verdicts} cloud={cloud} />}
            {tab === 'release' && (
              <ReleasePanel plan={present} cards={cards} distortion={picture?.distortion ?? null} readOnly={readOnly} onEdit={edit} />
            )}
            {tab === 'pots' && <PotsPanel plan={present} cards={library} />}
          </section>
        </div>
        <aside aria-label="Verdicts" className="rule border-t lg:border-t-0 lg:border-l">
          <p className="muted hairline border-b px-3 py-1.5 text-xs leading-snug">
            Predicted from assumed cards. Near critical thickness 5 % more heat is 9 K: read margins as bands. Data sheets and your own tests decide.
          </p>
          {blocking.length > 0 && (
            <button
              type="button"
              className="hover:bg-base-200 hairline block w-full border-b px-3 py-1.5 text-left"
              onClick={() => {
                setTab('plug');
              }}
            >
              <LevelMark level="stop" size={14} />{' '}
              <span className="font-semibold">
                {blocking[0].acting.name} on {blocking[0].on.name}
              </span>
              <span className="block text-sm">{blocking[0].rule.mechanism} See Plug.</span>
            </button>
          )}
          <VerdictList
            verdicts={verdicts}
            clouds={cloud.plan === present ? (cloud.summary?.verdicts ?? null) : null}
            onJump={setCursorS}
            onExplain={(verdict) => {
              setExplained(explainVerdict(verdict, { plan: drawn, cards: library, windows: picture?.windows ?? [] }));
            }}
          />
        </aside>
      </div>
      {explained && (
        <ExplainDialog
          explanation={explained}
          onClose={() => {
            setExplained(null);
          }}
        />
      )}
      {sheet === 'save' && (
        <SaveDialog
          build={build}
          problem={save.problem}
          saving={save.saving}
          onSave={save.run}
          onTakeTheirs={() => {
            save.takeTheirs();
            setSheet(null);
          }}
          onClose={() => {
            save.forget();
            setSheet(null);
          }}
        />
      )}
      {sheet === 'finish' && (
        <FinishDialog
          build={build}
          worst={worstLevel(verdicts)}
          onClose={() => {
            setSheet(null);
          }}
        />
      )}
      {sheet === 'history' && (
        <HistoryDialog
          buildId={build.id}
          onClose={() => {
            setSheet(null);
          }}
        />
      )}
    </div>
  );
}

/** The moment of the worst verdict that is not kept: where the cursor starts. */
function worstMoment(verdicts: readonly { level: string; timeS: number }[] | undefined): number | null {
  return verdicts?.find((v) => v.level !== 'ok')?.timeS ?? verdicts?.find((v) => v.timeS > 0)?.timeS ?? null;
}

interface Save {
  readonly saving: boolean;
  readonly problem: Problem | null;
  run: (note: string, onTop: boolean) => void;
  takeTheirs: () => void;
  forget: () => void;
}

/** Saves a version; when somebody saved first, offers theirs or mine on top, and loses neither. */
function useSave(build: Build, plan: PlanState, present: PlanDocument, cards: readonly Card[], done: () => void): Save {
  const [saveVersion, { isLoading }] = useSaveVersionMutation();
  const { refetch } = useBuildQuery(build.id);
  const [problem, setProblem] = useState<Problem | null>(null);
  const dispatch = useAppDispatch();
  const newest = useRef<Build | null>(null);

  const run = async (note: string, onTop: boolean): Promise<void> => {
    const baseVersion = onTop && newest.current ? newest.current.current.number : plan.baseVersion;
    const kept = keepCardVersions(present, cards);
    const result = await saveVersion({ id: build.id, body: { baseVersion, note, plan: kept } });
    if (result.data) {
      dispatch(rebased({ baseVersion: result.data.current.number, saved: kept }));
      setProblem(null);
      done();
      return;
    }
    const found = problemOf(result.error);
    if (found.code === 'stale-version') newest.current = (await refetch()).data ?? null;
    setProblem(found);
  };
  return {
    saving: isLoading,
    problem,
    run: (note, onTop) => void run(note, onTop),
    takeTheirs: () => {
      if (!newest.current) return;
      dispatch(rebased({ baseVersion: newest.current.current.number, saved: newest.current.current.plan }));
      dispatch(dropped());
      setProblem(null);
    },
    forget: () => {
      setProblem(null);
    },
  };
}

function useSequenceKeys(save: () => void, canSave: boolean): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key === 's') {
        event.preventDefault();
        if (canSave) save();
      } else if (key === 'z' && !isTyping(event.target)) {
        event.preventDefault();
        dispatch(event.shiftKey ? redone() : undone());
      }
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, [dispatch, save, canSave]);
}
