import fc from 'fast-check';
import { patchAreaM2, sumAreas, type Patch, type PatchForm } from './patch-area.js';

const patch = (form: PatchForm, more: Partial<Patch> = {}): Patch => ({ id: 'p', name: 'side', place: 'flat', count: 1, form, ...more });

test('closed forms: rectangle, full cylinder, full cone, hemisphere', () => {
  expect(patchAreaM2(patch({ shape: 'flat', lengthMm: 2000, widthMm: 500 }))).toBeCloseTo(1, 12);
  expect(patchAreaM2(patch({ shape: 'cylinder', radiusMm: 500, arcDeg: 360, lengthMm: 1000 }))).toBeCloseTo(Math.PI, 12);
  expect(patchAreaM2(patch({ shape: 'cone', radiusMm: 300, topRadiusMm: 0, heightMm: 400, arcDeg: 360 }))).toBeCloseTo(Math.PI * 0.3 * 0.5, 12);
  expect(patchAreaM2(patch({ shape: 'dome', radiusMm: 1000, heightMm: 1000 }))).toBeCloseTo(2 * Math.PI, 12);
});

test('a cone without slope is a cylinder, and a dome without height a disc', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 10, max: 3000, noNaN: true }),
      fc.double({ min: 10, max: 3000, noNaN: true }),
      fc.integer({ min: 1, max: 360 }),
      (r, l, arcDeg) => {
        const cone = patchAreaM2(patch({ shape: 'cone', radiusMm: r, topRadiusMm: r, heightMm: l, arcDeg }));
        expect(cone / patchAreaM2(patch({ shape: 'cylinder', radiusMm: r, arcDeg, lengthMm: l }))).toBeCloseTo(1, 9);
        expect(patchAreaM2(patch({ shape: 'dome', radiusMm: r, heightMm: 1 })) * 1e6).toBeCloseTo(Math.PI * (r * r + 1), 3);
      },
    ),
  );
});

test('sums by kind of place, flanges on their own', () => {
  const sum = sumAreas([
    patch({ shape: 'flat', lengthMm: 1000, widthMm: 1000 }, { count: 2 }),
    patch({ shape: 'cylinder', radiusMm: 20, arcDeg: 90, lengthMm: 1000 }, { place: 'inside corner', count: 4 }),
    patch({ shape: 'flange strip', lengthMm: 4000, widthMm: 100 }),
  ]);
  expect(sum.byPlace.flat).toBeCloseTo(2.4, 12);
  expect(sum.flangeM2).toBeCloseTo(0.4, 12);
  expect(sum.totalM2).toBeCloseTo(2.4 + 4 * 0.02 * (Math.PI / 2), 12);
});

test.each<[string, PatchForm, RegExp]>([
  ['a negative length', { shape: 'flat', lengthMm: -3, widthMm: 10 }, /"side", length.*between 1 and 50000 mm/],
  ['meters for millimeters', { shape: 'flat', lengthMm: 0.8, widthMm: 10 }, /0.8 m is 800 mm: type 800/],
  ['an arc beyond a circle', { shape: 'cylinder', radiusMm: 5, arcDeg: 400, lengthMm: 10 }, /"side", arc/],
  ['a size left out', { shape: 'flat', lengthMm: 80 }, /width: got nothing, expected a measured size/],
  ['NaN', { shape: 'dome', radiusMm: NaN, heightMm: 10 }, /radius/],
])('refuses %s', (_what, form, message) => {
  expect(() => patchAreaM2(patch(form))).toThrow(message);
});
