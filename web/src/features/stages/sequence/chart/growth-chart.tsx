import type { CardLibrary, SectionPlan } from '@pentimento/core/plan';
import { evenClock, foldedClock, type ClockScale } from '@pentimento/core/shop-time';
import { useId, useMemo, type KeyboardEvent, type PointerEvent } from 'react';
import { HatchDefs } from '../../../../shared/hatch';
import type { Picture } from '../../../simulation/picture';
import { cureMoments, frontPath } from './fronts';
import { Ground } from './ground';
import { HeatCanvas } from './heat-canvas';
import { heightScale, type HeightMode } from './height-scale';
import { Profile } from './profile';
import { ReleaseLane } from './release-lane';
import { SECTION_WIDTH, SectionColumn } from './section-column';
import { SessionEdges } from './session-edges';
import { laidSpans, outlinePath, type LaidSpan } from './stack-outline';
import { ZoneGhost, type ZoneBeside } from './zone-ghost';
import { WindowLanes } from './window-lanes';

export interface ChartView {
  readonly heightMode: HeightMode;
  readonly folded: boolean;
  /** Degree of cure whose front is drawn */
  readonly cureLevel: number;
}

export interface GrowthChartProps {
  /** The plan that the picture shows */
  readonly plan: SectionPlan;
  readonly picture: Picture;
  /** Last saved version, drawn faintly beneath */
  readonly ghost: SectionPlan | null;
  /** As it was really built until now; null: as planned, or not begun */
  readonly built: SectionPlan | null;
  /** Starts that the planner proposes; null: none */
  readonly proposed: SectionPlan | null;
  /** Sessions that the planner leaves where they are */
  readonly locked: readonly string[];
  readonly onLock: ((sessionId: string) => void) | null;
  /** The worst of the section's other zones; null: there is none */
  readonly beside: ZoneBeside | null;
  readonly cards: CardLibrary;
  readonly view: ChartView;
  readonly width: number;
  readonly height: number;
  readonly cursorS: number;
  /** Keeps the folds where they were while the hand drags */
  readonly clockPlan: SectionPlan;
  readonly onCursor: (timeS: number) => void;
  readonly onDragStart: () => void;
  readonly onPreview: (index: number, startMin: number) => void;
  readonly onMove: (index: number, startMin: number) => void;
  readonly onNudge: (index: number, byMin: number) => void;
  readonly onCancel: () => void;
}

const LEFT = 104;
const PLUG = 26;
const AXIS = 38;
const TOP = 12;

/** The growth chart: a stack laid step by step, its heat, its windows. */
export function GrowthChart(props: GrowthChartProps) {
  const { plan, picture, ghost, built, proposed, beside, cards, view, width, height, cursorS, clockPlan } = props;
  const hatch = useId();
  const plotWidth = Math.max(200, width - LEFT - SECTION_WIDTH);
  const plotHeight = height - AXIS;
  const baseY = plotHeight - PLUG - TOP;
  const clock = useMemo(
    () => (view.folded ? foldedClock(clockPlan, picture.endS, plotWidth) : evenClock(picture.endS, plotWidth)),
    [view.folded, clockPlan, picture.endS, plotWidth],
  );
  const heights = useMemo(() => heightScale(picture.layers, view.heightMode, baseY), [picture.layers, view.heightMode, baseY]);
  const gel = useMemo(() => frontPath(picture, picture.gelS, clock, heights), [picture, clock, heights]);
  const cure = useMemo(() => frontPath(picture, cureMoments(picture, view.cureLevel), clock, heights), [picture, view.cureLevel, clock, heights]);
  const spans = useMemo(() => laidSpans(plan, cards), [plan, cards]);
  const cursorX = clock.toX(Math.min(cursorS, clock.endS));

  return (
    <div className="relative select-none" style={{ width }}>
      <div className="flex">
        <div style={{ paddingTop: TOP }}>
          <Profile picture={picture} heights={heights} timeS={cursorS} height={plotHeight - TOP} />
        </div>
        <div className="relative" style={{ width: plotWidth + SECTION_WIDTH, height }}>
          <svg width={plotWidth + SECTION_WIDTH} height={height} className="absolute inset-0" aria-hidden>
            <Ground plan={plan} clock={clock} height={plotHeight} axisY={plotHeight} />
          </svg>
          <HeatCanvas picture={picture} clock={clock} heights={heights} height={baseY} left={0} top={TOP} />
          <svg width={plotWidth + SECTION_WIDTH} height={height} className="absolute inset-0" role="group" aria-label="Growth chart">
            <HatchDefs prefix={hatch} />
            <CursorPad clock={clock} height={plotHeight} cursorS={cursorS} onCursor={props.onCursor} />
            <g transform={`translate(0,${String(TOP)})`}>
              <rect x={0} y={baseY} width={plotWidth} height={PLUG} fill={`url(#${hatch}-plug)`} pointerEvents="none" />
              <line x1={0} x2={plotWidth + 30} y1={baseY} y2={baseY} stroke="currentColor" strokeWidth="2" />
              <g pointerEvents="none">
                <LayerLines boxes={heights.boxes} spans={spans} clock={clock} />
                <path d={outlinePath(heights.boxes, spans, clock)} fill="none" stroke="currentColor" strokeWidth="1.6" />
                <path d={gel} fill="none" stroke="currentColor" strokeWidth="1.6" strokeDasharray="1.5 2.5" />
                <path d={cure} fill="none" stroke="currentColor" strokeWidth="1" strokeDasharray="7 3" />
                {ghost && <Ghost plan={ghost} cards={cards} picture={picture} heights={heights.boxes} clock={clock} />}
                {built && <Ghost built plan={built} cards={cards} picture={picture} heights={heights.boxes} clock={clock} />}
                {proposed && <Proposed plan={proposed} clock={clock} baseY={baseY} />}
                {beside && <ZoneGhost beside={beside} plan={plan} cards={cards} heights={heights.boxes} clock={clock} baseY={baseY} />}
                <DemoldMark x={clock.toX(plan.demoldMin * 60)} height={baseY} />
                <line x1={cursorX} x2={cursorX} y1={-TOP} y2={baseY + PLUG} className="stroke-primary" strokeWidth="1.5" />
              </g>
              <SessionEdges
                plan={plan}
                clock={clock}
                boxes={heights.boxes}
                spans={spans}
                baseY={baseY}
                locked={props.locked}
                onLock={props.onLock}
                onDragStart={props.onDragStart}
                onPreview={props.onPreview}
                onMove={props.onMove}
                onNudge={props.onNudge}
                onCancel={props.onCancel}
              />
              <SectionColumn plan={plan} cards={cards} heights={heights} x={plotWidth} hatch={hatch} height={baseY + PLUG} />
            </g>
          </svg>
        </div>
      </div>
      <ReleaseLane plan={plan} library={cards} clock={clock} left={LEFT} />
      <WindowLanes plan={plan} cards={cards} windows={picture.windows} lastTrim={picture.trim} clock={clock} left={LEFT} />
    </div>
  );
}

function LayerLines({ boxes, spans, clock }: { boxes: readonly { topY: number }[]; spans: readonly LaidSpan[]; clock: ClockScale }) {
  return boxes.map(({ topY }, i) => (
    <line key={topY} x1={clock.toX(spans[i].toS)} x2={clock.width} y1={topY} y2={topY} stroke="currentColor" strokeOpacity="0.55" strokeWidth="0.8" />
  ));
}

function DemoldMark({ x, height }: { x: number; height: number }) {
  return <line x1={x - 1} x2={x - 1} y1={-TOP} y2={height} stroke="currentColor" strokeWidth="1" strokeDasharray="8 3 2 3" />;
}

/** The saved version showing through, or what was really built: its steps, without its heat. */
function Ghost({
  built = false,
  plan,
  cards,
  picture,
  heights,
  clock,
}: {
  built?: boolean;
  plan: SectionPlan;
  cards: CardLibrary;
  picture: Picture;
  heights: readonly { layer: { sessionIndex: number }; topY: number; bottomY: number }[];
  clock: ClockScale;
}) {
  if (picture.layers.length === 0) return null;
  const boxes = heights.filter(({ layer }) => layer.sessionIndex < plan.sessions.length);
  const known = laidSpans(plan, cards);
  const spans = boxes.map(
    ({ layer }, i) => known.at(i) ?? { fromS: plan.sessions[layer.sessionIndex].startMin * 60, toS: plan.sessions[layer.sessionIndex].startMin * 60 },
  );
  return (
    <path
      d={outlinePath(boxes, spans, clock)}
      fill="none"
      stroke="currentColor"
      strokeOpacity={built ? 0.85 : 0.5}
      strokeWidth={built ? 1.8 : 1.2}
      strokeDasharray={built ? '1.5 3' : '4 4'}
      data-testid={built ? 'built-ghost' : 'ghost'}
    />
  );
}

/** Starts and demolding that the planner proposes: pins over the whole height, numbered as they follow. */
function Proposed({ plan, clock, baseY }: { plan: SectionPlan; clock: ClockScale; baseY: number }) {
  return (
    <g className="stroke-primary" data-testid="proposed" fill="none">
      {plan.sessions.map(({ id, startMin }, i) => (
        <g key={id}>
          <line x1={clock.toX(startMin * 60)} x2={clock.toX(startMin * 60)} y1={0} y2={baseY} strokeWidth="1.6" strokeDasharray="5 3" />
          <text x={clock.toX(startMin * 60) + 2} y={10} className="fill-primary text-xs" stroke="none">
            {i + 1}
          </text>
        </g>
      ))}
      <line x1={clock.toX(plan.demoldMin * 60)} x2={clock.toX(plan.demoldMin * 60)} y1={0} y2={baseY} strokeWidth="1.6" strokeDasharray="8 3 2 3" />
    </g>
  );
}

/** The ground of the chart: a press or the arrow keys set the time cursor. */
function CursorPad({ clock, height, cursorS, onCursor }: { clock: ClockScale; height: number; cursorS: number; onCursor: (timeS: number) => void }) {
  const at = (event: PointerEvent<SVGRectElement>): void => {
    if (event.buttons !== 1) return;
    const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
    onCursor(Math.min(clock.endS, Math.max(0, clock.toTime(x))));
  };
  const onKey = (event: KeyboardEvent): void => {
    const direction = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (direction === 0) return;
    event.preventDefault();
    onCursor(Math.min(clock.endS, Math.max(0, cursorS + direction * (event.shiftKey ? 3600 : 300))));
  };
  return (
    <rect
      role="slider"
      tabIndex={0}
      aria-label="Time cursor"
      aria-valuemin={0}
      aria-valuemax={Math.round(clock.endS / 60)}
      aria-valuenow={Math.round(cursorS / 60)}
      width={clock.width}
      height={height}
      fill="transparent"
      onPointerDown={at}
      onPointerMove={at}
      onKeyDown={onKey}
    />
  );
}
