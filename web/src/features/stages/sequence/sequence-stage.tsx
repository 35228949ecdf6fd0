import { byLevel } from '@pentimento/core/units';
import { explainVerdict, type Explanation } from '@pentimento/core/explain';
import { plugChoicesOf } from '@pentimento/core/materials';
import { moveSession, sectionOf, withSection, zoneOf, type Objection, type PlanDocument, type SectionPlan } from '@pentimento/core/plan';
import { FIELD, mergeZones, worstLevel, type SectionDistortionAlong, type Verdict } from '@pentimento/core/judging';
import type { SectionDistortion } from '@pentimento/core/distortion';
import { useMemo, useState, type ComponentProps, type ReactNode } from 'react';
import { Link, useLocation } from 'react-router';
import { useAppDispatch } from '../../../app/store';
import { Loading } from '../../../shared/states';
import { useShop } from '../../../shared/use-shop';
import { useUnits } from '../../../shared/use-units';
import { useWidth } from '../../../shared/use-width';
import { ExplainDialog } from '../../../shared/explain-dialog';
import { LevelMark } from '../../../shared/level-mark';
import { previewed, type PlanState } from '../../plan/plan-slice';
import { StackTable } from '../../layers/stack-table';
import { STAGE_NAMES } from '../../stage/build-stages';
import type { SectionChoice } from '../../plan/section-choice';
import { useLevers } from '../../simulation/use-levers';
import type { ZoneInMold } from '../../simulation/simulation.worker';
import type { Mold } from '../../simulation/use-mold';
import type { Simulation } from '../../simulation/use-simulation';
import type { StageProps } from '../../stage/stage-props';
import { ChartControls } from './chart-controls';
import { GrowthChart, type ChartView, type GrowthChartProps } from './chart/growth-chart';
import { useBuilt } from '../../stage/use-built';
import type { ZoneBeside } from './chart/zone-ghost';
import { Conditions } from './conditions';
import { MoldStrip, ZoneRow } from './mold-strip';
import { ALLOWED, PlanItPanel, type Allowed } from './plan-it/plan-it-panel';
import type { Proposal } from './plan-it/planning.worker';
import { useBegun } from './plan-it/use-begun';
import { usePlanner } from './plan-it/use-planner';
import { WhatIfPanel } from './plan-it/what-if-panel';
import { ReleasePanel } from './release/release-panel';
import { SpreadPanel } from './spread/spread-panel';
import { useCloud, type Cloud } from './spread/use-cloud';
import { Tabs, TAB_NAMES, type Tab } from './tabs';
import { VerdictLead } from './verdict-lead';
import { VerdictList } from './verdict-list';

interface SequenceStageProps extends StageProps {
  readonly openPlan: PlanState;
  /** Rules of other stages that stop the build */
  readonly stops: readonly Objection[];
}

/** The growth chart, its verdicts, and the stack behind it. */
export function SequenceStage({
  build,
  cards,
  library,
  plan: present,
  document,
  section,
  choice,
  readOnly,
  onEdit: edit,
  onEditPlan,
  simulation,
  mold,
  openPlan,
  stops,
}: SequenceStageProps) {
  const { preview, saved } = openPlan;
  const shown = useMemo(() => (preview ? sectionOf(preview, section.id) : present), [preview, present, section.id]);
  const ghost = useMemo(() => (saved && simulation.plan !== saved ? ghostOf(saved, choice) : null), [saved, simulation.plan, choice]);
  const built = useBuilt(build, mold);
  const builtHere = useMemo(() => (built ? ghostOf(built, choice) : null), [built, choice]);
  const [view, setView] = useState<ChartView>({ heightMode: 'even', folded: true, cureLevel: 0.6 });
  const [cursorS, setCursorS] = useState<number | null>(null);
  const [tab, setTab] = useState<Tab>(useLocation().hash === '#plan-it' ? 'plan-it' : 'stack');
  const [explained, setExplained] = useState<Explanation | null>(null);
  const [asked, setAsked] = useState<Verdict | null>(null);
  const levers = useLevers(document, section.id, asked, cards);
  const cloud = useCloud();
  const planner = usePlanner();
  const shop = useShop();
  const [allowed, setAllowed] = useState<Allowed>(ALLOWED);
  const [proposed, setProposed] = useState<Proposal | null>(null);
  const begun = useBegun(build, built ?? document);
  const plugs = useMemo(() => plugChoicesOf(cards), [cards]);
  const { ref, width } = useWidth();
  const { picture } = simulation;
  const drawn = simulation.view ?? shown;
  const verdicts = useMemo(() => shownVerdicts(simulation, mold, choice), [simulation, mold, choice]);
  const zones = useMemo(() => mold.whole?.sections.find(({ id }) => id === section.id)?.zones ?? [], [mold.whole, section.id]);
  const beside = useMemo(() => worstBeside(document, zones, choice), [document, zones, choice]);
  const remedies = mold.remedies?.plan === document && mold.remedies.sectionId === section.id ? mold.remedies.byCause : null;
  const at = cursorS ?? worstMoment(verdicts) ?? shown.demoldMin * 60;

  // What has begun stays where it is.
  const onLock = (id: string): void => {
    if (begun?.locked.includes(id)) return;
    const { locked } = allowed.vary;
    setAllowed({ ...allowed, vary: { ...allowed.vary, locked: locked.includes(id) ? locked.filter((one) => one !== id) : [...locked, id] } });
  };
  return (
    <>
      <div className="grid flex-1 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="min-w-0">
          {document.sections.length > 1 && <MoldStrip document={document} choice={choice} whole={mold.whole} />}
          {zones.length > 1 && <ZoneRow zones={zones} choice={choice} shown={picture?.verdicts ?? []} />}
          <ChartControls view={view} cursorS={at} onView={setView} />
          <div ref={ref} className="min-w-0 overflow-x-auto px-2">
            <PictureState simulation={simulation} empty={shown.sessions.length === 0} />
            {picture && drawn.sessions.length > 0 && width > 0 && (
              <LiveChart
                plan={present}
                drawn={drawn}
                picture={picture}
                ghost={ghost}
                built={builtHere}
                beside={beside}
                inPlan={(view) => withSection(document, section.id, view)}
                cards={library}
                view={view}
                width={Math.max(640, width - 16)}
                cursorS={at}
                readOnly={readOnly}
                proposed={proposed ? proposedHere(proposed, section.id) : null}
                locked={tab === 'plan-it' ? [...allowed.vary.locked, ...(begun?.locked ?? [])] : NONE_LOCKED}
                onLock={tab === 'plan-it' && !readOnly ? onLock : null}
                onCursor={setCursorS}
                onEdit={edit}
              />
            )}
          </div>
          {builtHere && (
            <p className="muted px-4 text-sm">
              Dotted: as built.{' '}
              <Link className="link" to={`/bench/${build.id}`}>
                Layer by layer
              </Link>
            </p>
          )}
          <section aria-label="Plug and shop" className="hairline border-t px-4 py-1">
            <Conditions plan={present} library={library} plugChoices={plugs} readOnly={readOnly} onEdit={edit} />
          </section>
          <Behind
            tab={tab}
            onTab={setTab}
            plan={present}
            cards={cards}
            library={library}
            readOnly={readOnly}
            verdicts={verdicts}
            cloud={cloud}
            distortion={picture?.distortion ?? null}
            along={mold.whole?.sections.find(({ id }) => id === section.id)?.distortion ?? null}
            onEdit={edit}
            onExplain={setExplained}
            planIt={
              <PlanItPanel
                document={document}
                plan={present}
                sectionId={section.id}
                cards={cards}
                shop={shop && !shop.unsaid ? shop.calendar : null}
                readOnly={readOnly}
                planner={planner}
                allowed={allowed}
                onAllow={setAllowed}
                begun={begun}
                proposed={proposed}
                onPropose={setProposed}
                onTake={(next) => {
                  setProposed(null);
                  onEditPlan(next);
                }}
              />
            }
            whatIf={<WhatIfPanel document={document} cards={cards} />}
          />
        </div>
        <VerdictAside
          buildId={build.id}
          stops={stops}
          plan={shown}
          verdicts={verdicts}
          clouds={cloud.plan === present ? (cloud.summary?.verdicts ?? null) : null}
          remedies={remedies}
          onRemedy={
            readOnly
              ? undefined
              : (remedy) => {
                  edit(remedy.plan);
                }
          }
          onJump={(verdict) => {
            setCursorS(verdict.timeS);
            if ((verdict.zone?.id ?? FIELD) !== choice.zoneId) choice.choose(section.id, verdict.zone?.id);
          }}
          onExplain={(verdict) => {
            setAsked(verdict);
            setExplained(explainVerdict(verdict, { plan: drawn, cards: library, windows: picture?.windows ?? [] }));
          }}
        />
      </div>
      {explained && (
        <ExplainDialog
          explanation={explained}
          lead={asked && <VerdictLead verdict={asked} plan={shown} levers={levers} />}
          onClose={() => {
            setExplained(null);
            setAsked(null);
          }}
        />
      )}
    </>
  );
}

interface LiveChartProps extends Pick<
  GrowthChartProps,
  'picture' | 'ghost' | 'built' | 'beside' | 'proposed' | 'locked' | 'onLock' | 'cards' | 'view' | 'width' | 'cursorS' | 'onCursor'
> {
  readonly plan: SectionPlan;
  /** The plan that the picture shows */
  readonly drawn: SectionPlan;
  readonly readOnly: boolean;
  readonly onEdit: (plan: SectionPlan) => void;
  /** The plan with its section as the hand has it */
  readonly inPlan: (view: SectionPlan) => PlanDocument;
}

/** The growth chart under the hand: sessions are dragged, nudged and let go; the clock stands still meanwhile. */
function LiveChart({ plan, drawn, readOnly, onEdit, inPlan, ...chart }: LiveChartProps) {
  const dispatch = useAppDispatch();
  // A zone may leave sessions out.
  const inSection = (index: number): number => plan.sessions.findIndex(({ id }) => id === drawn.sessions[index].id);
  const [clockPlan, setClockPlan] = useState<SectionPlan | null>(null);
  return (
    <GrowthChart
      {...chart}
      plan={drawn}
      height={352}
      clockPlan={clockPlan ?? drawn}
      onDragStart={() => {
        setClockPlan(drawn);
      }}
      onPreview={(index, startMin) => {
        if (!readOnly) dispatch(previewed(inPlan(moveSession(plan, inSection(index), startMin))));
      }}
      onMove={(index, startMin) => {
        setClockPlan(null);
        onEdit(moveSession(plan, inSection(index), startMin));
      }}
      onNudge={(index, byMin) => {
        const at = inSection(index);
        onEdit(moveSession(plan, at, plan.sessions[at].startMin + byMin));
      }}
      onCancel={() => {
        setClockPlan(null);
        dispatch(previewed(null));
      }}
    />
  );
}

interface BehindProps extends Pick<StageProps, 'plan' | 'cards' | 'library' | 'readOnly' | 'onEdit'> {
  readonly tab: Tab;
  readonly onTab: (tab: Tab) => void;
  readonly verdicts: readonly Verdict[];
  readonly cloud: Cloud;
  readonly distortion: SectionDistortion | null;
  readonly along: SectionDistortionAlong | null;
  readonly onExplain: (explanation: Explanation) => void;
  readonly planIt: ReactNode;
  readonly whatIf: ReactNode;
}

/** What stands behind the chart: the stack, the planner, what may come, how sure, after release. */
function Behind({ tab, onTab, plan, cards, library, readOnly, verdicts, cloud, distortion, along, onEdit, onExplain, planIt, whatIf }: BehindProps) {
  return (
    <>
      <Tabs tab={tab} onTab={onTab} />
      <section aria-label={TAB_NAMES[tab]} className="px-0 pb-6">
        {/* Rests while the hand drags, so that the picture gets the time; it follows on release. */}
        {tab === 'stack' && (
          <div className="px-2">
            <StackTable plan={plan} cards={library} readOnly={readOnly} onEdit={onEdit} onExplain={onExplain} />
          </div>
        )}
        {tab === 'plan-it' && planIt}
        {tab === 'what-if' && whatIf}
        {tab === 'spread' && <SpreadPanel plan={plan} cards={cards} verdicts={verdicts} cloud={cloud} />}
        {tab === 'release' && (
          <ReleasePanel
            plan={plan}
            cards={cards}
            distortion={distortion}
            along={along}
            band={cloud.plan === plan ? (cloud.summary?.bowPerMeterM ?? null) : null}
            readOnly={readOnly}
            onEdit={onEdit}
          />
        )}
      </section>
    </>
  );
}

interface VerdictAsideProps extends Pick<
  ComponentProps<typeof VerdictList>,
  'plan' | 'verdicts' | 'clouds' | 'remedies' | 'onJump' | 'onExplain' | 'onRemedy'
> {
  readonly buildId: string;
  readonly stops: readonly Objection[];
}

/** What speaks against the plan: rules of other stages that stop it, then every limit. */
function VerdictAside({ buildId, stops, ...list }: VerdictAsideProps) {
  const units = useUnits();
  return (
    <aside aria-label="Verdicts" className="rule border-t lg:border-t-0 lg:border-l">
      <p className="muted hairline border-b px-3 py-1.5 text-xs leading-snug">
        Predicted from assumed cards. Near critical thickness 5 % more heat is 9 K: read margins as bands. Data sheets and your own tests decide.
      </p>
      {stops.map((stop) => (
        <Link
          key={stop.id}
          to={`/builds/${buildId}/${stop.stage}`}
          className="hover:bg-base-200 hairline block border-b px-3 py-1.5 text-left text-sm"
        >
          <LevelMark level="stop" size={14} /> <span className="font-semibold">{units.fill(stop.title)}</span>
          <span className="block">
            {units.fill(stop.why)} See {STAGE_NAMES[stop.stage]}.
          </span>
        </Link>
      ))}
      <VerdictList {...list} />
    </aside>
  );
}

/** Limits of the section that is looked at: its shown zone as it is now, its others as they were when the hand last rested. */
function shownVerdicts({ picture }: Simulation, { whole }: Mold, { sectionId, zoneId }: SectionChoice): readonly Verdict[] {
  if (!picture) return [];
  const zones = whole?.sections.find(({ id }) => id === sectionId)?.zones ?? [];
  if (zones.length < 2) return picture.verdicts;
  return mergeZones(zones.map((zone) => (zone.id === zoneId ? { ...zone, verdicts: picture.verdicts } : zone)));
}

/** The saved version of what is shown; null where it had no such section or zone. */
function ghostOf(saved: PlanDocument, { sectionId, zoneId }: SectionChoice): SectionPlan | null {
  const section = saved.sections.find(({ id }) => id === sectionId);
  if (!section) return null;
  if (zoneId === FIELD) return sectionOf(saved, sectionId);
  return section.zones.some(({ id }) => id === zoneId) ? zoneOf(saved, sectionId, zoneId) : null;
}

/** Of the section's zones that are not shown, the one that is worst off; null: there is no other. */
function worstBeside(document: PlanDocument, zones: readonly ZoneInMold[], { sectionId, zoneId }: SectionChoice): ZoneBeside | null {
  const section = document.sections.find(({ id }) => id === sectionId);
  const others = zones
    .filter(({ id }) => id !== zoneId && (id === FIELD || section?.zones.some((zone) => zone.id === id)))
    .map((zone) => ({ zone, level: worstLevel(zone.verdicts) }));
  if (others.length === 0) return null;
  const [worst] = others.sort((one, other) => byLevel(one.level, other.level));
  const { id, name } = worst.zone;
  return { name, level: worst.level, plan: id === FIELD ? sectionOf(document, sectionId) : zoneOf(document, sectionId, id) };
}

const NONE_LOCKED: readonly string[] = [];

/** A proposal as the section that is looked at would have it. */
function proposedHere({ plan }: Proposal, sectionId: string): SectionPlan | null {
  return plan.sections.some(({ id }) => id === sectionId) ? sectionOf(plan, sectionId) : null;
}

/** Why there is no picture, or not yet. */
function PictureState({ simulation: { picture, problem }, empty }: { simulation: Simulation; empty: boolean }) {
  return (
    <>
      {problem && (
        <p role="alert" className="text-error border-error m-2 border-l-4 p-2">
          {problem}
        </p>
      )}
      {picture && picture.status !== 'converged' && (
        <p role="alert" className="text-error border-error m-2 border-l-4 p-2">
          The simulation stopped: {picture.message}.
        </p>
      )}
      {empty && (
        <p className="hairline m-6 border border-dashed p-6">No sessions yet. Add the first one below: it appears here as it will be laid.</p>
      )}
      {!picture && !empty && <Loading what="the first picture" />}
    </>
  );
}

/** The moment of the worst verdict that is not kept: where the cursor starts. */
function worstMoment(verdicts: readonly { level: string; timeS: number }[] | undefined): number | null {
  return verdicts?.find((v) => v.level !== 'ok')?.timeS ?? verdicts?.find((v) => v.timeS > 0)?.timeS ?? null;
}
