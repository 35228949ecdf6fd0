import { cardLibrary } from '../plan/built-in-library.js';
import { cardOf } from '../plan/card-library.js';
import { kept } from '../test-support/kept.js';
import { manyPlans } from '../test-support/many-plans.js';
import { changed } from '../test-support/practice.js';
import { catalystFor } from './catalyst-level.js';
import { doseOf } from './hardener-dose.js';
import { hardenerDensity, hardenerOf } from './hardener-name.js';
import { mixObjections, mixSheet, potLookup, smokes } from './mix-sheet.js';

const cards = cardLibrary();
const look = potLookup();
const wanted = /^school|sprayed|by volume|one hand|catalyst|cold|hot|infused, tight|one person/;

test.each(manyPlans.filter(([name]) => wanted.test(name)))('the pots of %s are as they were', (_name, plan) => {
  const rows = mixSheet(plan, cards, look);
  expect(
    kept({
      rows: rows.map(({ session, layer, layers, card, ...row }) => [
        session.id,
        layer.id,
        layers.length,
        card.id,
        smokes({ card, pot: row.pot }),
        row,
      ]),
      objections: mixObjections(rows),
    }),
  ).toMatchSnapshot();
});

test('catalyst and dose of every resin, cold to hot, on scales fine and coarse', () => {
  const levels = [...cards.resins.values()].map((card) => [
    card.id,
    [5, 12, 18, 21, 26, 35].map((tempC) => catalystFor(card, tempC)),
    catalystFor(card, 19, 0.3),
    catalystFor(card, 19, 4),
    doseOf(card, 1000, card.kinetics.c_ref),
    doseOf(card, 1000, card.kinetics.c_ref, { hardenerKgM3: 1020 }),
  ]);
  expect(kept(levels)).toMatchSnapshot();
});

test('a resin whose card says nothing of its hardener', () => {
  const silent = changed('epoxy_slow', {
    hardenerPhrByWeight: null,
    hardenerPhrByVolume: null,
    hardenerDensityKgM3: null,
  });
  const volumeOnly = changed('epoxy_slow', { hardenerDensityKgM3: null });
  for (const library of [silent, volumeOnly]) expect(kept(doseOf(cardOf(library, 'epoxy_slow'), 500, null))).toMatchSnapshot();
  const noDensity = changed('gelcoat_iso', { hardenerDensityKgM3: null });
  expect(kept(doseOf(cardOf(noDensity, 'gelcoat_iso'), 500, 2))).toMatchSnapshot();
});

test('whose hardener: named for the layer, the infusion’s, the card’s, or the usual one', () => {
  const plan = manyPlans.find(([name]) => name === 'infused, tight')![1];
  const names = plan.sessions.flatMap(({ layers }) =>
    layers.map((layer) => {
      const named = hardenerOf(layer, cardOf(cards, layer.cardId), plan, cards);
      const own = hardenerOf({ ...layer, hardenerId: 'cumene' }, cardOf(cards, layer.cardId), plan, cards);
      const unknown = hardenerOf({ ...layer, hardenerId: 'nothing' }, cardOf(cards, layer.cardId), plan, cards);
      return [layer.id, named.name, hardenerDensity(named), own.name, unknown.name];
    }),
  );
  expect(kept(names)).toMatchSnapshot();
});
