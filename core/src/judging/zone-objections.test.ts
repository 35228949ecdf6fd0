import { cards, school } from '../test-support/practice.js';
import { changeSection } from '../plan/edit-document.js';
import { changeLayer } from '../plan/edit-plan.js';
import { planOf } from '../plan/lift-plan.js';
import { DEFAULT_DESIGN, type FlangeKind } from '../plan/parts/mold-design.js';
import type { ZoneKind, ZoneLayer } from '../plan/parts/zone.js';
import { fillAmounts } from '../units/amounts.js';
import { newZone, withZoneLayer } from '../plan/zones.js';
import { WALL_PASS_UM, zoneObjections } from './zone-objections.js';

const staged = school('staged');
const withZone = (kind: ZoneKind, layer: Partial<ZoneLayer> = {}, view = staged): string[] => {
  const zone = withZoneLayer(newZone(kind, []), { layerId: 'l3', plies: 0, out: false, ...layer });
  const plan = changeSection(planOf(view), 'a', (section) => ({ ...section, zones: [zone] }));
  return zoneObjections(plan, plan.sections[0], cards).map(({ level, id }) => `${level} ${id}`);
};
const filmed = (um: number, passes = 1) =>
  changeLayer(changeLayer(staged, 'l2', { wetFilmUm: 200 }), 'l1', { wetFilmUm: um, application: { method: 'brush', passes, color: '' } });

test.each<[string, () => string[], string[]]>([
  ['a corner as the field', () => withZone('outside corner'), []],
  ['a corner without its skin', () => withZone('outside corner', { out: true }), ['stop bare-corner-outside-corner-l3']],
  ['an inside corner without its skin', () => withZone('inside corner', { out: true }), ['stop bare-corner-inside-corner-l3']],
  ['a corner without a bulk layer', () => withZone('outside corner', { layerId: 'l5', out: true }), []],
  ['a corner just not rich', () => withZone('outside corner', { resinToGlass: 2.5 * 1.25 }), []],
  ['a corner just rich', () => withZone('outside corner', { resinToGlass: 2.5 * 1.25 + 0.01 }), ['care rich-corner-outside-corner-l3']],
  ['a flange rich in resin', () => withZone('flange', { resinToGlass: 5 }), []],
  ['a wall at the film that stays', () => withZone('steep wall', {}, filmed(WALL_PASS_UM)), []],
  ['a wall with a little more', () => withZone('steep wall', {}, filmed(WALL_PASS_UM + 1)), ['care runs-steep-wall-l1']],
  ['a wall in two passes', () => withZone('steep wall', {}, filmed(2 * WALL_PASS_UM, 2)), []],
  ['a thinner film on the wall', () => withZone('steep wall', { layerId: 'l1', filmFactor: 0.5 }, filmed(2 * WALL_PASS_UM)), []],
  ['no gel coat on the wall', () => withZone('steep wall', { layerId: 'l1', out: true }, filmed(900)), []],
  ['a pocket in still air', () => withZone('deep pocket'), ['care styrene-deep-pocket']],
  ['a pocket under a fan', () => withZone('deep pocket', {}, { ...staged, climate: { ...staged.climate, fan: true } }), []],
  ['a pocket in epoxy', () => withZone('deep pocket', {}, school('epoxy')), []],
  ['nothing laid', () => withZone('deep pocket', {}, { ...staged, sessions: [] }), []],
])('%s', (_what, find, said) => {
  expect(find()).toEqual(said);
});

test.each<[FlangeKind, number, string[]]>([
  ['trim only', 0, []],
  ['bolted', 0, ['care thin-flange']],
  ['infused', 0, ['care thin-flange']],
  ['bolted', 1, []],
])('a flange, %s, with %p plies more', (kind, plies, said) => {
  const design = { ...DEFAULT_DESIGN, flange: { ...DEFAULT_DESIGN.flange, kind } };
  expect(withZone('flange', { plies }, { ...staged, design })).toEqual(said);
});

test('plies more of another zone do not stiffen a flange', () => {
  const design = { ...DEFAULT_DESIGN, flange: { ...DEFAULT_DESIGN.flange, kind: 'bolted' as const } };
  expect(withZone('outside corner', { plies: 2 }, { ...staged, design })).toEqual(['care thin-flange']);
});

test('what is said of a zone names it, its layer and its numbers', () => {
  const view = filmed(900);
  const plan = changeSection(planOf(view), 'a', (section) => ({ ...section, zones: [{ ...newZone('steep wall', []), name: 'North wall' }] }));
  const [{ title, why, remedy }] = zoneObjections(plan, plan.sections[0], cards);
  expect(fillAmounts(title, 'metric')).toBe('North wall: Gel coat 1, 900 µm in a pass');
  expect(fillAmounts(why, 'metric')).toContain('runs down');
  expect(fillAmounts(remedy, 'metric')).toContain('at most 300 µm');
});
