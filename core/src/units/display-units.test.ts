import fc from 'fast-check';
import { displayText, fromDisplay, toDisplay, type DisplayQuantity } from './display-units.js';

test.each<[DisplayQuantity, number, string]>([
  ['film', 508, '20.0 mil'],
  ['temperature', 25, '77 °F'],
  ['temperatureDifference', 10, '18 °F'],
  ['arealWeight', 450, '1.47 oz/ft²'],
  ['mass', 1, '2.20 lb'],
  ['thickness', 25.4, '1.000 in'],
  ['area', 1, '10.8 ft²'],
])('%s %p is %s in the US shop', (quantity, stored, text) => {
  expect(displayText(quantity, stored, 'us')).toBe(text);
});

test('there and back again is the same', () => {
  const quantities = fc.constantFrom<DisplayQuantity>('temperature', 'temperatureDifference', 'film', 'thickness', 'arealWeight', 'mass', 'area');
  fc.assert(
    fc.property(
      quantities,
      fc.double({ min: -50, max: 5000, noNaN: true }),
      fc.constantFrom('metric' as const, 'us' as const),
      (quantity, value, system) => {
        expect(fromDisplay(quantity, toDisplay(quantity, value, system), system)).toBeCloseTo(value, 8);
      },
    ),
  );
});
