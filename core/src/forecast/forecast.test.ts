import { SeededRandom } from '../numerics/seeded-random.js';
import { DomainError } from '../errors/domain-error.js';
import { afterEvent, readingsOf, statesNow } from './features.js';
import { fitMold, fitRelease, packModel, unpackModel, weightsOf, worstChance } from './fit.js';
import { ACCEPTED_RISK, fightChance, forecastMold, MOST_PULLS, outlookOf } from './forecast.js';
import { latelyOf } from './lately.js';
import { readShop, type MoldEvent, type MoldRecord } from './shop-record.js';

/** A shop that follows an ordered model: each mold its own level, wear since the coat; the same seed gives the same shop. */
function madeUp(count: number, seed = 1, pulls = 60): { molds: MoldRecord[]; truth: Map<string, number> } {
  const random = new SeededRandom(seed);
  const truth = new Map<string, number>();
  const molds = Array.from({ length: count }, (_, m): MoldRecord => {
    const level = 0.8 * random.normal();
    const program = m % 2 === 0 ? 'paste-wax' : 'semi-permanent';
    const etaOf = (sinceCoat: number): number => level + 0.25 * sinceCoat + (program === 'paste-wax' ? 0.6 : 0);
    const fights = (sinceCoat: number): number => 1 / (1 + Math.exp(1.5 - etaOf(sinceCoat)));
    let sinceCoat = 0;
    const events: MoldEvent[] = [{ kind: 'full' }];
    for (let i = 0; i < pulls; i++) {
      if (sinceCoat >= 4 + (m % 3)) {
        events.push({ kind: 'touch-up' });
        sinceCoat = 0;
      }
      const x = Math.log(1 / Math.max(1e-9, random.uniform()) - 1) * -1 + etaOf(sinceCoat);
      const ease = x > 3.5 ? 5 : x > 1.5 ? 4 : x > 0 ? 3 : x > -1.5 ? 2 : 1;
      events.push({ kind: 'pull', ease: random.uniform() < 0.125 ? null : { whole: ease } });
      sinceCoat += 1;
    }
    truth.set(String(m), fights(sinceCoat));
    return { id: String(m), program, partHeatC: 25, zones: ['whole'], events };
  });
  return { molds, truth };
}

describe('where a mold stands', () => {
  test('a full treatment begins both counts again, a touch-up that of the coat, a pull all three', () => {
    const after = (events: readonly MoldEvent[]): object => events.reduce(afterEvent, { sinceCoat: 5, sinceFull: 9, sinceNew: 20 });
    expect(after([{ kind: 'full' }])).toEqual({ sinceCoat: 0, sinceFull: 0, sinceNew: 20 });
    expect(after([{ kind: 'touch-up' }])).toEqual({ sinceCoat: 0, sinceFull: 9, sinceNew: 20 });
    expect(after([{ kind: 'pull', ease: null }])).toEqual({ sinceCoat: 6, sinceFull: 10, sinceNew: 21 });
  });

  test('a pull that nobody graded counts, but says nothing', () => {
    const mold: MoldRecord = {
      id: 'a',
      program: 'p',
      partHeatC: 25,
      zones: ['face', 'flange'],
      events: [{ kind: 'full' }, { kind: 'pull', ease: null }, { kind: 'pull', ease: { flange: 3 } }],
    };
    expect(statesNow(mold).map(({ sinceCoat }) => sinceCoat)).toEqual([2, 2]);
    expect(readingsOf(mold)).toEqual([{ pull: 1, zone: 1, ease: 3, state: { sinceCoat: 1, sinceFull: 1, sinceNew: 1 } }]);
  });

  test('a coat of one zone leaves the others as they are', () => {
    const zones = ['face', 'flange'];
    const events: MoldEvent[] = [
      { kind: 'full' },
      { kind: 'pull', ease: null },
      { kind: 'touch-up', zones: ['flange'] },
      { kind: 'pull', ease: { face: 2, flange: 3, gone: 4 } },
    ];
    const mold: MoldRecord = { id: 'a', program: 'p', partHeatC: 25, zones, events };
    expect(statesNow(mold)).toEqual([
      { sinceCoat: 2, sinceFull: 2, sinceNew: 2 },
      { sinceCoat: 1, sinceFull: 2, sinceNew: 2 },
    ]);
    // A zone that the mold no longer has says nothing.
    expect(readingsOf(mold).map(({ zone, state }) => [zone, state.sinceCoat])).toEqual([
      [0, 1],
      [1, 0],
    ]);
  });

  test('zones of a kind are alike, whatever they are called', () => {
    const mold = (id: string, zone: string): MoldRecord => ({
      id,
      program: 'p',
      partHeatC: 25,
      zones: [zone],
      kinds: ['flange'],
      events: [{ kind: 'pull', ease: { [zone]: 2 } }],
    });
    expect(fitRelease([mold('a', 'rim'), mold('b', 'edge')]).words.zones).toEqual(['flange']);
  });
});

describe('a shop that follows the model', () => {
  const { molds, truth } = madeUp(60);
  const model = fitRelease(molds);
  const told = molds.map((mold) => forecastMold(mold, model));

  test('the chances are near the true ones, far nearer than the rate of all', () => {
    const error = told.reduce((sum, { id, pFight }) => sum + (pFight - truth.get(id)!) ** 2, 0) / told.length;
    const rate = [...truth.values()].reduce((sum, p) => sum + p, 0) / truth.size;
    const flat = [...truth.values()].reduce((sum, p) => sum + (p - rate) ** 2, 0) / truth.size;
    expect(error).toBeLessThan(0.2 * flat);
    expect(error).toBeLessThan(0.008);
  });

  test('thresholds rise, and lie about where they were put', () => {
    const [a, b, c, d] = model.thresholds;
    expect([a < b, b < c, c < d]).toEqual([true, true, true]);
    expect(Math.abs(c - b - 1.5)).toBeLessThan(0.35);
  });

  test('more pulls without a coat are riskier; a coat now helps', () => {
    for (const mold of molds.slice(0, 10)) {
      const own = model.molds.get(mold.id)!;
      const now = statesNow(mold);
      const later = now.map((state) => ({ ...state, sinceCoat: state.sinceCoat + 6, sinceFull: state.sinceFull + 6 }));
      const coated = now.map((state) => afterEvent(state, { kind: 'touch-up' }));
      expect(fightChance(mold, later, model, own)).toBeGreaterThan(fightChance(mold, now, model, own));
      expect(fightChance(mold, coated, model, own)).toBeLessThanOrEqual(fightChance(mold, now, model, own));
    }
  });

  test('the band is in order, and pulls left end where the risk is passed', () => {
    let passed = 0;
    for (const [
      i,
      {
        pFight,
        pullsLeft: { p10, p50, p90 },
      },
    ] of told.entries()) {
      expect([p10 <= p50, p50 <= p90, p90 <= MOST_PULLS]).toEqual([true, true, true]);
      if (pFight > ACCEPTED_RISK) expect(p50).toBe(0);
      if (p50 === 0 || p50 === MOST_PULLS) continue;
      const { fan } = outlookOf(molds[i], model);
      if (p50 >= fan.length) continue;
      expect(fan[p50].p50).toBeGreaterThan(ACCEPTED_RISK);
      expect(fan[p50 - 1].p50).toBeLessThanOrEqual(ACCEPTED_RISK);
      passed += 1;
    }
    expect(passed).toBeGreaterThanOrEqual(5);
  });

  test('nothing done, it gets no better by itself; the band holds what is likely', () => {
    for (const mold of molds.slice(0, 12)) {
      const { fan } = outlookOf(mold, model);
      fan.forEach(({ p10, p50, p90 }, i) => {
        expect(p10).toBeLessThanOrEqual(p50);
        expect(p50).toBeLessThanOrEqual(p90);
        if (i > 0) expect(p50).toBeGreaterThanOrEqual(fan[i - 1].p50);
      });
      expect(fan[0].p50).toBe(forecastMold(mold, model).pFight);
    }
  });

  test('a record that is cut stands where the whole one does, and its pulls were made where they were', () => {
    for (const mold of molds.slice(0, 10)) {
      const at = mold.events.length - 40;
      const cut = {
        ...mold,
        events: mold.events.slice(at),
        before: mold.events.slice(0, at).reduce(afterEvent, { sinceCoat: 0, sinceFull: 0, sinceNew: 0 }),
      };
      expect(statesNow(cut)).toEqual(statesNow(mold));
      expect(readingsOf(cut)).toEqual(readingsOf(mold).slice(-readingsOf(cut).length));
    }
  });

  test('molds that do what they always did are hardly ever taken to have changed', () => {
    const changed = molds.map((mold) => latelyOf(mold, model, model.molds.get(mold.id)!).changed);
    expect(changed.reduce((sum, one) => sum + one, 0) / changed.length).toBeLessThan(0.05);
  });

  test('a mold that has fought of late is told to fight, however long it was good; a coat does not say why, a strip makes it new', () => {
    const calm = molds.find((mold) => forecastMold(mold, model).pFight < 0.15)!;
    const fights = [4, 4, 5, 4, 5, 5].map((whole) => ({ kind: 'pull', ease: { whole } }) as const);
    // Coated before each of them: it is not the wear.
    const turned = { ...calm, id: 'turned', events: [...calm.events, ...fights.flatMap((pull) => [{ kind: 'touch-up' } as const, pull])] };
    const shop = fitRelease([...molds, turned]);
    const { pFight, pullsLeft } = forecastMold(turned, shop);
    expect(pFight).toBeGreaterThan(0.7);
    expect(pullsLeft).toEqual({ p10: 0, p50: 0, p90: 0 });
    const { afterCoat, afterFull } = outlookOf(turned, shop);
    expect(afterCoat).toBeGreaterThan(0.7);
    expect(afterFull).toBeLessThan(0.3);
    const stripped = { ...turned, events: [...turned.events, { kind: 'full' } as const] };
    expect(forecastMold(stripped, fitRelease([...molds, stripped])).pFight).toBeLessThan(0.3);
    // One bad pull is bad luck.
    const once = { ...calm, id: 'once', events: [...calm.events, fights[0]] };
    expect(latelyOf(once, shop, fitMold(once, shop)).changed).toBeLessThan(0.2);
  });

  test('one mold fitted alone after a pull is what the whole fit says of it', () => {
    const [mold] = molds;
    const alone = fitMold(mold, model);
    alone.mean.forEach((value, i) => {
      expect(Math.abs(value - model.molds.get(mold.id)!.mean[i])).toBeLessThan(0.02);
    });
    const stuck = { ...mold, events: [...mold.events, { kind: 'pull', ease: { whole: 5 } } as const, { kind: 'touch-up' } as const] };
    const calm = { ...mold, events: [...mold.events, { kind: 'pull', ease: { whole: 1 } } as const, { kind: 'touch-up' } as const] };
    expect(forecastMold(stuck, model, true).pFight).toBeGreaterThan(forecastMold(calm, model, true).pFight);
  });
});

test('a mold of which nothing is known is told by its shop, with a wider band than one with a long record', () => {
  const { molds } = madeUp(20);
  const model = fitRelease(molds);
  const fresh: MoldRecord = { id: 'new', program: 'paste-wax', partHeatC: 25, zones: ['whole'], events: [{ kind: 'full' }] };
  const own = fitMold(fresh, model);
  expect(own.covariance.get(0, 0)).toBeGreaterThan(2 * model.molds.get('0')!.covariance.get(0, 0));
  const chance = forecastMold(fresh, model).pFight;
  expect(chance).toBeGreaterThan(0.05);
  expect(chance).toBeLessThan(0.6);
});

test('five molds with few pulls: never surer than the data', () => {
  const { molds } = madeUp(5, 3, 6);
  for (const { pFight, pullsLeft } of molds.map((mold) => forecastMold(mold, fitRelease(molds)))) {
    expect(pFight).toBeGreaterThan(0.02);
    expect(pFight).toBeLessThan(0.98);
    expect(pullsLeft.p90).toBeGreaterThanOrEqual(pullsLeft.p50);
  }
});

test('zones that fight each by itself, and together', () => {
  expect(worstChance([0.2, 0.5], 0)).toBeCloseTo(0.6, 12);
  expect(worstChance([0.2, 0.5], 1)).toBeCloseTo(0.5, 12);
  expect(worstChance([0.3], 0.5)).toBeCloseTo(0.3, 12);
});

test.each<[string, object, RegExp]>([
  ['no molds', {}, /molds/],
  ['a mold without zones', { molds: [{ id: 'a', program: 'p', zones: [], events: [] }] }, /at least one zone/],
  ['an unknown event', { molds: [{ id: 'a', program: 'p', zones: ['z'], events: [{ kind: 'kick' }] }] }, /full, touch-up or pull/],
  ['an ease of six', { molds: [{ id: 'a', program: 'p', zones: ['z'], events: [{ kind: 'pull', ease: { z: 6 } }] }] }, /1 to 5/],
  ['a zone that it has not', { molds: [{ id: 'a', program: 'p', zones: ['z'], events: [{ kind: 'pull', ease: { y: 2 } }] }] }, /in z/],
])('refuses %s', (_what, shop, words) => {
  expect(() => readShop(shop)).toThrow(DomainError);
  expect(() => readShop(shop)).toThrow(words);
});

test('a mold whose zones all begin to fight at once is fitted, not lost in numbers', () => {
  const zones = ['floor', 'rim', 'deep', 'walls', 'corners'];
  const random = (i: number, z: number): number => ((i * 7 + z * 3) % 5 < 2 ? 2 : 1);
  const pulls = Array.from({ length: 90 }, (_, i): MoldEvent => ({
    kind: 'pull',
    ease: Object.fromEntries(zones.map((zone, z) => [zone, i < 82 ? random(i, z) : i < 88 ? 4 : 5])),
  }));
  const events = pulls.flatMap((pull, i): MoldEvent[] =>
    i % 23 === 0 ? [{ kind: 'full' }, pull] : i % 6 === 0 && i < 80 ? [{ kind: 'touch-up' }, pull] : [pull],
  );
  const mold: MoldRecord = { id: 'tub', program: 'paste-wax', partHeatC: 50, zones, events };
  const model = fitRelease([mold]);
  expect([...model.thresholds, ...model.spread, ...model.shared].every(Number.isFinite)).toBe(true);
  expect(Math.max(...model.spread)).toBeLessThan(5);
  const { pFight, afterFull } = outlookOf(mold, model);
  expect(pFight).toBeGreaterThan(0.5);
  expect(afterFull).toBeLessThan(pFight);
});

test('zones that always say the same count as one reading, zones that do not as many', () => {
  const pulls = [{ pull: 1 }, { pull: 1 }, { pull: 1 }, { pull: 2 }];
  expect(weightsOf(pulls, 0.1)).toEqual([1, 1, 1, 1]);
  expect(weightsOf(pulls, 1)).toEqual([1 / 3, 1 / 3, 1 / 3, 1]);
  expect(weightsOf(pulls, 0.5)).toEqual([0.5, 0.5, 0.5, 1]);
});

test('a mold graded in four zones that say the same is told no more surely than one graded as a whole', () => {
  const { molds } = madeUp(30);
  const whole = fitRelease(molds);
  const four = ['a', 'b', 'c', 'd'];
  const same = molds.map((mold): MoldRecord => ({
    ...mold,
    zones: four,
    kinds: four.map(() => 'field'),
    events: mold.events.map((event) => {
      const ease = event.kind === 'pull' ? event.ease?.whole : undefined;
      return ease === undefined ? event : { kind: 'pull', ease: Object.fromEntries(four.map((zone) => [zone, ease])) };
    }),
  }));
  const zoned = fitRelease(same);
  expect(zoned.together).toBeGreaterThan(0.9);
  const apart = molds.map((mold, i) => Math.abs(forecastMold(mold, whole).pFight - forecastMold(same[i], zoned).pFight));
  expect(apart.reduce((sum, one) => sum + one, 0) / apart.length).toBeLessThan(0.03);
});

test('sent to another thread as plain data, a model says the same', () => {
  const { molds } = madeUp(4);
  const model = fitRelease(molds);
  const back = unpackModel(structuredClone(packModel(model)));
  for (const mold of molds) {
    expect(outlookOf(mold, back)).toEqual(outlookOf(mold, model));
    expect(outlookOf(mold, back, true)).toEqual(outlookOf(mold, model, true));
  }
});

test('where hot molds fight, a hot mold is likelier to; one of which nobody said is taken as warm as the shop', () => {
  const shop = (heats: readonly (number | undefined)[]): MoldRecord[] =>
    readShop({
      molds: heats.map((heat, i) => ({
        id: `m${String(i)}`,
        program: 'wax',
        mold_heat_C: heat,
        zones: ['field'],
        events: Array.from({ length: 30 }, (_, pull) => ({ kind: 'pull', ease: { field: heat === 70 ? (pull % 2 === 0 ? 5 : 3) : 1 + (pull % 2) } })),
      })),
    });
  const molds = shop([70, 22, 70, undefined, 70, 22, 70, undefined]);
  expect(molds.map(({ moldHeatC }) => moldHeatC)).toEqual([70, 22, 70, undefined, 70, 22, 70, undefined]);
  const model = fitRelease(molds);
  const fresh = (moldHeatC?: number): number => forecastMold({ ...molds[0], id: 'new', moldHeatC, events: [] }, model).pFight;
  expect(fresh(70)).toBeGreaterThan(fresh(22) + 0.2);
  expect(fresh(undefined)).toBeCloseTo(fresh(22), 9);
});
