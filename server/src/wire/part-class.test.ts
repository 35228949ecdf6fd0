import 'reflect-metadata';
import { planFields, planFromTemplate, planOf, sectionPlanFields, type Field, type FieldTable, type SectionPlan } from '@pentimento/core/plan';
import { plainToInstance } from 'class-transformer';
import { validate, type ValidationError } from 'class-validator';
import { PlanDocumentDto } from '../builds/plan.dto.js';
import { partClass } from './part-class.js';

const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const dto = partClass('SectionPlanDto', sectionPlanFields);
const layer = plan.sessions[0].layers[0];
const withLayer = (change: object): object => ({ ...plan, sessions: [{ ...plan.sessions[0], layers: [{ ...layer, ...change }] }] });

async function faults(value: object): Promise<string[]> {
  const instance: object = plainToInstance(dto, value);
  const errors = await validate(instance, { whitelist: true, forbidNonWhitelisted: true });
  const flat = (error: ValidationError, parent: string): string[] => {
    const path = parent === '' ? error.property : `${parent}.${error.property}`;
    return [...(error.constraints ? [path] : []), ...(error.children ?? []).flatMap((child) => flat(child, path))];
  };
  return errors.flatMap((error) => flat(error, ''));
}

const release = { startMin: -960, newSurface: true, humidityPct: 50, zones: [], passed: [], override: null };

test.each<[string, object]>([
  ['a plan of a school', plan],
  ['null where the type says null', withLayer({ catalystPct: null, wetFilmUm: null, laminate: null })],
  ['a post-cure that is null', { ...plan, postCure: null }],
  ['numbers at both ends', { ...plan, areaM2: 0.01, demoldMin: 86400 }],
  ['versions by card', { ...plan, cardVersions: { mdf: 0, iso_lam: 1e6 } }],
  ['a release without an override', { ...plan, release }],
  ['corners within their range', { ...plan, shape: { panelMm: 1000, cornersDeg: [5, 175], pockets: true } }],
])('accepts %s', async (_what, value) => {
  expect(await faults(value)).toEqual([]);
});

test.each<[string, object, string]>([
  ['just below', { ...plan, areaM2: 0.0099 }, 'areaM2'],
  ['just above', { ...plan, areaM2: 500.1 }, 'areaM2'],
  ['NaN', { ...plan, areaM2: NaN }, 'areaM2'],
  ['half a minute', { ...plan, demoldMin: 6000.5 }, 'demoldMin'],
  ['a number as text', { ...plan, areaM2: '1' }, 'areaM2'],
  ['null where the type does not say null', { ...plan, areaM2: null }, 'areaM2'],
  ['null for a part that may be left out', { ...plan, kit: null }, 'kit'],
  ['null for a list that may be left out', { ...plan, patches: null }, 'patches'],
  ['null for a text that may be left out', withLayer({ fabricId: null }), 'sessions.0.layers.0.fabricId'],
  ['a list as a part', { ...plan, climate: [] }, 'climate'],
  ['a text as a part', { ...plan, climate: 'warm' }, 'climate'],
  ['a part as a list', { ...plan, sessions: {} }, 'sessions'],
  ['too many sessions', { ...plan, sessions: Array(41).fill(plan.sessions[0]) }, 'sessions'],
  ['too many layers', { ...plan, sessions: [{ ...plan.sessions[0], layers: Array(13).fill(layer) }] }, 'sessions.0.layers'],
  ['a key that is no field', { ...plan, hue: 1 }, 'hue'],
  ['an unknown choice', withLayer({ role: 'crust' }), 'sessions.0.layers.0.role'],
  [
    'an unknown key of a table',
    { ...plan, release: { ...release, zones: [{ id: 'z', name: 'Z', areaM2: 1, programId: 'butter', already: 'bare' }] } },
    'release.zones.0.programId',
  ],
  ['a flag as a word', { ...plan, climate: { ...plan.climate, fan: 'yes' } }, 'climate.fan'],
  ['an empty name', withLayer({ name: '' }), 'sessions.0.layers.0.name'],
  ['a name too long', withLayer({ name: 'x'.repeat(81) }), 'sessions.0.layers.0.name'],
  ['a date of another form', { ...plan, startDate: '30.11.2026' }, 'startDate'],
  ['a 31st of February', { ...plan, startDate: '2026-02-31' }, 'startDate'],
  ['half a version', { ...plan, cardVersions: { a: 1.5 } }, 'cardVersions'],
  ['a negative version', { ...plan, cardVersions: { a: -1 } }, 'cardVersions'],
  ['a version too large', { ...plan, cardVersions: { a: 1e6 + 1 } }, 'cardVersions'],
  ['versions as a list', { ...plan, cardVersions: ['a'] }, 'cardVersions'],
  ['a corner outside its range', { ...plan, shape: { panelMm: 1000, cornersDeg: [4.9], pockets: true } }, 'shape.cornersDeg'],
  ['too many corners', { ...plan, shape: { panelMm: 1000, cornersDeg: Array(7).fill(90), pockets: true } }, 'shape.cornersDeg'],
  ['too many surfaces', { ...plan, plug: { ...plan.plug, surfaces: Array(21).fill('shellac') } }, 'plug.surfaces'],
  ['nothing where something must be', (({ areaM2: _area, ...rest }: SectionPlan) => rest)(plan), 'areaM2'],
])('refuses %s', async (_what, value, path) => {
  expect((await faults(value))[0]).toBe(path);
});

test.each<[string, object, string[]]>([
  ['a plan of two sections', planOf(plan), []],
  [
    'one with a zone',
    planOf({ ...plan, sessions: [{ ...plan.sessions[0], layers: [{ ...layer, extras: { flangePlies: 1, cornerPlies: 0 } }] }] }),
    [],
  ],
  ['too many sections', { ...planOf(plan), sections: Array(13).fill(planOf(plan).sections[0]) }, ['sections']],
  [
    'a joint step of no kind',
    { ...planOf(plan), joints: [{ id: 'j', name: 'j', kind: 'glued', partingId: 'p', startMin: null, masked: true }] },
    ['joints.0.kind'],
  ],
  ['a section after null', { ...planOf(plan), sections: [{ ...planOf(plan).sections[0], after: null }] }, ['sections.0.after']],
])('a plan of format 2: %s', async (_what, value, paths) => {
  const errors = await validate(plainToInstance(PlanDocumentDto, JSON.parse(JSON.stringify(value))), { whitelist: true, forbidNonWhitelisted: true });
  const deepest = (error: ValidationError): string => (error.children?.length ? `${error.property}.${deepest(error.children[0])}` : error.property);
  expect(errors.map(deepest)).toEqual(paths);
});

test('the same table gives the same class, and two tables never share a name', () => {
  expect(partClass('PlanDocumentDto', planFields)).toBe(PlanDocumentDto);
  expect(() => partClass('PlanDocumentDto', { ...planFields })).toThrow('two parts of a plan are called PlanDocumentDto');
});

test('a part inside a part is named after its label, its words joined', () => {
  const inner: FieldTable = { flag: { label: 'Flag', shape: { kind: 'flag' } } as Field };
  const part = (label: string): Field => ({ label, shape: { kind: 'part', fields: inner } }) as Field;
  const Outer = partClass('OuterOfTest', { first: part('first (of) two-2 parts ') });
  const type = Reflect.getMetadata('swagger/apiModelProperties', Outer.prototype, 'first') as { type: () => { name: string } };
  expect([Outer.name, type.type().name]).toEqual(['OuterOfTest', 'PlanFirstOfTwo2Parts']);
});

test.each<[string, Field]>([
  ['list', { label: 'Odd', shape: { kind: 'list', most: 3, of: { label: 'x', shape: { kind: 'flag' } } } } as Field],
  ['record', { label: 'Odd', shape: { kind: 'record', of: { label: 'x', shape: { kind: 'flag' } } } } as Field],
])('a %s of what the wire does not know is refused while the server starts', (kind, field) => {
  expect(() => partClass(`Odd${kind}`, { odd: field })).toThrow('the wire knows no list or record of flag');
});
