import { usualShop, type ShopCalendar } from '@pentimento/core/shop';
import { demoPeople } from './demo-people.js';

const skills: Readonly<Record<string, ShopCalendar['people'][number]['skills']>> = {
  ada: ['gel coat', 'laminating', 'infusion', 'finishing'],
  ben: ['gel coat', 'laminating'],
  cleo: ['gel coat', 'laminating', 'infusion'],
  dov: ['laminating', 'joinery'],
  edda: ['gel coat', 'finishing'],
  finn: ['laminating', 'joinery', 'finishing'],
};

/** Hours, people, places and air of the made-up shop. */
export const demoShop: ShopCalendar = {
  ...usualShop(),
  closed: [{ from: '2026-12-23', to: '2027-01-03', why: 'Turn of the year' }],
  people: demoPeople.map(({ name, login }) => ({
    id: login,
    name,
    skills: skills[login] ?? [],
    ...(login === 'edda' ? { fromHour: 7, toHour: 13 } : {}),
    absent: login === 'dov' ? [{ from: '2026-12-07', to: '2026-12-11', why: 'Holiday' }] : [],
  })),
  places: [
    { id: 'long-bench', name: 'Long bench', kind: 'bench', lengthMm: 6000, widthMm: 2000 },
    { id: 'window-bench', name: 'Window bench', kind: 'bench', lengthMm: 2500, widthMm: 1200 },
    { id: 'floor', name: 'Floor by the door', kind: 'bench', lengthMm: 4000, widthMm: 3000 },
    { id: 'booth', name: 'Spray booth', kind: 'booth', lengthMm: 4000, widthMm: 3000 },
    { id: 'oven', name: 'Oven', kind: 'oven', lengthMm: 2200, widthMm: 1600, highestC: 90 },
  ],
  seasons: [
    { fromDay: '04-15', meanC: 21, swingC: 3, warmestHour: 15, humidityPct: 55 },
    { fromDay: '10-15', meanC: 19, swingC: 1.5, warmestHour: 14, humidityPct: 60 },
  ],
};
