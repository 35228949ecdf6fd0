import fc from 'fast-check';
import { displayText, fromDisplay, toDisplay, type DisplayQuantity } from './display-units.js';

test.each<[DisplayQuantity, number, string]>([
  ['film', 508, '20.0 mil'],
  ['temperature', 25, '77 °F'],
  ['temperatureDifference', 10, '18 °F'],
  ['arealWeight', 450, '1.47 oz/ft²'],
  ['potMass', 100, '3.53 oz'],
  ['potMass', 453.59237, '1.00 lb'],
  ['potMass', 453, '15.98 oz'],
  ['length', 9.144, '30.0 ft'],
  ['volume', 100, '3.38 fl oz'],
  ['pressure', 90, '13.05 psi'],
  ['vacuum', 10, '0.30 inHg'],
  ['mass', 1, '2.20 lb'],
  ['thickness', 25.4, '1.000 in'],
  ['area', 1, '10.8 ft²'],
])('%s %p is %s in the US shop', (quantity, stored, text) => {
  expect(displayText(quantity, stored, 'us')).toBe(text);
});

test('a pot in grams: a tenth under a hundred, kilograms from one on', () => {
  expect([8.44, 99.94, 100, 999.4, 1000].map((g) => displayText('potMass', g, 'metric'))).toEqual(['8.4 g', '99.9 g', '100 g', '999 g', '1.00 kg']);
});

test('there and back again is the same', () => {
  const quantities = fc.constantFrom<DisplayQuantity>(
    'temperature',
    'temperatureDifference',
    'film',
    'thickness',
    'arealWeight',
    'mass',
    'potMass',
    'length',
    'volume',
    'pressure',
    'vacuum',
    'area',
  );
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
