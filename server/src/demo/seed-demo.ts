import { formatISO, isWeekend, subDays } from 'date-fns';
import { hash } from '@node-rs/argon2';
import type { DataSource, EntityManager } from 'typeorm';
import { Build } from '../builds/build.entity.js';
import { BuildVersion } from '../builds/build-version.entity.js';
import { keepCardVersions, type PlanDocument } from '@pentimento/core/plan';
import { CardVersion } from '../cards/card-version.entity.js';
import { CupTest } from '../cup-tests/cup-test.entity.js';
import { nextMoldNumber } from '../molds/mold-number.js';
import { StoredMoldEntry } from '../molds/mold-entry.entity.js';
import { Mold } from '../molds/mold.entity.js';
import { Pull, Treatment } from '../molds/service-records.entity.js';
import { Person } from '../people/person.entity.js';
import { demoBuilds, THE_END, type DemoBuild } from './demo-builds.js';
import { StepLogEntry } from '../build-log/step-entry.entity.js';
import { demoLog } from './demo-log.js';
import { cardsAsOf, demoCards, demoCupTests } from './demo-cards.js';
import { demoMolds, demoService } from './demo-molds.js';
import { demoEntries, demoPullDetail, demoTreatmentDetail, demoZones, foundOnNew, importedMolds, type DemoEntry } from './demo-records.js';
import { DEMO_PASSWORD, demoPeople } from './demo-people.js';
import { demoShop } from './demo-shop.js';
import { StoredShopCalendar } from '../shop/shop-calendar.entity.js';
import { Seeded } from './seeded.js';

/** The demo's "today": its history ends here, so that it is the same whenever it is made. */
const TODAY = new Date('2026-11-23T08:00:00Z');

/** Fills an empty database with the made-up shop; does nothing when people exist. */
export async function seedDemo(source: DataSource): Promise<void> {
  if ((await source.getRepository(Person).count()) > 0) return;
  await source.transaction(async (tx) => {
    const random = new Seeded(20261123);
    const people = await seedPeople(tx, random);
    await seedCards(tx, people, random);
    const builds = await seedBuilds(tx, people, random);
    await seedMolds(tx, { people, builds, random, details: new Seeded(20261127) });
    await seedLog(tx, people, builds, random);
    await tx.insert(StoredShopCalendar, { version: 1, calendar: demoShop, madeById: idOf(people, 'ada'), madeAt: daysAgo(30) });
  });
}

type Ids = ReadonlyMap<string, string>;

function idOf(ids: Ids, key: string): string {
  const id = ids.get(key);
  if (id === undefined) throw new Error(`demo data names ${key}, which is not there`);
  return id;
}

async function seedPeople(tx: EntityManager, random: Seeded): Promise<Ids> {
  const ids = new Map<string, string>();
  const passwordHash = await hash(DEMO_PASSWORD);
  for (const person of demoPeople) {
    const id = random.uuid();
    ids.set(person.login, id);
    await tx.insert(Person, { id, ...person, passwordHash, unitSystem: 'metric', demo: true, createdAt: TODAY });
  }
  return ids;
}

const daysAgo = (days: number): Date => subDays(TODAY, days);

async function seedCards(tx: EntityManager, people: Ids, random: Seeded): Promise<void> {
  for (const { by, daysBefore, note, card } of demoCards) {
    const version = demoCards.filter((one) => one.card.id === card.id && one.daysBefore >= daysBefore).length;
    await tx.insert(CardVersion, { cardId: card.id, version, card, note, madeById: idOf(people, by), madeAt: daysAgo(daysBefore) });
  }
  for (const { by, daysBefore, cardId, source, note, test } of demoCupTests()) {
    await tx.insert(CupTest, { id: random.uuid(), cardId, test, source, note, madeById: idOf(people, by), madeAt: daysAgo(daysBefore) });
  }
}

/** A build under way began on the last working day, whenever the demo is made. */
function dated(plan: PlanDocument, status: DemoBuild['status']): PlanDocument {
  if (status !== 'under way') return plan;
  let day = subDays(new Date(), 1);
  while (isWeekend(day)) day = subDays(day, 1);
  return { ...plan, startDate: formatISO(day, { representation: 'date' }) };
}

async function seedBuilds(tx: EntityManager, people: Ids, random: Seeded): Promise<Ids> {
  const ids = new Map<string, string>();
  for (const { name, part, status, versions } of demoBuilds) {
    const id = random.uuid();
    ids.set(name, id);
    const changedAt = daysAgo(versions[versions.length - 1].daysBefore);
    await tx.insert(Build, { id, name, part, status, currentVersion: versions.length, createdAt: daysAgo(versions[0].daysBefore), changedAt });
    for (const [i, version] of versions.entries()) {
      const entry = {
        buildId: id,
        number: i + 1,
        stored: keepCardVersions(dated(version.plan, status), cardsAsOf(version.daysBefore)),
        note: version.note,
        madeById: idOf(people, version.by),
        madeAt: daysAgo(version.daysBefore),
      };
      await tx.insert(BuildVersion, entry);
    }
  }
  return ids;
}

async function seedLog(tx: EntityManager, people: Ids, builds: Ids, random: Seeded): Promise<void> {
  for (const { name, status, versions, madeUpTo, way } of demoBuilds) {
    if (madeUpTo === undefined) continue;
    const plan = dated(versions[versions.length - 1].plan, status);
    const common = { buildId: idOf(builds, name), reverses: null };
    const latest = status === 'finished' ? TODAY : new Date();
    const lines = demoLog(plan, madeUpTo === THE_END ? null : madeUpTo, way ?? { airK: 0, pace: 1 }, random).filter(({ at }) => at <= latest);
    await tx.insert(
      StepLogEntry,
      lines.map((line, i) => ({ id: random.uuid(), ...line, keptAt: line.at, madeById: idOf(people, i % 4 === 0 ? 'edda' : 'dov'), ...common })),
    );
  }
}

interface MoldSeeds {
  readonly people: Ids;
  readonly builds: Ids;
  readonly random: Seeded;
  /** For what was added to the records since: what was there keeps its ids */
  readonly details: Seeded;
}

async function seedMolds(tx: EntityManager, { people, builds, random, details }: MoldSeeds): Promise<void> {
  for (const [index, mold] of demoMolds.entries()) {
    const id = random.uuid();
    const number = await nextMoldNumber(tx);
    const build = demoBuilds.find(({ name }) => name === mold.build);
    const plan = build?.versions[0].plan ?? null;
    await tx.insert(Mold, {
      id,
      number,
      part: mold.part,
      hand: mold.hand,
      releaseProgramId: mold.releaseProgramId,
      buildId: mold.build === null ? null : idOf(builds, mold.build),
      buildVersion: mold.build === null ? null : 1,
      finishedById: idOf(people, 'ada'),
      finishedAt: daysAgo(mold.daysInService + 1),
    });
    const zones = demoZones(mold.part, plan);
    let count = 0;
    for (const record of demoService(mold, TODAY, random)) {
      const common = { id: random.uuid(), moldId: id, at: record.at, note: record.note, madeById: idOf(people, record.by), reverses: null };
      if (record.table === 'pull') {
        const data = demoPullDetail(mold.part, record, zones, (count += 1), details);
        await tx.insert(Pull, { ...common, ease: record.ease, data });
      } else await tx.insert(Treatment, { ...common, kind: record.kind ?? 'touch-up', data: demoTreatmentDetail(record, details) });
    }
    const fresh = build?.madeUpTo === THE_END ? [foundOnNew(zones)] : [];
    await seedEntries(tx, { moldId: id, people, random: details, entries: [...demoEntries(mold.part, zones, index, index % 3 !== 2), ...fresh] });
  }
  for (const [index, { before, ...mold }] of importedMolds.entries()) {
    const id = details.uuid();
    const common = { buildId: null, buildVersion: null, finishedById: idOf(people, 'ada'), finishedAt: daysAgo(1500 + index) };
    await tx.insert(Mold, { id, ...mold, ...common, sections: mold.part.startsWith('Aerofoil') ? ['Upper', 'Lower'] : [] });
    const brought: DemoEntry = { key: 'before', hoursBefore: 36_000, by: 'ada', saying: () => ({ kind: 'before', data: { ...before } }) };
    await seedEntries(tx, {
      moldId: id,
      people,
      random: details,
      entries: [brought, ...demoEntries(mold.part, demoZones(mold.part, null), index, false)],
    });
  }
}

interface EntrySeeds {
  readonly moldId: string;
  readonly people: Ids;
  readonly random: Seeded;
  readonly entries: readonly DemoEntry[];
}

async function seedEntries(tx: EntityManager, { moldId, people, random, entries }: EntrySeeds): Promise<void> {
  const ids = new Map<string, string>();
  for (const { key, hoursBefore, by, note = '', saying } of entries) {
    const id = random.uuid();
    ids.set(key, id);
    const at = new Date(TODAY.getTime() - hoursBefore * 3_600_000);
    await tx.insert(StoredMoldEntry, { id, moldId, at, note, reverses: null, madeById: idOf(people, by), ...saying(ids) });
  }
}
