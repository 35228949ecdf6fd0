import { objectionsTo } from '@pentimento/core/calibration';
import { evaluateMold, worstLevel } from '@pentimento/core/judging';
import { checkCard } from '@pentimento/core/materials';
import { cardLibrary, cardOf } from '@pentimento/core/plan';
import { moldServiceState } from '@pentimento/core/service';
import { makeMoldTraveler } from '@pentimento/core/traveler';
import { readConfig } from '../config.js';
import { demoBuilds } from './demo-builds.js';
import { cardsAsOf, demoCards, demoCupTests } from './demo-cards.js';
import { demoMolds, demoService } from './demo-molds.js';
import { Seeded } from './seeded.js';

const cards = cardLibrary(cardsAsOf(0));
const today = new Date('2026-11-23T08:00:00Z');
const worstOf = (name: string): string => {
  const build = demoBuilds.find((b) => b.name === name);
  if (!build) throw new Error(`no demo build ${name}`);
  return worstLevel(evaluateMold(build.versions[build.versions.length - 1].plan, cards).flatMap(({ verdicts }) => verdicts));
};

const sectionOfSeat = (name: string): string => {
  const [seat] = demoBuilds;
  return worstLevel(evaluateMold(seat.versions[0].plan, cards).find((section) => section.name === name)?.verdicts ?? []);
};

const objectionsOf = (name: string): string[] => {
  const build = demoBuilds.find((b) => b.name === name);
  const siblings = demoBuilds
    .filter((b) => b.part === build?.part && b !== build)
    .map(({ name: other, versions }) => ({ name: other, hand: versions[versions.length - 1].plan.mold.intake?.hand ?? ('none' as const) }));
  return build
    ? makeMoldTraveler(build.versions[build.versions.length - 1].plan, cards, siblings).objections.map(({ level, id }) => `${level} ${id}`)
    : [];
};

test('the well planned build has nothing but notes and forgotten pots against it; no rule stops the two halves', () => {
  expect(objectionsOf('Beehive roof shell, mold 3').filter((one) => !one.startsWith('note') && !one.includes('smoke'))).toEqual([]);
  for (const name of ['Tram seat shell, two halves', 'Playground slide chute'])
    expect(objectionsOf(name).filter((one) => one.startsWith('stop'))).toEqual([]);
});

test('the same seed makes the same shop', () => {
  for (const mold of demoMolds) expect(demoService(mold, today, new Seeded(1))).toEqual(demoService(mold, today, new Seeded(1)));
  expect(new Seeded(1).uuid()).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
});

test('one build is planned badly, one well, every saved version can be simulated', () => {
  expect(worstOf('Tram seat shell, two halves')).toBe('stop');
  expect(sectionOfSeat('Right half')).not.toBe('stop');
  expect(worstOf('Playground slide chute')).not.toBe('stop');
  expect(worstOf('Beehive roof shell, mold 3')).toBe('ok');
  for (const { versions } of demoBuilds)
    for (const { plan } of versions)
      for (const { zones } of evaluateMold(plan, cards)) for (const { evaluation } of zones) expect(evaluation.result.status).toBe('converged');
});

test('its cards are sound, its cup tests can be fitted, and plans made before a card keep the built-in one', () => {
  for (const { card } of demoCards) checkCard(card);
  for (const { test: cup, cardId } of demoCupTests()) expect(objectionsTo(cup, cardOf(cards, cardId))).toEqual([]);
  const version = (daysBefore: number) => cardsAsOf(daysBefore).find(({ id }) => id === 'gelcoat_iso')?.version;
  expect([version(9), version(7), version(1)]).toEqual([0, 1, 1]);
});

test('two years of pulls on five molds, one of them in trouble; a sixth is new', () => {
  const random = new Seeded(20261123);
  const levels = demoMolds.map((mold) => {
    const records = demoService(mold, today, random);
    const times = records.map(({ at }) => at.getTime());
    expect(Math.max(...times)).toBeLessThanOrEqual(today.getTime());
    const days = (today.getTime() - Math.min(...times)) / 86400000;
    if (mold.ending === 'new') expect(days).toBeLessThan(7);
    else expect(days).toBeGreaterThan(720);
    const pulls = records.flatMap(({ table, at, ease }, i) =>
      table === 'pull' ? [{ id: String(i), at: at.toISOString(), ease, reverses: null }] : [],
    );
    const treatments = records.flatMap(({ kind, at }, i) => (kind ? [{ id: `t${String(i)}`, at: at.toISOString(), kind, reverses: null }] : []));
    return [mold.part, moldServiceState(mold.releaseProgramId, treatments, pulls).level];
  });
  expect(Object.fromEntries(levels)).toMatchObject({ 'Sauna bath tub': 'stop', 'Beehive roof': 'ok', 'Plinth cover': 'ok' });
});

test('a missing setting is named', () => {
  expect(() => readConfig({})).toThrow('DATABASE_URL is not set');
  expect(() => readConfig({ DATABASE_URL: 'x' })).toThrow('SESSION_SECRET is not set');
  expect(readConfig({ DATABASE_URL: 'x', SESSION_SECRET: 'y' })).toMatchObject({ host: '127.0.0.1', demo: false, secureCookies: false });
});
