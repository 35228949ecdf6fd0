import { bestFirst, compareCosts, type Choice, type Cost, type Ground, type Grown, type Next } from './best-first.js';

/** Three things to lay, each an hour; the price of a plan is that of its starts, some of which are forbidden. */
class Toy implements Ground<Grown & { readonly choices: readonly Choice[] }> {
  readonly items = 3;
  readonly merges = false;
  grown = 0;

  constructor(private readonly price: (startS: number, item: number) => number) {}

  nexts(): readonly Next[] {
    return [{ count: 1 }];
  }
  starts(_laid: number, _next: Next, fromS: number): readonly number[] {
    return Array.from({ length: 6 }, (_, i) => fromS + i);
  }
  takesS(): number {
    return 1;
  }
  bound(choices: readonly Choice[]): Cost {
    return [choices.reduce((sum, { startS }, i) => sum + this.price(startS, i), 0), choices.length];
  }
  grow(choices: readonly Choice[]): Grown & { readonly choices: readonly Choice[] } {
    this.grown += 1;
    return {
      choices,
      converged: true,
      brokenS: () => Infinity,
      closesS: () => Infinity,
      mayGoOn: () => true,
      stateAt: () => ({ tempK: new Float64Array(0), cure: new Float64Array(0), laid: () => false, warmth: [] }),
    };
  }
  finish(_grown: Grown, choices: readonly Choice[]): { cost: Cost; demoldS: number } | null {
    const [cost] = this.bound(choices);
    return Number.isFinite(cost) ? { cost: [cost, choices.length], demoldS: choices[2].startS } : null;
  }
  clockOf(startS: number): number {
    return startS;
  }
}

const rising = (startS: number): number => startS;

test('the cheapest plan, proved, whether it goes for any plan first or not', () => {
  for (const dive of [false, true]) {
    const found = bestFirst(new Toy(rising), { dive });
    expect(found).toMatchObject({ status: 'optimal', best: { cost: [3, 3], demoldS: 2 } });
  }
});

test('a start that costs more early is not taken for being early', () => {
  const found = bestFirst(new Toy((startS, item) => (item === 2 && startS < 5 ? 100 : 1)));
  expect(found.best?.choices[2].startS).toBeGreaterThanOrEqual(5);
  expect(found.best?.cost[0]).toBe(3);
});

test('nothing is possible: proved, with a bound of nothing', () => {
  const found = bestFirst(new Toy(() => Infinity), { dive: true });
  expect(found).toMatchObject({ status: 'infeasible', best: null, bound: [Infinity] });
});

test('only what is better than something is looked for', () => {
  expect(bestFirst(new Toy(rising), { beat: [3, 3] })).toMatchObject({ status: 'infeasible', best: null });
  expect(bestFirst(new Toy(rising), { beat: [3.1, 3] })).toMatchObject({ status: 'optimal', best: { cost: [3, 3] } });
});

test('of a cost only so many parts are searched for: a plan as good in those is enough', () => {
  class Even extends Toy {
    override bound(choices: readonly Choice[]): Cost {
      return [7, ...super.bound(choices)];
    }
    override finish(grown: Grown, choices: readonly Choice[]): { cost: Cost; demoldS: number } | null {
      const end = super.finish(grown, choices);
      return end && { ...end, cost: [7, ...end.cost] };
    }
  }
  // What is cheap at first makes the last dear: any plan is found before the best is.
  const lastLate = (startS: number, item: number): number => (item < 2 ? startS : startS < 8 ? 20 : 0);
  const all = bestFirst(new Even(lastLate), { dive: true });
  const first = bestFirst(new Even(lastLate), { dive: true, parts: 1 });
  expect([all.status, first.status]).toEqual(['optimal', 'optimal']);
  expect(first.best?.cost[0]).toBe(7);
  expect(first.evaluated).toBeLessThan(all.evaluated);
  expect(compareCosts(all.best!.cost, first.best!.cost)).toBeLessThanOrEqual(0);
});

test('stopped, it says what no plan beats', () => {
  let asked = 0;
  const stopped = bestFirst(new Toy(rising), { shouldStop: () => ++asked > 2 });
  expect(stopped.status).toBe('stopped');
  expect(stopped.bound[0]).toBeLessThanOrEqual(3);
  expect(stopped.evaluated).toBe(3);
});

test('going for any plan first it finds one before it proves anything', () => {
  const told: number[] = [];
  const toy = new Toy(rising);
  bestFirst(toy, { dive: true, onBetter: ({ cost }) => told.push(cost[0]) });
  expect(told.at(-1)).toBe(3);
  expect([...told].sort((a, b) => b - a)).toEqual(told);
});

test.each([
  [[1, 2], [1, 2], 0],
  [[1, 2], [1, 3], -1],
  [[2, 0], [1, 9], 1],
  [[1 + 1e-4, 0], [1, 0], 0],
  [[Infinity], [Infinity], 0],
  [[1], [Infinity], -1],
])('costs %p and %p compare as %p', (a, b, sign) => {
  expect(Math.sign(compareCosts(a, b))).toBe(sign);
});
