import fc from 'fast-check';
import { patchAreaM2, type Patch } from '../plan/parts/patch-area.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { changeLayer } from '../plan/edit-plan.js';
import { planFromTemplate, stackTemplates } from '../plan/stack-templates.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { releaseUse } from '../release/release-schedule.js';
import { stepsOf, workedOut } from '../steps/steps-of.js';
import { defaultRelease } from '../plan/parts/release-plan.js';
import { checkPart } from '../plan/fields/check-part.js';
import { checkOverlap, DEFAULT_KIT, kitFields } from '../plan/parts/kit-plan.js';
import { kitObjections, kitPieces, kitSheet, MOST_PIECES } from './kit-sheet.js';
import { pieceAreaM2, plyPieces } from './pieces.js';
import { outlineOf, packRoll } from './roll-packing.js';
import { libraryOf } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { sectionOf } from '../plan/section-view.js';
import { newZone } from '../plan/zones.js';
import { laidMasses } from '../stack/tally.js';
import { twoHalves } from '../test-support/two-halves.js';
import { fillAmounts, words } from '../units/amounts.js';
import { takeOff, takeOffAmount, takeOffCsv, takeOffOfMold } from './take-off.js';
import { kitSvg } from './templates.js';
import { unrolled } from './unrolled.js';

const cards = cardLibrary();
const patch = (form: Patch['form'], more: Partial<Patch> = {}): Patch => ({ id: 'p', name: 'side', place: 'flat', count: 1, form, ...more });
const rules = { rollWidthMm: 1250, overlapMm: 40, staggerMm: 100, longestPieceMm: 1500, edge: 'torn' as const };

test.each<[string, Patch]>([
  ['flat', patch({ shape: 'flat', lengthMm: 900, widthMm: 400 })],
  ['cylinder', patch({ shape: 'cylinder', radiusMm: 300, arcDeg: 120, lengthMm: 800 })],
  ['cone', patch({ shape: 'cone', radiusMm: 500, topRadiusMm: 200, heightMm: 600, arcDeg: 360 })],
])('%s laid flat has its own area', (_what, one) => {
  const area = unrolled(one).reduce((sum, { count, ...flat }) => sum + count * pieceAreaM2(flat), 0);
  expect(area).toBeCloseTo(patchAreaM2(one), 9);
});

test.each([
  [800, 120],
  [800, 250],
  [400, 400],
  [300, 700],
])('gores of a dome of radius %p and height %p cover it', (radiusMm, heightMm) => {
  const dome = patch({ shape: 'dome', radiusMm, heightMm });
  const flats = unrolled(dome);
  const area = flats.reduce((sum, { count, ...flat }) => sum + count * pieceAreaM2(flat), 0);
  expect(area / patchAreaM2(dome)).toBeGreaterThan(0.999);
  expect(area / patchAreaM2(dome)).toBeLessThan(1.08);
  // Rim to crown, and round the belly where it is widest.
  const sphere = (radiusMm ** 2 + heightMm ** 2) / (2 * heightMm);
  expect(flats.reduce((sum, { lengthMm }) => sum + lengthMm, 0)).toBeCloseTo(sphere * Math.atan2(radiusMm, sphere - heightMm), 6);
  expect(flats[0].bottomMm * flats[0].count).toBeGreaterThanOrEqual(2 * Math.PI * radiusMm - 1e-6);
});

describe('pieces of a ply', () => {
  const shapes = fc.array(
    fc.record({
      name: fc.constant('x'),
      count: fc.integer({ min: 1, max: 4 }),
      lengthMm: fc.double({ min: 60, max: 6000, noNaN: true }),
      bottomMm: fc.double({ min: 60, max: 4000, noNaN: true }),
      topMm: fc.double({ min: 60, max: 4000, noNaN: true }),
    }),
    { minLength: 1, maxLength: 5 },
  );

  test('cover the shapes with their overlap, and fit the roll', () => {
    fc.assert(
      fc.property(shapes, fc.integer({ min: 0, max: 5 }), (list, ply) => {
        const pieces = plyPieces(list, rules, ply, 'P');
        const need = list.reduce((sum, shape) => sum + shape.count * pieceAreaM2(shape), 0);
        expect(pieces.reduce((sum, piece) => sum + pieceAreaM2(piece), 0)).toBeGreaterThan(need);
        for (const piece of pieces) {
          expect(Math.max(piece.bottomMm, piece.topMm)).toBeLessThanOrEqual(rules.rollWidthMm + 1e-6);
          expect(piece.lengthMm).toBeLessThanOrEqual(rules.longestPieceMm + 1e-6);
        }
        expect(new Set(pieces.map(({ label }) => label)).size).toBe(pieces.length);
      }),
    );
  });

  test('joints move from ply to ply', () => {
    const wide = [{ name: 'x', count: 1, lengthMm: 1000, bottomMm: 2600, topMm: 2600 }];
    const widths = (ply: number): number[] => plyPieces(wide, rules, ply, 'P').map(({ bottomMm }) => bottomMm);
    expect(widths(0)).not.toEqual(widths(1));
    expect(plyPieces(wide, { ...rules, edge: 'cut' }, 0, 'P')[0].bottomMm).toBeLessThan(widths(0)[0]);
  });

  test('packed pieces lie on the roll and on nobody else', () => {
    fc.assert(
      fc.property(shapes, (list) => {
        const pieces = plyPieces(list, rules, 0, 'P');
        const layout = packRoll(pieces, rules.rollWidthMm);
        expect(layout.placed).toHaveLength(pieces.length);
        expect(layout.waste).toBeGreaterThanOrEqual(-1e-9);
        for (const one of layout.placed)
          for (const [x, y] of outlineOf(one)) {
            expect(x).toBeGreaterThanOrEqual(-1e-6);
            expect(x).toBeLessThanOrEqual(rules.rollWidthMm + 1e-6);
            expect(y).toBeLessThanOrEqual(layout.lengthMm + 1e-6);
          }
        // Trapezoids overlap exactly where a horizontal line cuts both at once: looked at in three heights of each.
        layout.placed.forEach((a, i) => {
          for (const b of layout.placed.slice(i + 1))
            for (const share of [0.02, 0.5, 0.98]) {
              const y = a.yMm + share * a.piece.lengthMm;
              const [from, to] = [across(a, y), across(b, y)];
              if (from && to) expect(Math.min(from[1], to[1]) - Math.max(from[0], to[0])).toBeLessThan(1e-6);
            }
        });
      }),
      { numRuns: 40 },
    );
  });
});

/** Where a horizontal line at y cuts a placed piece; null: above or below it. */
function across(one: Parameters<typeof outlineOf>[0], y: number): [number, number] | null {
  const [[x0, y0], [x1], [x2, y2], [x3]] = outlineOf(one);
  if (y < y0 || y > y2) return null;
  const share = (y - y0) / (y2 - y0);
  return [x0 + (x3 - x0) * share, x1 + (x2 - x1) * share];
}

describe('kit of a plan', () => {
  const start = { startDate: '2026-12-07', areaM2: 1.1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } };
  const plan = {
    ...changeLayer(planFromTemplate('staged', start), 'l4', { extras: { flangePlies: 2, cornerPlies: 0 } }),
    patches: [
      patch({ shape: 'flat', lengthMm: 1000, widthMm: 1000 }, { id: 'a', name: 'field' }),
      patch({ shape: 'flange strip', lengthMm: 1000, widthMm: 100 }, { id: 'b', name: 'edge' }),
    ],
    release: defaultRelease(1.1),
  };

  test('every ply has its label, flange plies only the flange, and the roll carries them all', () => {
    const [mat] = kitSheet(plan, cards);
    expect(mat.fabricId).toBe('mat_450');
    expect(mat.plies.map(({ label }) => label)).toEqual([
      'S3-L1-P1',
      'S4-L1-P1',
      'S4-L1-P2',
      'S4-L1-P3',
      'S4-L1-F1',
      'S4-L1-F2',
      'S5-L1-P1',
      'S5-L1-P2',
      'S5-L1-P3',
    ]);
    expect(mat.plies[4].pieces.every(({ patch: name }) => name === 'edge')).toBe(true);
    expect(mat.takeM).toBeCloseTo((mat.roll.lengthMm / 1000) * 1.08, 9);
    expect(mat.roll.placed).toHaveLength(mat.plies.reduce((sum, { pieces }) => sum + pieces.length, 0));
  });

  test('the template is true to size, and a name cannot break it', () => {
    const [mat] = kitSheet(plan, cards);
    const svg = kitSvg('<b>&', mat.roll);
    expect(svg).toContain(`width="${String(mat.roll.rollWidthMm + 20)}mm"`);
    expect(svg).toContain(`viewBox="0 0 ${String(mat.roll.rollWidthMm + 20)} `);
    expect(svg).not.toContain('<b>');
    expect(svg.match(/<polygon/g)).toHaveLength(mat.roll.placed.length);
  });

  test('take-off names resin, hardener, reinforcement and release, with the shop’s waste', () => {
    const lines = takeOff(plan, cards);
    expect(new Set(lines.map(({ kind }) => kind))).toEqual(new Set(['resin', 'hardener', 'reinforcement', 'release agent']));
    for (const { net, take } of lines) expect(take / net).toBeCloseTo(1.08, 9);
    expect(takeOffCsv(lines)).toMatch(/roll 1250 mm/);
    const csv = takeOffCsv([{ ...lines[0], what: '=cmd, "x"' }]);
    expect(csv.split('\r\n')[1]).toMatch(/^"'=cmd, ""x""",resin,/);
  });

  test.each(stackTemplates.map(({ id }) => id))('school %s: what is bought is what its steps weigh into pots, and the coats they put on', (id) => {
    const built = { ...planFromTemplate(id, start), release: { ...defaultRelease(1), startMin: -3 * 1440 + 480 } };
    const steps = stepsOf(built, cards, workedOut(built, cards, evaluatePlan(built, cards)));
    const used = (kind: string, what: string): number =>
      steps
        .filter((step) => step.kind === kind)
        .reduce((sum, { uses }) => sum + uses.reduce((g, use) => g + (use.what === what ? use.amount : 0), 0), 0);
    for (const { what, kind, net } of takeOff(built, cards).filter((line) => line.unit === 'kg')) {
      expect(['resin', 'hardener', 'filler']).toContain(kind);
      expect(used('mix', what) / 1000).toBeCloseTo(net, 9);
    }
    for (const { cardId, coatM2 } of releaseUse(built.release, cards)) {
      const name = cards.sheets.get(cardId)!.name;
      expect(
        steps.filter(({ stage }) => stage === 'release').reduce((m2, { uses }) => m2 + (uses.at(0)?.what === name ? uses[0].amount : 0), 0),
      ).toBeCloseTo(coatM2, 9);
    }
  });

  test('what is bought in packs is rounded up to them; what no card says is left open', () => {
    const lines = takeOff(plan, cards);
    const resin = lines.find(({ kind }) => kind === 'resin')!;
    expect(resin.order).toEqual({ count: Math.ceil(resin.take / 25), of: 25 });
    expect(lines.find(({ kind }) => kind === 'reinforcement')!.order).toEqual({ count: 1, of: 50 });
    const open = libraryOf(
      [...cards.sheets.values()].map((card) => ({
        ...card,
        values: Object.fromEntries(Object.entries(card.values).filter(([key]) => !key.startsWith('pack'))),
      })),
    );
    expect(takeOff(plan, open).find(({ kind }) => kind === 'resin')!.order).toBeNull();
  });

  test('on the sheet and the screen amounts are in the reader’s units', () => {
    const text = (unit: 'kg' | 'm' | 'm²' | 'l'): string => fillAmounts(words`${takeOffAmount(25, unit)}`, 'us');
    expect((['kg', 'm', 'm²', 'l'] as const).map(text)).toEqual(['55.12 lb', '82.0 ft', '269.1 ft²', '845.35 fl oz']);
    expect(fillAmounts(words`${takeOffAmount(25, 'kg')}`, 'metric')).toBe('25 kg');
  });

  test('sections of a mold are bought together: one order, rounded up once', () => {
    const mold = twoHalves();
    const apart = mold.sections.map(({ id }) => takeOff(sectionOf(mold, id), cards));
    const together = takeOffOfMold(mold, cards);
    for (const line of together) {
      const own = apart.flatMap((lines) => lines.filter(({ what, kind }) => what === line.what && kind === line.kind));
      expect(line.take).toBeCloseTo(
        own.reduce((sum, { take }) => sum + take, 0),
        9,
      );
      if (line.order) expect(line.order.count).toBe(Math.ceil(line.take / line.order.of - 1e-9));
    }
    const peroxide = together.find(({ what }) => what.startsWith('MEK'))!;
    expect(peroxide.order!.count).toBeLessThan(
      apart
        .flat()
        .filter(({ what }) => what === peroxide.what)
        .reduce((sum, { order }) => sum + order!.count, 0),
    );
  });

  test('filler is taken by the resin it goes into', () => {
    const filled = changeLayer(plan, 'l4', { additions: [{ cardId: 'filler_silica', partsPer100: 2 }] });
    const silica = takeOff(filled, cards).find(({ kind }) => kind === 'filler')!;
    expect(silica).toMatchObject({ what: 'Fumed silica', unit: 'kg' });
    expect(silica.net).toBeGreaterThan(0.01);
  });

  test('a pocket with plies more has its own pieces, and its resin', () => {
    const mold = twoHalves();
    const [section] = mold.sections;
    const layer = section.sessions.flatMap(({ layers }) => layers).find(({ laminate }) => laminate)!;
    const pocket = {
      ...newZone('deep pocket', section.zones),
      name: 'Seat pocket',
      areaM2: 0.2,
      layers: [{ layerId: layer.id, plies: 2, out: false }],
    };
    const more = sectionOf({ ...mold, sections: [{ ...section, zones: [...section.zones, pocket] }, ...mold.sections.slice(1)] }, section.id);
    const plies = kitSheet(more, cards).flatMap(({ plies: all }) => all.filter(({ where }) => where === 'Seat pocket'));
    expect(plies.map(({ label }) => label.slice(-4))).toEqual(['Z1-1', 'Z1-2']);
    const kg = (view: SectionPlan): number => laidMasses(layer, view, cards).glassKg;
    expect((kg(more) - kg(sectionOf(mold, section.id))) / (layer.laminate!.glassGsm / 1000)).toBeCloseTo(2 * 0.2, 6);
  });

  test('pieces are counted beforehand, near enough; of too many none is cut, and it says so', () => {
    const cut = kitSheet(plan, cards).reduce((sum, { plies }) => sum + plies.reduce((all, { pieces }) => all + pieces.length, 0), 0);
    expect(kitPieces(plan, cards) / cut).toBeGreaterThan(0.3);
    expect(kitPieces(plan, cards) / cut).toBeLessThan(1.5);
    const huge = { ...plan, patches: undefined, areaM2: 400, kit: { ...DEFAULT_KIT, longestPieceMm: 200, widestPieceMm: 100 } };
    expect(kitPieces(huge, cards)).toBeGreaterThan(MOST_PIECES);
    expect(kitSheet(huge, cards)).toEqual([]);
    expect(kitObjections(huge, cards).map(({ id }) => id)).toContain('too-many-pieces');
    expect(kitObjections(plan, cards).map(({ id }) => id)).not.toContain('too-many-pieces');
  });

  test('a piece is no wider than is handy', () => {
    const widest = kitSheet({ ...plan, kit: { ...DEFAULT_KIT, widestPieceMm: 500 } }, cards)
      .flatMap(({ plies }) => plies.flatMap(({ pieces }) => pieces))
      .reduce((most, { bottomMm, topMm }) => Math.max(most, bottomMm, topMm), 0);
    expect(widest).toBeLessThanOrEqual(500 + 1e-6);
    expect(widest).toBeGreaterThan(300);
  });

  test('an infusion takes its mesh, a closed back its film, by the area', () => {
    const infused = planFromTemplate('infused', start);
    const lines = takeOff(changeLayer(infused, 'l3', { surface: 'peel ply' }), cards).filter(({ kind }) => kind === 'consumable');
    expect(lines.map(({ what, net }) => [what, net])).toEqual([
      ['Peel ply', 1.1],
      ['Flow mesh', 1.1],
    ]);
  });

  test('refuses absurd sizes with the likely unit', () => {
    expect(() => {
      checkPart(kitFields, { ...DEFAULT_KIT, rollWidthMm: 1.25 });
    }).toThrow(/1.25 m is 1250 mm/);
    expect(() => {
      checkPart(kitFields, { ...DEFAULT_KIT, overlapMm: -5 });
    }).toThrow(/overlap/);
    expect(() => {
      checkOverlap({ ...DEFAULT_KIT, rollWidthMm: 200, overlapMm: 150 });
    }).toThrow(/overlap: got 150, expected between 0 and 100 mm/);
  });
});
