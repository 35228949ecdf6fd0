import { cardLibrary } from '../plan/built-in-library.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { layingSeconds } from '../plan/laying.js';
import { bagOffMin, edgeCut, edgeObjections } from './edge-cut.js';

const cards = cardLibrary();
const start = { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } };
const staged = planFromTemplate('staged', start);
const infused = planFromTemplate('infused', start);
const DAY = 1440;
const hours = (day: number, from: number, to: number) => ({ fromS: (day * 24 + from) * 3600, untilS: (day * 24 + to) * 3600 });

describe('an edge', () => {
  const [session] = staged.sessions;
  const cut = (day: number, from: number, to: number) => edgeCut(hours(day, from, to), session, staged, cards);

  test('green in the shop’s hours is cut as soon as it is', () => {
    expect(cut(0, 10, 12)).toEqual({ how: 'green', startMin: 600, untilMin: 720 });
  });

  test('green before the shop opens is cut at opening, where it still is', () => {
    expect(cut(1, 2, 7.1)).toEqual({ how: 'green', startMin: DAY + 420, untilMin: DAY + 426 });
    expect(cut(1, 2, 7)).toEqual({ how: 'sawn', fromMin: DAY + 420, because: 'nobody there' });
  });

  test('green only after closing, or on a closed day, is sawn', () => {
    expect(cut(0, 17.9, 23)).toMatchObject({ how: 'green' });
    expect(cut(0, 18.1, 23)).toMatchObject({ how: 'sawn', fromMin: 23 * 60 });
    expect(cut(5, 9, 12)).toMatchObject({ how: 'sawn', because: 'nobody there' });
    expect(edgeCut(hours(5, 9, 12), session, { ...staged, hours: { ...staged.hours, weekends: true } }, cards)).toMatchObject({ how: 'green' });
  });

  test('under a bag until the next morning; green then, it is cut, before, it is sawn', () => {
    const session = infused.sessions[2];
    const bag = bagOffMin(session, infused, cards)!;
    expect(bag % DAY).toBe(7 * 60);
    expect(bag).toBeGreaterThan(session.startMin + layingSeconds(session, infused, cards) / 60);
    expect(bag - session.startMin).toBeLessThan(DAY);
    const at = (toMin: number) => edgeCut({ fromS: (bag - 300) * 60, untilS: toMin * 60 }, session, infused, cards);
    expect(at(bag)).toEqual({ how: 'sawn', fromMin: bag, because: 'under its bag' });
    expect(at(bag + 1)).toEqual({ how: 'green', startMin: bag, untilMin: bag + 1 });
    expect(bagOffMin(infused.sessions[0], infused, cards)).toBeNull();
  });
});

describe('said beside the plan', () => {
  const [a, b] = staged.sessions.map(({ id }) => id);

  test('once, with every edge that nobody can cut', () => {
    const said = edgeObjections(
      staged,
      cards,
      new Map([
        [a, hours(0, 19, 23)],
        [b, hours(1, 20, 22)],
      ]),
    );
    expect(said).toHaveLength(1);
    expect(said[0]).toMatchObject({ id: 'edge-sawn', level: 'note', stage: 'sequence' });
    for (const { name } of staged.sessions.slice(0, 2)) expect(said[0].why).toContain(name);
  });

  test('silent where somebody is there, where nothing is green, and for what lies under a bag', () => {
    expect(edgeObjections(staged, cards, new Map([[a, hours(0, 9, 11)]]))).toEqual([]);
    expect(edgeObjections(staged, cards, new Map())).toEqual([]);
    const session = infused.sessions[2];
    const green = { fromS: (session.startMin + 60) * 60, untilS: (session.startMin + 300) * 60 };
    expect(edgeObjections(infused, cards, new Map([[session.id, green]]))).toEqual([]);
  });
});
