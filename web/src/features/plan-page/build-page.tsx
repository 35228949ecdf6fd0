import { mergeZones, worstAmong, worstLevel, type Verdict } from '@pentimento/core/judging';
import {
  sectionNamed,
  sectionOf,
  withNewestCard,
  withSection,
  type CardLibrary,
  type Objection,
  type OutdatedCard,
  type PlanDocument,
  type PlanStage,
  type SectionPlan,
} from '@pentimento/core/plan';
import { lazy, Suspense, useCallback, useMemo, useState } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { useLocation, useParams } from 'react-router';
import { useBuildQuery, useCardsQuery, useWhoQuery, type Build, type Card } from '../../api/api';
import { NotFound } from '../../app/not-found';
import { useAppDispatch } from '../../app/store';
import { EditProvider, useEditPhase, type EditPhase } from '../../shared/plan-edit';
import { Failed, Loading } from '../../shared/states';
import { SequenceStage } from '../stages/sequence/sequence-stage';
import { useSimulation, type Simulation } from '../simulation/use-simulation';
import { CardNotice } from './card-notice';
import { FinishDialog } from './finish-dialog';
import { HistoryDialog } from './history-dialog';
import { edited, hasEdits, previewed, type PlanState } from '../plan/plan-slice';
import { SaveBar, type PageSheet } from './save-bar';
import { SaveDialog } from './save-dialog';
import { StageBar } from './stage-bar';
import { stageOf } from '../stage/build-stages';
import type { StageProps } from '../stage/stage-props';
import { useSectionChoice, type SectionChoice } from '../plan/section-choice';
import { SectionTabs } from './section-tabs';
import { useSigned } from '../stage/use-signed';
import { useObjections, useSiblings } from './use-around';
import { useMold, type Mold } from '../simulation/use-mold';
import { useBuildKeys } from './use-build-keys';
import { useOpenPlan } from './use-open-plan';
import { usePlanCards } from '../stage/use-plan-cards';
import { useSave } from './use-save';

const PlugStage = lazy(async () => ({ default: (await import('../stages/plug/plug-stage')).PlugStage }));
const SplitStage = lazy(async () => ({ default: (await import('../stages/split/split-stage')).SplitStage }));
const ReleaseStage = lazy(async () => ({ default: (await import('../stages/release/release-stage')).ReleaseStage }));
const StackStage = lazy(async () => ({ default: (await import('../stages/stack/stack-stage')).StackStage }));
const MixStage = lazy(async () => ({ default: (await import('../stages/mix/mix-stage')).MixStage }));
const KitStage = lazy(async () => ({ default: (await import('../stages/kit/kit-stage')).KitStage }));
const TravelerStage = lazy(async () => ({ default: (await import('../stages/traveler/traveler-stage')).TravelerStage }));

/** Board → a build: its stages in the trade's order, one plan under all of them. */
export function BuildPage() {
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
    <OpenBuild
      build={build.data}
      cards={planCards.cards}
      library={planCards.library}
      outdated={planCards.outdated}
      plan={plan}
      present={plan.present}
    />
  );
}

interface OpenBuildProps {
  readonly build: Build;
  readonly cards: readonly Card[];
  readonly library: CardLibrary;
  readonly outdated: readonly OutdatedCard[];
  readonly plan: PlanState;
  readonly present: PlanDocument;
}

/** How a build's page takes edits: those still under the hand as a preview, the others as a step of the history. */
function useEdits(readOnly: boolean): { phase: EditPhase; onEdit: (next: PlanDocument) => void } {
  const dispatch = useAppDispatch();
  const phase = useEditPhase(
    useCallback(() => {
      dispatch(previewed(null));
    }, [dispatch]),
  );
  const onEdit = useCallback(
    (next: PlanDocument) => {
      if (!readOnly) dispatch(phase.previewing() ? previewed(next) : edited(next));
    },
    [dispatch, readOnly, phase],
  );
  return { phase, onEdit };
}

type Sheet = PageSheet | null;

/** Every limit of the mold: the zone under the hand as it is now, the others as they were when the hand last rested. */
function verdictsOf({ picture }: Simulation, { whole }: Mold, { sectionId, zoneId }: SectionChoice): readonly Verdict[] {
  if (!picture) return [];
  if (!whole) return picture.verdicts;
  const there = whole.sections.map(({ id, zones }) =>
    mergeZones(zones.map((zone) => (id === sectionId && zone.id === zoneId ? { ...zone, verdicts: picture.verdicts } : zone))),
  );
  return there.flat();
}

function OpenBuild({ build, cards, library, outdated, plan, present }: OpenBuildProps) {
  const stage = stageOf(useParams().stage);
  const person = useWhoQuery().data?.person?.name ?? '';
  const choice = useSectionChoice(present);
  const simulation = useSimulation(plan.preview ?? present, choice, cards);
  const siblings = useSiblings(build);
  const mold = useMold(present, cards, stage === 'sequence' ? choice.sectionId : null);
  const signed = useSigned(build.id, present);
  const objections = useObjections(signed, library, siblings, mold.whole);
  const { hash } = useLocation();
  const [sheet, setSheet] = useState<Sheet>(hash === '#finish' && build.status !== 'finished' ? 'finish' : null);
  const readOnly = build.status === 'finished';
  const { phase, onEdit: onEditPlan } = useEdits(readOnly);
  const view = useMemo(() => sectionOf(present, choice.sectionId), [present, choice.sectionId]);
  const onEdit = useCallback(
    (next: SectionPlan) => {
      onEditPlan(withSection(present, choice.sectionId, next));
    },
    [onEditPlan, present, choice.sectionId],
  );
  const closeSheet = useCallback(() => {
    setSheet(null);
  }, []);
  const save = useSave(build, plan, present, cards, closeSheet);
  useBuildKeys(
    useCallback(() => {
      setSheet('save');
    }, []),
    hasEdits(plan) && !readOnly,
  );
  if (stage === null) return <NotFound />;
  const verdicts = verdictsOf(simulation, mold, choice);
  const limits = worstLevel(verdicts);
  const worst = worstAmong(verdicts, objections);
  const props: StageProps = {
    build,
    plan: view,
    document: present,
    signed: sectionOf(signed, choice.sectionId),
    section: sectionNamed(present, choice.sectionId),
    choice,
    cards,
    library,
    readOnly,
    onEdit,
    onEditPlan,
    objections: objections.filter((objection) => objection.stage === stage && (objection.section?.id ?? choice.sectionId) === choice.sectionId),
    siblings,
    simulation,
    mold,
    person,
  };
  return (
    <div className="flex min-h-full flex-col">
      <SaveBar build={build} worst={verdicts.length > 0 || objections.length > 0 ? worst : null} saving={save.saving} onSheet={setSheet} />
      <StageBar buildId={build.id} stage={stage} objections={objections} sequence={limits} />
      <CardNotice
        outdated={outdated}
        readOnly={readOnly}
        onUse={(card) => {
          onEditPlan(withNewestCard(present, card));
        }}
      />
      {present.sections.length > 1 && stage !== 'split' && stage !== 'traveler' && (
        <SectionTabs document={present} choice={choice} whole={mold.whole} objections={objections} />
      )}
      <EditProvider value={phase}>
        <Stage stage={stage} props={props} openPlan={plan} all={objections} />
      </EditProvider>
      {sheet === 'save' && (
        <SaveDialog
          build={build}
          problem={save.problem}
          saving={save.saving}
          onSave={save.run}
          onTakeTheirs={() => {
            save.takeTheirs();
            closeSheet();
          }}
          onClose={() => {
            save.forget();
            closeSheet();
          }}
        />
      )}
      {sheet === 'finish' && <FinishDialog build={build} worst={worst.level} library={library} onClose={closeSheet} />}
      {sheet === 'history' && <HistoryDialog buildId={build.id} onClose={closeSheet} />}
    </div>
  );
}

interface StageSwitchProps {
  readonly stage: PlanStage;
  readonly props: StageProps;
  readonly openPlan: PlanState;
  /** Objections of every stage */
  readonly all: readonly Objection[];
}

/** A stage that failed by itself: the others, the plan and its undo stay. */
function StageFault({ resetErrorBoundary }: FallbackProps) {
  return (
    <div role="alert" className="rule m-6 max-w-xl border-l-4 p-4">
      <p className="font-semibold">This stage failed.</p>
      <p className="mt-1">Your edits are kept. Undo the last one, go to another stage, or try again.</p>
      <button type="button" className="btn btn-sm mt-3" onClick={resetErrorBoundary}>
        Try again
      </button>
    </div>
  );
}

/** The stage that the address names, each a chunk of its own. */
function Stage({ stage, props, openPlan, all }: StageSwitchProps) {
  return (
    <ErrorBoundary FallbackComponent={StageFault} resetKeys={[stage, props.document]}>
      <Suspense fallback={<Loading what="this stage" />}>
        {stage === 'sequence' && <SequenceStage {...props} openPlan={openPlan} stops={all.filter(({ level }) => level === 'stop')} />}
        {stage === 'plug' && <PlugStage {...props} />}
        {stage === 'split' && <SplitStage {...props} />}
        {stage === 'release' && <ReleaseStage {...props} />}
        {stage === 'stack' && <StackStage {...props} />}
        {stage === 'mix' && <MixStage {...props} />}
        {stage === 'kit' && <KitStage {...props} />}
        {stage === 'traveler' && <TravelerStage {...props} all={all} unsaved={hasEdits(openPlan)} />}
      </Suspense>
    </ErrorBoundary>
  );
}
