import { DomainError } from '../../errors/domain-error.js';
import { requireInRange, type Range } from '../../errors/require.js';
import { plugReleaseProgram, plugReleasePrograms } from '../../materials/release-steps.js';

/** What is on a zone before the program starts. */
export const zoneStates = ['bare', 'wax', 'semi-permanent', 'sheet wax'] as const;
export type ZoneState = (typeof zoneStates)[number];

/** Part of the plug, or a neighbor's flange, with a release of its own. */
export interface ReleaseZone {
  id: string;
  name: string;
  areaM2: number;
  programId: string;
  already: ZoneState;
}

/** A test of the gate that was passed. */
export interface PassedTest {
  id: string;
  by: string;
}

/** What makes the plug let go: zones, when it starts, in what air, and the gate before gel coat. */
export interface ReleasePlan {
  /** Minutes from 00:00 of day 1; negative before it */
  startMin: number;
  newSurface: boolean;
  humidityPct: number;
  zones: ReleaseZone[];
  passed: PassedTest[];
  /** A gate that was not passed, overruled by a name with a reason; null: not */
  override: { by: string; reason: string } | null;
}

export const releaseRanges = {
  startMin: { min: -20160, max: 86400, unit: 'min' },
  humidityPct: { min: 5, max: 100, unit: '%' },
  zones: { min: 1, max: 30, unit: 'zones' },
  areaM2: { min: 0.001, max: 500, unit: 'm²' },
  passed: { min: 0, max: 120, unit: 'tests' },
} as const satisfies Record<string, Range>;

/** @throws DomainError naming zone and value */
export function checkRelease(release: ReleasePlan): void {
  requireInRange('start of release', release.startMin, releaseRanges.startMin);
  requireInRange('humidity of the shop', release.humidityPct, releaseRanges.humidityPct);
  requireInRange('release zones', release.zones.length, releaseRanges.zones);
  requireInRange('tests passed', release.passed.length, releaseRanges.passed);
  for (const zone of release.zones) {
    requireInRange(`release zone "${zone.name}", area`, zone.areaM2, releaseRanges.areaM2);
    if (!plugReleaseProgram(zone.programId)) {
      throw new DomainError({
        code: 'unknown-material',
        quantity: `release zone "${zone.name}", program`,
        value: zone.programId,
        expected: plugReleasePrograms.map(({ id }) => id).join(', '),
      });
    }
  }
  if (release.override && (release.override.by.trim() === '' || release.override.reason.trim() === '')) {
    throw new DomainError({
      code: 'value-missing',
      quantity: 'overruled gate',
      value: release.override,
      expected: 'a name and a reason',
    });
  }
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

/** Whether gel coat may begin: every test passed, or the gate overruled. */
export function gateOpen(release: ReleasePlan): boolean {
  return release.override !== null || gateTests(release).every(({ id }) => release.passed.some((test) => test.id === id));
}
