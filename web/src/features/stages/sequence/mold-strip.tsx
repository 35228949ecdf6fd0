import { worstLevel, type Verdict } from '@pentimento/core/judging';
import { sectionOf, type PlanDocument, type SectionPlan } from '@pentimento/core/plan';
import { dayText, DAY_MIN } from '@pentimento/core/shop-time';
import { useMemo, type ReactNode } from 'react';
import { stairPath } from './stair-path';
import { LevelMark } from '../../../shared/level-mark';
import type { SectionChoice } from '../../plan/section-choice';
import type { WholeMold, ZoneInMold } from '../../simulation/simulation.worker';

const WIDTH = 1000;
const HEIGHT = 40;

interface MoldStripProps {
  readonly document: PlanDocument;
  readonly choice: SectionChoice;
  readonly whole: WholeMold | null;
}

/** The whole mold on one clock: each section a small staircase, what is done between them as pins. A click opens a section. */
export function MoldStrip({ document, choice, whole }: MoldStripProps) {
  const sections = useMemo(() => document.sections.map(({ id, name }) => ({ id, name, plan: sectionOf(document, id) })), [document]);
  const begins = Math.min(...sections.map(({ plan }) => plan.sessions.at(0)?.startMin ?? Infinity));
  const fromMin = Math.floor((Number.isFinite(begins) ? begins : 0) / DAY_MIN) * DAY_MIN;
  const untilMin = Math.max(...document.demolds.map(({ atMin }) => atMin), fromMin + DAY_MIN);
  const x = (minutes: number): number => ((minutes - fromMin) / (untilMin - fromMin)) * WIDTH;
  const lane = HEIGHT / sections.length;
  const joints = (whole?.steps ?? []).filter(({ kind }) => kind === 'parting' || kind === 'flange' || kind === 'drill');
  const days = Array.from({ length: Math.ceil((untilMin - fromMin) / DAY_MIN) }, (_, i) => fromMin + i * DAY_MIN);
  return (
    <div className="hairline relative border-b px-3 py-1" aria-label="Whole mold" role="group">
      <svg viewBox={`0 0 ${String(WIDTH)} ${String(HEIGHT)}`} preserveAspectRatio="none" className="block h-10 w-full">
        {days.map((minutes) => (
          <line
            key={minutes}
            x1={x(minutes)}
            x2={x(minutes)}
            y1={0}
            y2={HEIGHT}
            stroke="currentColor"
            opacity={0.15}
            vectorEffect="non-scaling-stroke"
          >
            <title>{dayText(document.startDate, minutes / DAY_MIN + 1)}</title>
          </line>
        ))}
        {sections.map(({ id, name, plan }, i) => (
          <Stairs
            key={id}
            plan={plan}
            x={x}
            top={i * lane}
            height={lane - 3}
            chosen={id === choice.sectionId}
            onOpen={() => {
              choice.choose(id);
            }}
          >
            <title>{name}</title>
          </Stairs>
        ))}
        {joints.map(({ id, name, startMin }) => (
          <line
            key={id}
            x1={x(startMin)}
            x2={x(startMin)}
            y1={0}
            y2={HEIGHT}
            stroke="currentColor"
            strokeDasharray="2 2"
            vectorEffect="non-scaling-stroke"
          >
            <title>{typeof name === 'string' ? name : ''}</title>
          </line>
        ))}
      </svg>
      {sections.map(({ id, name }, i) => (
        <span
          key={id}
          aria-hidden
          className={`pointer-events-none absolute right-4 text-xs leading-none ${id === choice.sectionId ? 'font-semibold' : 'muted'}`}
          style={{ top: `${String(4 + i * (HEIGHT / sections.length) + 2)}px` }}
        >
          {name}
        </span>
      ))}
    </div>
  );
}

interface StairsProps {
  readonly plan: SectionPlan;
  readonly x: (minutes: number) => number;
  readonly top: number;
  readonly height: number;
  readonly chosen: boolean;
  /** By the pointer; the tabs of the sections are the way for keys */
  readonly onOpen: () => void;
  readonly children: ReactNode;
}

/** Sessions of a section as steps that rise to its demolding. */
function Stairs({ plan, x, top, height, chosen, onOpen, children }: StairsProps) {
  if (plan.sessions.length === 0) return null;
  return (
    <path
      d={stairPath(plan, x, { top, bottom: top + height })}
      fill="currentColor"
      fillOpacity={chosen ? 0.35 : 0.12}
      stroke="currentColor"
      strokeWidth={chosen ? 1.6 : 0.8}
      vectorEffect="non-scaling-stroke"
      className="cursor-pointer"
      onClick={onOpen}
    >
      {children}
    </path>
  );
}

interface ZoneRowProps {
  readonly zones: readonly ZoneInMold[];
  readonly choice: SectionChoice;
  /** Limits of the zone under the hand, as they are now */
  readonly shown: readonly Verdict[];
}

/** Zones of a section, each a sliver of its stack with the worst that speaks against it. */
export function ZoneRow({ zones, choice, shown }: ZoneRowProps) {
  const thick = (zone: ZoneInMold): number => zone.layers.reduce((sum, { thicknessM }) => sum + thicknessM, 0);
  const most = Math.max(...zones.map(thick), 1e-6);
  return (
    <div role="group" aria-label="Zones" className="hairline flex flex-wrap items-end gap-x-1 border-b px-3 py-0.5">
      {zones.map((zone) => {
        const chosen = zone.id === choice.zoneId;
        const level = worstLevel(chosen ? shown : zone.verdicts);
        return (
          <button
            key={zone.id}
            type="button"
            aria-pressed={chosen}
            className={`flex items-end gap-1.5 px-2 py-0.5 text-xs ${chosen ? 'border-base-content border-b-2 font-semibold' : 'muted'}`}
            onClick={() => {
              choice.choose(choice.sectionId, zone.id);
            }}
          >
            <svg width={14} height={22} aria-hidden>
              <Sliver zone={zone} high={(thick(zone) / most) * 21} />
            </svg>
            {zone.name} <span className="num">{(thick(zone) * 1000).toFixed(1)} mm</span>
            {level !== 'ok' && <LevelMark level={level} size={11} word={false} />}
          </button>
        );
      })}
    </div>
  );
}

function Sliver({ zone, high }: { zone: ZoneInMold; high: number }) {
  const total = zone.layers.reduce((sum, { thicknessM }) => sum + thicknessM, 0);
  const heights = zone.layers.map(({ thicknessM }) => (thicknessM / total) * high);
  const tops = heights.map((_, i) => 22 - heights.slice(0, i + 1).reduce((sum, one) => sum + one, 0));
  return (
    <>
      {zone.layers.map(({ id }, i) => (
        <rect
          key={`${id} ${String(i)}`}
          x={1}
          y={tops[i]}
          width={12}
          height={Math.max(0.6, heights[i])}
          fill="currentColor"
          fillOpacity={i % 2 === 0 ? 0.18 : 0.32}
          stroke="currentColor"
          strokeWidth={0.5}
        />
      ))}
    </>
  );
}
