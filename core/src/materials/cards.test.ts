import fc from 'fast-check';
import { checkKineticCard } from '../cure/kinetic-card.js';
import { builtInMaterials } from './built-in-materials.js';
import { cardFields } from './card-fields.js';
import { checkCard } from './check-card.js';
import { kineticCards } from './kinetic-cards.js';
import { cardNumber, materialKinds, withValues, type MaterialCard } from './material-card.js';
import { resinCardOf } from './resin-card.js';

const source = { origin: 'data sheet', note: 'sheet', date: '2026-05-01' } as const;
const iso = builtInMaterials.find(({ id }) => id === 'iso_lam')!;

test('every built-in card is sound, of every kind, and every value is assumed', () => {
  for (const card of builtInMaterials) {
    expect(() => {
      checkCard(card);
    }).not.toThrow();
    for (const value of Object.values(card.values)) expect(value.origin).toBe('assumed');
  }
  expect(new Set(builtInMaterials.map(({ kind }) => kind))).toEqual(new Set(materialKinds));
  expect(new Set(builtInMaterials.map(({ id }) => id)).size).toBe(builtInMaterials.length);
});

test('a resin read from its card has the kinetic numbers it was made from', () => {
  for (const [id, kinetics] of Object.entries(kineticCards)) {
    const view = resinCardOf(builtInMaterials.find((card) => card.id === id)!);
    expect({ ...view.kinetics, name: '' }).toEqual({ ...kinetics, name: '' });
    checkKineticCard(view.kinetics);
  }
});

test('reading the same card twice gives the same object', () => {
  expect(resinCardOf(iso)).toBe(resinCardOf(iso));
});

test.each<[string, MaterialCard, RegExp]>([
  ['an unknown line', withValues(iso, { stickiness: 3 }, source), /one of the lines of a resin card/],
  ['a number out of range', withValues(iso, { shopMinC: 200 }, source), /Coldest shop.*between -20 and 60/],
  ['a text for a number', withValues(iso, { shopMinC: 'cold' }, source), /Coldest shop/],
  ['NaN', withValues(iso, { H: NaN }, source), /Heat of cure/],
  ['a missing required line', withValues(iso, { k2: null }, source), /k2 at 25 °C/],
  ['a catalyst range upside down', withValues(iso, { catalystMinPct: 2, catalystMaxPct: 1 }, source), /lowest ≤ usual ≤ highest/],
  ['half a catalyst range', withValues(iso, { catalystMinPct: null }, source), /or none of the three/],
  ['activation above the hottest wanted', withValues(iso, { activationC: 95 }, source), /coolest place must reach/],
  ['a Tg that falls with cure', withValues(iso, { Tg1: -50, Tg0: 50 }, source), /Tg uncured/],
  ['an overlay time without its temperature', withValues(iso, { overlayAtC: null }, source), /the temperature and the film/],
  ['a kind of resin that is none', withValues(iso, { family: 'glue' }, source), /Kind of resin/],
  ['a date that is none', withValues(iso, { H: 3e5 }, { ...source, date: 'May' }), /YYYY-MM-DD/],
  ['an id with blanks', { ...iso, id: 'my resin' }, /card id/],
  ['a gel time of no minutes', { ...iso, gelTimes: [{ ...source, minutes: 0, tempC: 25, catalystPct: 1.5, massG: 100 }] }, /gel time 1/],
])('refuses %s', (_what, card, message) => {
  expect(() => {
    checkCard(card);
  }).toThrow(message);
});

test('any number inside a field’s range is accepted where nothing else speaks against it', () => {
  const alone = cardFields.resin.filter(({ key }) =>
    ['viscosityPaS', 'shelfLifeDays', 'hdtC', 'modulusGPa', 'warpFactor', 'rateSpreadPct'].includes(key),
  );
  fc.assert(
    fc.property(fc.constantFrom(...alone), fc.double({ min: 0, max: 1, noNaN: true }), (field, share) => {
      const value = field.min! + share * (field.max! - field.min!);
      const card = withValues(iso, { [field.key]: value }, source);
      checkCard(card);
      expect(cardNumber(card, field.key)).toBe(value);
    }),
  );
});
