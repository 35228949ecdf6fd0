import { DomainError } from '../../errors/domain-error.js';
import { plugReleaseProgram, plugReleasePrograms } from '../../materials/release-steps.js';
import { choice, flag, id, key, list, name, number, orNull, part, text, type PartOf, type Value } from '../fields/field.js';

export const already = choice('On it already', ['bare', 'wax', 'semi-permanent', 'sheet wax'], 'bare');
/** What is on a zone before the program starts. */
export type ZoneState = Value<typeof already>;

export const releaseZoneFields = {
  id,
  name,
  areaM2: number('Area', 'm²', [0.001, 500], { quantity: 'area' }),
  programId: key('Program', plugReleasePrograms, 'wax-film'),
  already,
};

/** Part of the plug, or a neighbor's flange, with a release of its own. */
export type ReleaseZone = PartOf<typeof releaseZoneFields>;

const by = text('Name', 80);
const passedTestFields = { id: text('Test', 80), by };

export const releaseFields = {
  /** Minutes from 00:00 of day 1; negative before it */
  startMin: number('Start', 'min', [-20160, 86400], { initial: 8 * 60 - 1440 }),
  newSurface: flag('New surface', true),
  humidityPct: number('Humidity of the shop', '%', [5, 100], { initial: 55, digits: 0 }),
  zones: list('Zones', part('Zone', releaseZoneFields), { entry: 'release zone', least: 1, most: 30 }),
  passed: list('Tests passed', part('Test', passedTestFields), { entry: 'test passed', most: 120 }),
  /** A gate that was not passed, overruled by a name with a reason; null: not */
  override: orNull(part('Overruled gate', { by, reason: text('Reason', 300) })),
};

/** What makes the plug let go: zones, when it starts, in what air, and the gate before gel coat. */
export type ReleasePlan = PartOf<typeof releaseFields>;

/** @throws DomainError for a gate overruled without a name or a reason */
export function checkOverride({ override }: ReleasePlan): void {
  if (!override || (override.by.trim() !== '' && override.reason.trim() !== '')) return;
  throw new DomainError({ code: 'value-missing', quantity: 'overruled gate', value: override, expected: 'a name and a reason' });
}

/** One zone over the whole plug, waxed, the day before day 1. */
export function defaultRelease(areaM2: number): ReleasePlan {
  return {
    startMin: 8 * 60 - 1440,
    newSurface: true,
    humidityPct: 55,
    zones: [{ id: 'plug', name: 'Whole plug', areaM2, programId: 'wax-film', already: 'bare' }],
    passed: [],
    override: null,
  };
}

/** Tests of the gate, zone by zone, and those of the whole plug. */
export interface GateTest {
  readonly id: string;
  readonly zone: string;
  readonly what: string;
}

export function gateTests(release: ReleasePlan): GateTest[] {
  const zones = release.zones.flatMap((zone) =>
    (plugReleaseProgram(zone.programId)?.gate ?? []).map((what, i): GateTest => ({ id: `${zone.id}:${String(i)}`, zone: zone.name, what })),
  );
  return [
    ...zones,
    { id: 'dust', zone: 'Whole plug', what: 'Free of dust: tack cloth just before gel coat' },
    { id: 'room', zone: 'Room', what: 'Temperature and humidity in limits, air moving' },
  ];
}

/** Tests of the gate that nobody has signed. */
export function openTests(release: ReleasePlan): number {
  return gateTests(release).filter(({ id }) => !release.passed.some((test) => test.id === id)).length;
}

/** Whether gel coat may begin: every test passed, or the gate overruled. */
export function gateOpen(release: ReleasePlan): boolean {
  return release.override !== null || openTests(release) === 0;
}
