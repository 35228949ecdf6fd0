import { displayDigits, displayText, unitName, type DisplayQuantity } from './display-units.js';
import { byLevel, worstOf, type Level } from './levels.js';
import { escapeMarkup } from './markup.js';

test('stop before care, care beside warn, before a note, before nothing', () => {
  const mixed: Level[] = ['ok', 'note', 'warn', 'stop', 'care'];
  expect([...mixed].sort(byLevel)).toEqual(['stop', 'warn', 'care', 'note', 'ok']);
  expect(byLevel('care', 'warn')).toBe(0);
});

test.each<[Level[], Level | null]>([
  [[], null],
  [['ok'], 'ok'],
  [['note', 'care', 'ok'], 'care'],
  [['stop', 'care'], 'stop'],
  [['care', 'stop'], 'stop'],
  [['care', 'warn'], 'care'],
])('the worst of %p is %p', (levels, worst) => {
  expect(worstOf(levels)).toBe(worst);
});

test('words inside markup cannot end it', () => {
  expect(escapeMarkup('<a b="1"> & \' c')).toBe("&#60;a b=&#34;1&#34;&#62; &#38; ' c");
});

test.each<[DisplayQuantity, number, string, string]>([
  ['temperature', 0, '0 °C', '32 °F'],
  ['temperatureDifference', 1.5, '2 K', '3 °F'],
  ['ramp', 10, '10 K/h', '18 °F/h'],
  ['film', 254, '254 µm', '10.0 mil'],
  ['thickness', 2.54, '2.5 mm', '0.100 in'],
  ['arealWeight', 300, '300 g/m²', '0.98 oz/ft²'],
  ['mass', 0.5, '0.50 kg', '1.10 lb'],
  ['area', 2, '2.00 m²', '21.5 ft²'],
  ['share', 0.35, '35 %', '35 %'],
  ['duration', 90, '1.5 h', '1.5 h'],
])('%s %p is %s, and %s in the US shop', (quantity, stored, metric, us) => {
  expect(displayText(quantity, stored, 'metric')).toBe(metric);
  expect(displayText(quantity, stored, 'us')).toBe(us);
  expect(metric.endsWith(unitName(quantity, 'metric'))).toBe(true);
  expect(displayDigits(quantity, 'us')).toBe((/\.(\d+)/.exec(us)?.[1] ?? '').length);
});
