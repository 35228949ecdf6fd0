import {
  cardLibrary,
  changeLayer,
  DEFAULT_MIX,
  moveSession,
  planFromTemplate,
  planOf,
  type PlanDocument,
  type PlanPlug,
  type SectionPlan,
} from '@pentimento/core/plan';
import type { BuildStatus } from '../builds/build.entity.js';
import type { DemoWay } from './demo-log.js';
import { overStone, readyAndReleased, threeSections, twoHalves, wellPrepared } from './demo-work.js';

/** Everything of a plan is done. */
export const THE_END = 'the end';

export interface DemoVersion {
  readonly by: string;
  readonly daysBefore: number;
  readonly note: string;
  readonly plan: PlanDocument;
}

export interface DemoBuild {
  readonly name: string;
  readonly part: string;
  readonly status: BuildStatus;
  readonly versions: readonly DemoVersion[];
  /** Made up to this session, or to its end; left out: nothing is logged */
  readonly madeUpTo?: string;
  /** How it went against its plan */
  readonly way?: DemoWay;
}

const at = (day: number, hour: number): number => ((day - 1) * 24 + hour) * 60;

function plan(template: string | null, startDate: string, areaM2: number, plug: PlanPlug, change: Partial<SectionPlan> = {}): SectionPlan {
  return { ...planFromTemplate(template, { startDate, areaM2, plug }), ...change };
}

const board: PlanPlug = { materialId: 'tooling_board', thicknessMm: 60, heatLimitC: 75 };
const fiberboard: PlanPlug = { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 };
const printed: PlanPlug = { materialId: 'abs', thicknessMm: 6, heatLimitC: 55 };
const foam: PlanPlug = { materialId: 'pu_foam', thicknessMm: 50, heatLimitC: 70 };
const part: PlanPlug = { materialId: 'cured_frp', thicknessMm: 5, heatLimitC: 60 };
const autumn = { meanC: 20, swingC: 1.5, warmestHour: 15, fan: false };

const cards = cardLibrary();
const beehive = wellPrepared(plan('staged', '2026-11-30', 0.42, board, { climate: autumn }), cards);

/** Two bulk sessions an hour and a half apart: they cure as one hot mass on a plug that stands 60 °C. */
const rushed = (left: SectionPlan): SectionPlan => {
  const laminate = { plies: 4, glassGsm: 450, resinToGlass: 2.3 };
  const thicker = changeLayer(changeLayer(left, 'l4', { laminate }), 'l5', { laminate });
  return moveSession(thicker, 4, at(2, 8) + 45);
};
const three = { ...DEFAULT_MIX, people: 3, crew: ['Ben Corrie', 'Cleo Strand', 'Finn Sallow'] };
/** Two put the gel coats on; all three laminate. */
const byName = (of: SectionPlan): SectionPlan => ({
  ...of,
  sessions: of.sessions.map((session, i) => (i < 2 ? { ...session, who: ['Ben Corrie', 'Cleo Strand'] } : session)),
});
const seat = twoHalves(byName(plan('staged', '2026-12-01', 0.95, printed, { climate: { ...autumn, meanC: 22 }, mix: three })), rushed);

/** It is under way whenever the demo is made, whatever day that is: the shop works on it on weekends too. */
const petalPlanned = readyAndReleased(
  plan('staged', '2026-11-19', 3.1, fiberboard, {
    climate: { ...autumn, meanC: 19 },
    hours: { opensHour: 7, closesHour: 18, weekends: true },
  }),
  cards,
  'Dov Tansy',
  { pullsExpected: 40, partThicknessMm: 4 },
);
const petalLate = moveSession(moveSession(petalPlanned, 2, at(1, 14.5)), 3, at(2, 9));
const petalBuilt = changeLayer(petalLate, 'l2', { wetFilmUm: 520 });

const chute = plan('low-profile', '2026-12-14', 0.9, fiberboard, { climate: { ...autumn, meanC: 22 } });
const chuteFewer = changeLayer(chute, 'l3', { laminate: { plies: 4, glassGsm: 450, resinToGlass: 2.8 } });
const plinth = overStone(plan('low-profile', '2026-12-09', 1.4, part, { climate: autumn }));
const aerofoil = readyAndReleased(plan('epoxy', '2026-12-03', 0.55, board, { climate: { ...autumn, swingC: 0.8 } }), cards, 'Cleo Strand');
const tub = plan('low-profile', '2024-10-14', 2.9, foam, { climate: autumn });
const roofOld = plan('staged', '2024-09-30', 0.42, board, { climate: autumn });

export const demoBuilds: readonly DemoBuild[] = [
  {
    name: 'Tram seat shell, two halves',
    part: 'Tram seat',
    status: 'planned',
    versions: [{ by: 'ben', daysBefore: 2, note: 'Left half: both bulk sessions in one morning to save a day', plan: seat }],
  },
  {
    name: 'Radar dome petal, mold 2',
    part: 'Weather radar petal',
    status: 'under way',
    madeUpTo: 's3',
    way: { airK: -1.4, pace: 1.12, byEye: true },
    versions: [
      { by: 'cleo', daysBefore: 9, note: 'First plan', plan: planOf(petalPlanned) },
      { by: 'dov', daysBefore: 4, note: 'Skin and bulk an hour later: resin comes at noon', plan: planOf(petalLate) },
      { by: 'dov', daysBefore: 3, note: 'Second gel coat at 520 µm', plan: planOf(petalBuilt) },
    ],
  },
  {
    name: 'Beehive roof shell, mold 3',
    part: 'Beehive roof',
    status: 'planned',
    versions: [
      { by: 'ada', daysBefore: 6, note: 'From the staged school', plan: planOf(moveSession(beehive, 4, at(3, 11))) },
      { by: 'ada', daysBefore: 5, note: 'Second bulk at opening time', plan: planOf(beehive) },
    ],
  },
  {
    name: 'Playground slide chute',
    part: 'Slide chute',
    status: 'planned',
    versions: [
      { by: 'edda', daysBefore: 8, note: 'One-go school', plan: threeSections(chute) },
      { by: 'edda', daysBefore: 7, note: 'Four mats to save resin', plan: threeSections(chuteFewer) },
    ],
  },
  {
    name: 'Museum plinth cover, offset mold',
    part: 'Plinth cover',
    status: 'planned',
    versions: [{ by: 'finn', daysBefore: 5, note: 'Over sheet wax on the stone’s copy', plan: planOf(plinth) }],
  },
  {
    name: 'Teaching aerofoil block',
    part: 'Teaching aerofoil',
    status: 'planned',
    versions: [{ by: 'cleo', daysBefore: 1, note: 'Epoxy for flatness', plan: planOf(aerofoil) }],
  },
  {
    name: 'Beehive roof shell, mold 2',
    part: 'Beehive roof',
    status: 'finished',
    madeUpTo: THE_END,
    way: { airK: 1.2, pace: 0.9 },
    versions: [{ by: 'cleo', daysBefore: 19, note: 'Like mold 3', plan: planOf({ ...beehive, startDate: '2026-11-09' }) }],
  },
  {
    name: 'Sauna bath tub',
    part: 'Sauna bath tub',
    status: 'finished',
    versions: [{ by: 'ada', daysBefore: 770, note: 'As built', plan: planOf(tub) }],
  },
  {
    name: 'Beehive roof shell, mold 1',
    part: 'Beehive roof',
    status: 'finished',
    versions: [{ by: 'ben', daysBefore: 785, note: 'As built', plan: planOf(roofOld) }],
  },
];
