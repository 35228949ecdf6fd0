import fc from 'fast-check';
import { cardLibrary } from '../plan/built-in-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { readinessChecks, readyAtMin } from '../plug/readiness.js';
import { isWeekendAt } from '../shop-time/shop-clock.js';
import { checkPart } from '../plan/fields/check-part.js';
import { checkOverride, defaultRelease, releaseFields, gateOpen, gateTests, type ReleasePlan, type ZoneState } from '../plan/parts/release-plan.js';
import { releaseObjections, sessionsBehindGate } from './release-objections.js';
import { programOf } from './release-program.js';
import { releaseSchedule, releaseUse } from './release-schedule.js';
import { builtInMaterials } from '../materials/built-in-materials.js';
import type { MaterialCard } from '../materials/material-card.js';
import { libraryOf, type CardLibrary } from '../plan/card-library.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { fillAmounts } from '../units/amounts.js';
import { plugReleasePrograms } from '../materials/release-steps.js';

const cards = cardLibrary();
const start = { startDate: '2026-12-07', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } };
const plan = planFromTemplate('staged', start);
const zoned = (programId: string, already: ZoneState = 'bare'): ReleasePlan => ({
  ...defaultRelease(1),
  startMin: 8 * 60,
  zones: [{ id: 'plug', name: 'Whole plug', areaM2: 1, programId, already }],
});
const ids = (release: ReleasePlan, more: Partial<SectionPlan> = {}): string[] =>
  releaseObjections({ ...plan, ...more, release }, cards).map(({ level, id }) => `${level} ${id}`);

describe('timers', () => {
  test('every coat keeps its order: put on, haze, buff, wait, and the next begins no earlier', () => {
    for (const { id } of plugReleasePrograms) {
      const { timers, gateMin } = releaseSchedule(plan, zoned(id), cards);
      let last = -Infinity;
      for (const timer of timers) {
        expect(timer.startMin).toBeGreaterThanOrEqual(last);
        expect(timer.appliedMin).toBeGreaterThan(timer.startMin);
        expect(timer.freeMin).toBeGreaterThanOrEqual(timer.buffedMin);
        last = timer.freeMin;
      }
      expect(gateMin).toBe(Math.max(8 * 60, last));
    }
  });

  test('hands are on one zone at a time, inside the shop’s hours', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.1, max: 3, noNaN: true }), { minLength: 1, maxLength: 4 }), (areas) => {
        const release = { ...zoned('wax-film'), zones: areas.map((areaM2, i) => ({ ...zoned('wax-film').zones[0], id: String(i), areaM2 })) };
        const { timers } = releaseSchedule(plan, release, cards);
        expect(timers).toHaveLength(areas.length * 9);
        timers.slice(1).forEach(({ startMin }, i) => {
          expect(startMin).toBeGreaterThanOrEqual(timers[i].buffedMin - 1e-9);
        });
        for (const { startMin, buffedMin } of timers) {
          expect(startMin % 1440).toBeGreaterThanOrEqual(plan.hours.opensHour * 60);
          expect((((startMin % 1440) + 1440) % 1440) + (buffedMin - startMin)).toBeLessThanOrEqual(plan.hours.closesHour * 60 + 1e-9);
        }
      }),
    );
  });

  test('a used surface takes fewer coats, and use is area times coats', () => {
    const fresh = zoned('semi-permanent');
    expect(releaseUse(fresh, cards)).toEqual([{ cardId: 'release_semi', coatM2: 7 }]);
    expect(releaseUse({ ...fresh, newSurface: false }, cards)).toEqual([{ cardId: 'release_semi', coatM2: 2 }]);
    expect(releaseSchedule(plan, { ...fresh, newSurface: false }, cards).gateMin).toBeLessThan(releaseSchedule(plan, fresh, cards).gateMin);
  });
});

describe('what does not work', () => {
  test.each<[string, string, ZoneState, string]>([
    ['film over semi-permanent beads', 'wax-film', 'semi-permanent', 'stop mixture-plug-film-semi'],
    ['semi-permanent over wax does not bond', 'semi-permanent', 'wax', 'stop mixture-plug-semi-wax'],
    ['no release under polyester on sheet wax', 'none-on-wax', 'sheet wax', 'stop none-plug'],
    ['no release on a bare plug', 'none-on-wax', 'bare', 'stop none-plug'],
  ])('%s', (_what, programId, already, expected) => {
    expect(ids(zoned(programId, already))).toContain(expected);
  });

  test('no release under epoxy on sheet wax works', () => {
    const epoxy = planFromTemplate('epoxy', start);
    const found = releaseObjections({ ...epoxy, release: { ...zoned('none-on-wax', 'sheet wax'), startMin: -1440 } }, cards);
    expect(found.filter(({ level }) => level === 'stop')).toEqual([]);
  });

  test('damp air stops film, dry air stops moisture-cure, each with its reason', () => {
    expect(ids({ ...zoned('wax-film'), humidityPct: 80 })).toContain('stop air-humidity-plug');
    expect(ids({ ...zoned('semi-permanent'), humidityPct: 20 })).toContain('stop air-humidity-plug');
    expect(ids({ ...zoned('paste-wax'), humidityPct: 60 })).not.toContain('stop air-humidity-plug');
  });

  test('gel coat before the last wait is stopped, and the sessions move behind the gate by whole days', () => {
    const release = zoned('paste-wax');
    expect(ids(release)).toContain('stop gate-late');
    const moved = sessionsBehindGate({ ...plan, release }, cards);
    expect((moved.sessions[0].startMin - plan.sessions[0].startMin) % 1440).toBe(0);
    expect(moved.sessions[0].startMin).toBeGreaterThanOrEqual(releaseSchedule(plan, release, cards).gateMin);
    expect(moved.demoldMin - plan.demoldMin).toBe(moved.sessions[0].startMin - plan.sessions[0].startMin);
    expect(releaseObjections(moved, cards).map(({ id }) => id)).not.toContain('gate-late');
    expect(sessionsBehindGate(moved, cards)).toBe(moved);
    // From a Thursday the three laminating days would run into the weekend: they wait for Monday.
    const thursday = sessionsBehindGate({ ...plan, startDate: '2026-12-10', release: { ...release, startMin: 8 * 60 } }, cards);
    for (const { startMin } of thursday.sessions) expect(isWeekendAt(thursday.startDate, startMin)).toBe(false);
    expect(thursday.sessions[0].startMin - plan.sessions[0].startMin).toBe(4 * 1440);
  });

  test('zones that leave part of the plug out are asked about; a neighbor’s flange does not fill the gap', () => {
    const short = { ...zoned('paste-wax'), zones: [{ ...zoned('paste-wax').zones[0], areaM2: 0.5 }] };
    expect(ids(short)).toContain('care zones-short');
    expect(ids({ ...short, zones: [...short.zones, { ...short.zones[0], id: 'flange-k' }] })).toContain('care zones-short');
    expect(ids({ ...short, zones: [...short.zones, { ...short.zones[0], id: 'rim' }] })).not.toContain('care zones-short');
  });

  test('a neighbor’s flange without release is stopped until it is a zone', () => {
    const design = {
      direct: false,
      longestSideMm: 800,
      targetMm: 6,
      sections: [
        { id: 'a', name: 'A' },
        { id: 'b', name: 'B' },
      ],
      partings: [{ id: 'keel', name: 'Keel', firstSectionId: 'a', secondSectionId: 'b', lengthMm: 700 }],
      flange: { kind: 'bolted', widthMm: 60, filletMm: 4, trimMm: 10, boltMm: 8, boltSpacingMm: 200 },
      faces: [],
      offset: null,
      backing: { kind: 'none', spacingMm: 400, softStrips: true, bondMin: null },
      loadKPa: 1,
      sagMm: 1,
      marked: true,
    } as const;
    const with_ = { design: { ...design, sections: [...design.sections], partings: [...design.partings], faces: [] } };
    expect(ids(zoned('paste-wax'), with_)).toContain('stop flange-zone-keel');
    const release = zoned('paste-wax');
    const both = { ...release, zones: [...release.zones, { ...release.zones[0], id: 'flange-keel', name: 'Keel flange', areaM2: 0.05 }] };
    expect(ids(both, with_)).not.toContain('stop flange-zone-keel');
  });
});

describe('gate', () => {
  test('opens when every test is signed, or by a name with a reason, never by a reason alone', () => {
    const release = zoned('wax-film');
    expect(gateOpen(release)).toBe(false);
    expect(gateOpen({ ...release, passed: gateTests(release).map(({ id }) => ({ id, by: 'Ada' })) })).toBe(true);
    expect(gateOpen({ ...release, override: { by: 'Ada', reason: 'Tape test done on the offcut' } })).toBe(true);
    expect(() => {
      checkOverride({ ...release, override: { by: ' ', reason: 'hurry' } });
    }).toThrow(/a name and a reason/);
    expect(() => {
      checkPart(releaseFields, zoned('butter'));
    }).toThrow(/butter/);
  });
});

describe('readiness', () => {
  const intake = { ...DEFAULT_INTAKE, holes: 3, back: 'open' as const, hardware: 'four inserts', coarsestGrit: 120 };
  const raw: SectionPlan = { ...plan, intake, plug: { ...plan.plug, surfaces: ['board_sealed', 'paint_fresh_pu', 'clay_plain'] } };

  test('the list follows what came in: back, holes, hardware, waits, remedies, finish', () => {
    const list = readinessChecks(raw, cards).map(({ id }) => id);
    expect(list).toEqual(
      expect.arrayContaining(['back', 'holes', 'hardware', 'wait-paint_fresh_pu', 'rule-radical-clay', 'test-patch', 'finish', 'wash']),
    );
    expect(readinessChecks(plan, cards).map(({ id }) => id)).not.toContain('back');
  });

  test('release waits for the last tick and its drying time', () => {
    expect(readyAtMin(raw, cards).open).toBeGreaterThan(5);
    const done = readinessChecks({ ...raw, release: zoned('paste-wax') }, cards).map(({ id }) => ({ id, doneMin: -10 * 1440, by: 'Ada' }));
    const ready: SectionPlan = { ...raw, intake: { ...intake, done } };
    expect(readyAtMin(ready, cards)).toMatchObject({ open: 0, atMin: -10 * 1440 + 120 * 60 });
    const early = { ...ready, release: { ...zoned('paste-wax'), startMin: -7 * 1440 } };
    expect(releaseObjections(early, cards).map(({ id }) => id)).toContain('before-ready');
    const later = { ...ready, release: { ...zoned('paste-wax'), startMin: -3 * 1440 } };
    expect(releaseObjections(later, cards).map(({ id }) => id)).not.toContain('before-ready');
  });
});

describe('the shop’s own release cards', () => {
  const own = (id: string, values: Readonly<Record<string, number>>, origin: 'data sheet' | 'assumed' = 'data sheet'): CardLibrary =>
    libraryOf(
      builtInMaterials.map((card): MaterialCard => {
        const entries = Object.entries(values).map(([key, value]) => [key, { value, origin, note: '', date: null }] as const);
        return card.id === id ? { ...card, values: { ...card.values, ...Object.fromEntries(entries) } } : card;
      }),
    );
  const stepOf = (program: string, step: string, library: CardLibrary) => programOf(program, library)?.steps.find(({ id }) => id === step);

  test('drive coats, haze, waits and the final wait; typical values leave the program as it is', () => {
    const wax = own('wax_paste', { coatsNew: 8, coatsUsed: 3, hazeMin: 20, betweenMin: 90, finalH: 12 });
    expect(stepOf('paste-wax', 'wax', wax)).toMatchObject({ coatsNew: 8, coatsUsed: 3, hazeMin: 20, betweenMin: 90, finalMin: 720 });
    expect(stepOf('paste-wax', 'wax', own('wax_paste', { coatsNew: 8 }, 'assumed'))).toMatchObject({ coatsNew: 6 });
    expect(releaseSchedule(plan, zoned('paste-wax'), wax).gateMin).toBeGreaterThan(releaseSchedule(plan, zoned('paste-wax'), cards).gateMin + 60 * 8);
    expect(releaseUse(zoned('paste-wax'), wax)).toEqual([{ cardId: 'wax_paste', coatM2: 8 }]);
    // A sealer before it, and the one wet pass after the mist, stay as they are; the last wait is the last pass's.
    const film = own('film_soluble', { coatsNew: 4, finalH: 3 });
    expect(stepOf('wax-film', 'mist', film)).toMatchObject({ coatsNew: 4, finalMin: 30 });
    expect(stepOf('wax-film', 'wet', film)).toMatchObject({ coatsNew: 1, finalMin: 180 });
    expect(stepOf('semi-permanent', 'seal', own('release_semi', { coatsNew: 7 }))).toMatchObject({ coatsNew: 2 });
  });

  const air = (library: CardLibrary, humidityPct: number, meanC: number): [string, string][] =>
    releaseObjections({ ...plan, climate: { ...plan.climate, meanC }, release: { ...zoned('wax-film'), humidityPct } }, library)
      .filter(({ id }) => id.startsWith('air-'))
      .map(({ id, why }) => [id, fillAmounts(why, 'metric')]);

  test('limits of the air are the sheet’s, and the reason names the one that is broken', () => {
    const strict = own('film_soluble', { maxHumidityPct: 60, minHumidityPct: 30, minC: 18, maxC: 28 });
    expect(air(strict, 60, 20)).toEqual([]);
    expect(air(strict, 61, 20)).toEqual([['air-humidity-plug', expect.stringMatching(/damp/)]]);
    expect(air(strict, 29, 20)).toEqual([['air-humidity-plug', expect.stringMatching(/dry/)]]);
    expect(air(strict, 50, 17.9)).toEqual([['air-temp-plug', expect.stringMatching(/cold/i)]]);
    expect(air(strict, 50, 28.1)).toEqual([['air-temp-plug', expect.stringMatching(/heat/)]]);
    expect(air(cards, 68, 20)).toEqual([]);
  });

  test('a neighbor’s flange is not waxed before it exists, and holds up no gel coat', () => {
    const release = zoned('paste-wax');
    const flange = { ...release.zones[0], id: 'flange-keel', name: 'Keel' };
    const both = releaseSchedule(plan, { ...release, zones: [...release.zones, flange] }, cards);
    expect(both.gateMin).toBe(releaseSchedule(plan, release, cards).gateMin);
    const on = both.timers.filter(({ zone }) => zone.id === 'flange-keel');
    expect(on[0].startMin).toBeGreaterThanOrEqual((plan.sessions.at(-1)?.startMin ?? 0) + 1440);
  });
});

test('enlarged over sheet wax: no release under epoxy is right, under polyester it is not', () => {
  const design = { ...DEFAULT_DESIGN, offset: { partMm: 4, clearanceMm: 2, sheetMm: 1.5 } };
  const none = (template: string): string[] =>
    releaseObjections({ ...planFromTemplate(template, start), design, release: zoned('none-on-wax') }, cards)
      .filter(({ id }) => id === 'none-plug')
      .map(({ level }) => level);
  expect(none('epoxy')).toEqual([]);
  expect(none('staged')).toEqual(['stop']);
});
