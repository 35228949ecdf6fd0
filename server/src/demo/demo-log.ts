import { probeValue } from '@pentimento/core/formats';
import { evaluateMold } from '@pentimento/core/judging';
import type { EntryKind, Reading } from '@pentimento/core/log';
import { mixSheet, type MixRow } from '@pentimento/core/mix';
import { cardLibrary, sectionOf, type PlanDocument } from '@pentimento/core/plan';
import { stepsOfEvaluated, type Step } from '@pentimento/core/steps';
import { addMinutes, parseISO } from 'date-fns';
import { cardsAsOf } from './demo-cards.js';
import type { Seeded } from './seeded.js';

/** A line of the log of a build that is half made, or made. */
export interface DemoLine {
  readonly stepId: string;
  readonly at: Date;
  readonly kind: EntryKind;
  readonly data: Reading['data'] | null;
  readonly note: string;
}

/** How a made-up shop went against its plan. */
export interface DemoWay {
  /** Air against the planned [K] */
  readonly airK: number;
  /** Laying against the labor table [×] */
  readonly pace: number;
  /** The gate was signed by eye, without a tape pull */
  readonly byEye?: boolean;
}

/**
 * Everything of a plan up to a session, with what was read meanwhile: done a little later than planned, slower or faster by its way.
 * @param lastSessionId null: all of it, to the last step
 */
export function demoLog(plan: PlanDocument, lastSessionId: string | null, { airK, pace, byEye = false }: DemoWay, random: Seeded): DemoLine[] {
  const cards = cardLibrary(cardsAsOf(0));
  const steps = stepsOfEvaluated(plan, cards, evaluateMold(plan, cards));
  const rows = plan.sections.flatMap(({ id }) => mixSheet(sectionOf(plan, id), cards));
  const until =
    lastSessionId === null ? Infinity : Math.max(...steps.filter(({ sessionId }) => sessionId === lastSessionId).map(({ endMin }) => endMin));
  const dayOne = parseISO(`${plan.startDate}T00:00:00Z`);
  const starts = new Map(plan.sections.flatMap(({ sessions }) => sessions.map(({ id, startMin }) => [id, startMin] as const)));
  /** Where a planned moment of a step really lay. */
  const really = ({ sessionId }: Step, planned: number): number => {
    const from = sessionId === null ? undefined : starts.get(sessionId);
    return from === undefined || planned < from ? planned : from + (planned - from) * pace;
  };
  const written = steps
    .filter(({ endMin }) => endMin <= until)
    .flatMap((step, i) => {
      const line = (minute: number, kind: EntryKind, data: DemoLine['data'] = null, note = ''): DemoLine => ({
        stepId: step.id,
        at: addMinutes(dayOne, Math.round(minute)),
        kind,
        data,
        note,
      });
      const [from, to] = [really(step, step.startMin), really(step, step.endMin) + (i % 3)];
      const laying = step.kind === 'lay' || step.kind === 'mix';
      return [
        ...(laying ? [line(from, 'started')] : []),
        ...readAt({ step, plan, rows, airK, byEye, random }).map(({ kind, data, atShare, note }) =>
          line(from + (to - from) * atShare, kind, data, note),
        ),
        line(Math.max(from, to), 'done'),
      ];
    });
  const wires = wired(plan, until, { airK, pace }, random).map(({ atMin, stepId, data }): DemoLine => ({
    stepId,
    at: addMinutes(dayOne, Math.round(atMin)),
    kind: 'temperature',
    data,
    note: '',
  }));
  return [...written, ...wires].sort((a, b) => a.at.getTime() - b.at.getTime());
}

/** A thermocouple in the last laminate that was laid by then, read every ten minutes while it warms. */
const WIRE_EVERY_MIN = 10;
const WIRE_FOR_MIN = 170;
/** The batch is a little quicker than its card. */
const WIRE_RATE = 1.06;

function wired(plan: PlanDocument, until: number, { airK }: DemoWay, random: Seeded): { atMin: number; stepId: string; data: Reading['data'] }[] {
  const cards = cardLibrary(cardsAsOf(0));
  const [section] = plan.sections;
  const session = section.sessions.filter(({ startMin, layers }) => startMin < until && layers.some(({ laminate }) => laminate !== null)).at(-1);
  const layer = session?.layers.findLast(({ laminate }) => laminate !== null);
  if (!session || !layer) return [];
  const { climate } = plan.assumed;
  const real = { ...plan, assumed: { ...plan.assumed, climate: { ...climate, meanC: climate.meanC + airK } } };
  const [{ zones }] = evaluateMold(real, cards);
  const { result } = zones[0].evaluation;
  return Array.from({ length: WIRE_FOR_MIN / WIRE_EVERY_MIN }, (_, i) => 5 + i * WIRE_EVERY_MIN).flatMap((minute) => {
    const value = probeValue(result, layer.name, 0.5, (session.startMin + minute * WIRE_RATE) * 60);
    if (!value) return [];
    const data = { at: 'thermocouple' as const, tempC: tenth(value[0] + 0.4 * (random.next() - 0.5)), layerId: layer.id, frac: 0.5 };
    return [{ atMin: session.startMin + minute, stepId: `session:${session.id}:lay:${layer.id}:p1`, data }];
  });
}

type DemoReading = Reading & { readonly atShare: number; readonly note?: string };

interface ReadAt {
  readonly step: Step;
  readonly plan: PlanDocument;
  readonly rows: readonly MixRow[];
  readonly airK: number;
  readonly byEye: boolean;
  readonly random: Seeded;
}

/** What somebody reads at a step. */
function readAt({ step, plan, rows, airK, byEye, random }: ReadAt): DemoReading[] {
  const about = (value: number, share: number): number => value * (1 + share * (2 * random.next() - 1));
  const row = rows.find(({ session, layer }) => session.id === step.sessionId && layer.id === step.layerId);
  const layer = plan.sections.flatMap(({ sessions }) => sessions.flatMap(({ layers }) => layers)).find(({ id }) => id === step.layerId);
  switch (step.kind) {
    case 'set up': {
      const { meanC, swingC, warmestHour } = plan.assumed.climate;
      const planned = meanC + swingC * Math.cos((2 * Math.PI * (step.startMin / 60 - warmestHour)) / 24);
      return [{ kind: 'temperature', data: { at: 'air', tempC: tenth(planned + airK + 0.6 * (random.next() - 0.5)) }, atShare: 0.5 }];
    }
    case 'mix': {
      if (!row) return [];
      return Array.from({ length: Math.min(row.pots, 6) }, (_, i) => ({
        kind: 'pot' as const,
        data: {
          cardId: row.card.id,
          layerId: row.layer.id,
          resinG: Math.round(about(row.dose.resinG, 0.01)),
          hardenerG: tenth(about(row.dose.hardenerG, 0.03)),
          lots: [],
          thrownAway: false,
        },
        atShare: i / 6,
      }));
    }
    case 'lay':
      if (!layer?.wetFilmUm || layer.role === 'core') return [];
      return [
        {
          kind: 'film',
          data: { layerId: layer.id, um: Array.from({ length: 7 }, () => 10 * Math.round(about((layer.wetFilmUm ?? 0) * 1.02, 0.14) / 10)) },
          atShare: 0.9,
        },
      ];
    case 'tack try':
      return [
        { kind: 'tack', data: { at: 'cup', state: 'transfers' }, atShare: 0 },
        { kind: 'tack', data: { at: 'flange', state: 'prints' }, atShare: 0.7 },
        { kind: 'tack', data: { at: 'corner', state: 'prints' }, atShare: 0.9 },
      ];
    case 'gate':
      if (byEye) return [];
      return [{ kind: 'release test', data: { test: 'Whole plug: tape pull', passed: true }, atShare: 0.5 }];
    case 'demold':
      return [{ kind: 'let go', data: { ease: 2, tools: 'Plastic wedges, Air', marks: '' }, atShare: 0.9 }];
    case 'inspect':
      return [{ kind: 'finding', data: { what: 'pinholes', sizeMm: 2 }, atShare: 0.5, note: 'Two in the upper radius, filled and polished' }];
    default:
      return [];
  }
}

const tenth = (value: number): number => Math.round(value * 10) / 10;
