import { randomUUID } from 'node:crypto';
import { TestShop } from '../test-support/test-shop.js';

interface Told {
  readonly older: boolean;
  readonly acceptedRisk: number;
  readonly molds: readonly {
    readonly id: string;
    readonly pFight: number;
    readonly pullsLeft: { p10: number; p50: number; p90: number };
    readonly fan: readonly { p10: number; p50: number; p90: number }[];
    readonly afterCoat: number;
    readonly pullsPerDay: number | null;
    readonly graded: number;
  }[];
}

describe('when molds will stick', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  test('every mold of the rack, with its band; the one in trouble is likelier to fight, and a coat helps', async () => {
    const ada = await shop.signedIn('ada');
    const told: Told = (await ada.get('/api/molds/forecast').expect(200)).body;
    const rack: { molds: { id: string; part: string; number: string }[] } = (await ada.get('/api/molds').expect(200)).body;
    expect(told.molds.map(({ id }) => id).sort()).toEqual(rack.molds.map(({ id }) => id).sort());
    expect(told.older).toBe(false);
    for (const { pFight, pullsLeft, fan } of told.molds) {
      expect(pFight).toBeGreaterThan(0);
      expect(pFight).toBeLessThan(1);
      expect(pullsLeft.p10).toBeLessThanOrEqual(pullsLeft.p50);
      expect(pullsLeft.p50).toBeLessThanOrEqual(pullsLeft.p90);
      for (const { p10, p50, p90 } of fan) expect([p10, p50, p90]).toEqual([p10, p50, p90].sort((a, b) => a - b));
    }
    const of = (part: string) => told.molds.find(({ id }) => id === rack.molds.find((mold) => mold.part === part)?.id)!;
    const [trouble, kept] = [of('Sauna bath tub'), of('Weather radar petal')];
    expect(trouble.pFight).toBeGreaterThan(3 * kept.pFight);
    expect(trouble.afterCoat).toBeLessThan(trouble.pFight);
    expect(kept.graded).toBeGreaterThan(50);
  });

  test('a pull that fought makes the next one likelier to; taken back it counts no more', async () => {
    const ada = await shop.signedIn('ada');
    const rack: { molds: { id: string; part: string }[] } = (await ada.get('/api/molds').expect(200)).body;
    const { id } = rack.molds.find(({ part }) => part === 'Plinth cover')!;
    const chance = async (): Promise<number> => {
      for (;;) {
        const told: Told = (await ada.get('/api/molds/forecast').expect(200)).body;
        if (!told.older) return told.molds.find((mold) => mold.id === id)!.pFight;
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
    };
    const before = await chance();
    const pull = { id: randomUUID(), at: '2026-11-24T09:00:00.000Z', ease: 5, note: '' };
    await ada.post(`/api/molds/${id}/pulls`).send(pull).expect(201);
    expect(await chance()).toBeGreaterThan(before);
    await ada.post(`/api/molds/${id}/pulls/${pull.id}/undo`).send({ id: randomUUID(), note: 'mistaken' }).expect(201);
    expect(await chance()).toBeCloseTo(before, 6);
  });
});
