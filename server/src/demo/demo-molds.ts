import { releaseProgram, type TreatmentKind } from '@pentimento/core/service';
import type { Hand } from '../wire/hands.js';
import { demoPeople } from './demo-people.js';
import type { Seeded } from './seeded.js';

export interface DemoMold {
  readonly part: string;
  readonly hand: Hand;
  readonly releaseProgramId: string;
  /** Name of the finished build it came from; null: made before the records */
  readonly build: string | null;
  readonly daysInService: number;
  readonly daysBetweenPulls: number;
  /** How the last weeks went */
  readonly ending: 'kept up' | 'due' | 'trouble' | 'fresh' | 'new';
}

export const demoMolds: readonly DemoMold[] = [
  {
    part: 'Beehive roof',
    hand: 'none',
    releaseProgramId: 'semi-permanent',
    build: 'Beehive roof shell, mold 1',
    daysInService: 770,
    daysBetweenPulls: 4.5,
    ending: 'kept up',
  },
  { part: 'Slide chute', hand: 'left', releaseProgramId: 'paste-wax', build: null, daysInService: 740, daysBetweenPulls: 9, ending: 'due' },
  {
    part: 'Sauna bath tub',
    hand: 'none',
    releaseProgramId: 'paste-wax',
    build: 'Sauna bath tub',
    daysInService: 750,
    daysBetweenPulls: 8,
    ending: 'trouble',
  },
  {
    part: 'Weather radar petal',
    hand: 'none',
    releaseProgramId: 'semi-permanent',
    build: null,
    daysInService: 735,
    daysBetweenPulls: 6,
    ending: 'kept up',
  },
  { part: 'Plinth cover', hand: 'none', releaseProgramId: 'wax-film', build: null, daysInService: 730, daysBetweenPulls: 16, ending: 'fresh' },
  {
    part: 'Beehive roof',
    hand: 'none',
    releaseProgramId: 'semi-permanent',
    build: 'Beehive roof shell, mold 2',
    daysInService: 4,
    daysBetweenPulls: 4.5,
    ending: 'new',
  },
];

export interface DemoRecord {
  readonly table: 'pull' | 'treatment';
  readonly at: Date;
  readonly by: string;
  readonly note: string;
  readonly ease: number | null;
  readonly kind: TreatmentKind | null;
}

const DAY_MS = 86400000;

/** Two years of pulls and treatments, following the mold's program except where its ending says otherwise. */
export function demoService(mold: DemoMold, today: Date, random: Seeded): DemoRecord[] {
  const program = releaseProgram(mold.releaseProgramId);
  if (!program) throw new Error(`unknown release program ${mold.releaseProgramId}`);
  const records: DemoRecord[] = [];
  const who = (): string => random.pick(demoPeople).login;
  const treat = (at: number, kind: TreatmentKind, note = ''): void => {
    records.push({ table: 'treatment', at: new Date(at), by: who(), note, ease: null, kind });
  };
  const start = today.getTime() - mold.daysInService * DAY_MS;
  treat(start, 'full', 'New mold');
  let sinceFull = 0;
  let sinceCoat = 0;
  let total = 0;
  const lastDay = mold.ending === 'trouble' ? today.getTime() - 3 * DAY_MS : today.getTime() - DAY_MS;
  for (let at = start + 3 * DAY_MS; at < lastDay; at += random.between(0.5, 1.5) * mold.daysBetweenPulls * DAY_MS) {
    const moment = workHour(at, random);
    const neglected = mold.ending === 'trouble' && moment > today.getTime() - 75 * DAY_MS;
    const due = total < program.breakInPulls || sinceCoat >= Math.round(random.between(program.touchUpFrom, program.touchUpBy - 1));
    if (!neglected && program.stripBy > 0 && sinceFull >= program.stripBy - 2) {
      treat(moment - 5 * 3600000, 'full', 'Stripped and treated');
      sinceFull = 0;
      sinceCoat = 0;
    } else if (!neglected && due && sinceCoat > 0) {
      treat(moment - 2 * 3600000, 'touch-up');
      sinceCoat = 0;
    }
    const wear = sinceCoat / Math.max(1, program.touchUpBy) + (0.6 * sinceFull) / Math.max(1, program.stripBy);
    const ease = Math.min(5, Math.max(1, Math.round(1 + 1.1 * wear + (neglected ? 1.4 : 0) + random.between(-0.5, 0.6))));
    records.push({
      table: 'pull',
      at: new Date(moment),
      by: who(),
      note: neglected && ease >= 4 ? 'Fought at the deep end' : '',
      ease: random.next() < 0.9 ? ease : null,
      kind: null,
    });
    sinceFull++;
    sinceCoat++;
    total++;
  }
  if (mold.ending === 'fresh') treat(today.getTime() - DAY_MS / 2, 'full', 'Stripped and treated');
  if (mold.ending === 'kept up') treat(today.getTime() - DAY_MS / 2, 'touch-up');
  return records;
}

function workHour(at: number, random: Seeded): number {
  const day = new Date(at);
  day.setUTCHours(8 + Math.floor(random.next() * 9), Math.floor(random.next() * 60), 0, 0);
  return day.getTime();
}
