import { amount, words } from '../units/amounts.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { Objection } from '../plan/objection.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { DAY_MIN, isWeekendAt } from '../shop-time/shop-clock.js';
import { compatibility } from '../plug/compatibility.js';
import { readyAtMin } from '../plug/readiness.js';
import { resinSubstance } from '../materials/resin-substance.js';
import { gateOpen, openTests, type ReleasePlan, type ReleaseZone, type ZoneState } from '../plan/parts/release-plan.js';
import { programOf } from './release-program.js';
import { airAt, meanAirC } from '../plan/shop-air.js';
import { isFlangeZone, releaseSchedule } from './release-schedule.js';
import { plugReleaseProgram, type PlugReleaseProgram } from '../materials/release-steps.js';

/** What is on a zone already, as a substance. */
const ALREADY: Readonly<Record<ZoneState, readonly string[]>> = {
  bare: [],
  wax: ['release_wax'],
  'semi-permanent': ['release_semi'],
  'sheet wax': ['wax_sheet'],
};

/** A mold enlarged over an existing thing has sheet wax wherever nothing else is said. */
function onZone({ already, id }: ReleaseZone, { design }: SectionPlan): ZoneState {
  return design?.offset && already === 'bare' && !isFlangeZone(id) ? 'sheet wax' : already;
}

const say = (parts: Omit<Objection, 'stage'>): Objection => ({ stage: 'release', ...parts });

/** Mixtures that do not work, zone by zone: what is there, then the program's agents. */
function mixtures(zone: ReleaseZone, plan: SectionPlan): Objection[] {
  const agents = (plugReleaseProgram(zone.programId)?.steps ?? []).flatMap(({ substanceId }) => substanceId ?? []);
  return compatibility([...ALREADY[onZone(zone, plan)], ...agents]).map(({ rule, acting, on }) =>
    say({
      level: rule.level === 'warn' ? 'care' : rule.level,
      id: `mixture-${zone.id}-${rule.id}`,
      title: `${zone.name}: ${acting.name} on ${on.name}`,
      why: rule.mechanism,
      remedy: rule.remedy,
    }),
  );
}

/** No release works only under epoxy on sheet wax. */
function withoutRelease(zone: ReleaseZone, plan: SectionPlan, cards: CardLibrary): Objection[] {
  if (zone.programId !== 'none-on-wax') return [];
  const resins = plan.sessions.flatMap(({ layers }) => layers.map(({ cardId }) => resinSubstance(cardOf(cards, cardId).family)));
  const already = onZone(zone, plan);
  if (already === 'sheet wax' && resins.every((id) => id === 'resin_epoxy')) return [];
  return [
    say({
      level: 'stop',
      id: `none-${zone.id}`,
      title: `${zone.name}: no release`,
      why: already === 'sheet wax' ? 'Only epoxy lets go of bare sheet wax; styrene softens it.' : 'Nothing lets go of a bare plug.',
      remedy: 'Choose a release program for this zone.',
    }),
  ];
}

/** Air as a zone's coats go on: of all its hours that which is furthest from the agent's sheet; over the day where none is known by the hour. */
function airOfCoats(
  zone: ReleaseZone,
  plan: SectionPlan,
  release: ReleasePlan,
  { program, cards }: { readonly program: PlugReleaseProgram; readonly cards: CardLibrary },
): { readonly tempC: number; readonly humidityPct: number } {
  const { climate } = plan;
  if (!climate.series) return { tempC: meanAirC(climate), humidityPct: release.humidityPct };
  const hours = releaseSchedule(plan, release, cards)
    .timers.filter((timer) => timer.zone.id === zone.id)
    .flatMap(({ startMin, freeMin }) => [startMin, freeMin].map((atMin) => airAt(climate, atMin, release.humidityPct)));
  const furthest = (values: readonly number[], least: number, most: number): number =>
    values.reduce((worst, one) => (Math.max(least - one, one - most) > Math.max(least - worst, worst - most) ? one : worst));
  if (hours.length === 0) return { tempC: meanAirC(climate), humidityPct: release.humidityPct };
  return {
    tempC: furthest(
      hours.map(({ tempC }) => tempC),
      program.minC,
      program.maxC,
    ),
    humidityPct: furthest(
      hours.map(({ humidityPct }) => humidityPct ?? release.humidityPct),
      program.minHumidityPct,
      program.maxHumidityPct,
    ),
  };
}

function air(zone: ReleaseZone, plan: SectionPlan, release: ReleasePlan, cards: CardLibrary): Objection[] {
  const program = programOf(zone.programId, cards);
  if (!program) return [];
  const { tempC: meanC, humidityPct } = airOfCoats(zone, plan, release, { program, cards });
  const found: Objection[] = [];
  if (meanC < program.minC || meanC > program.maxC)
    found.push(
      say({
        level: 'care',
        id: `air-temp-${zone.id}`,
        title: words`${zone.name}: shop at ${amount('temperature', meanC)}`,
        why: meanC < program.minC ? program.airWhy.cold : program.airWhy.warm,
        remedy: words`Between ${amount('temperature', program.minC)} and ${amount('temperature', program.maxC)}.`,
      }),
    );
  if (humidityPct < program.minHumidityPct || humidityPct > program.maxHumidityPct)
    found.push(
      say({
        level: 'stop',
        id: `air-humidity-${zone.id}`,
        title: `${zone.name}: air at ${humidityPct.toFixed(0)} %`,
        why: humidityPct < program.minHumidityPct ? program.airWhy.dry : program.airWhy.damp,
        remedy: `Wait for ${String(program.minHumidityPct)} to ${String(program.maxHumidityPct)} % or dry the shop.`,
      }),
    );
  return found;
}

/** Neighbor's flanges that are plug for a later section, without a zone of their own. */
function flangeZones({ design, section }: SectionPlan, release: ReleasePlan): Objection[] {
  // Of a mold of several stacks the joints say it.
  return (section ? [] : (design?.partings ?? []))
    .filter(({ id }) => !release.zones.some((zone) => zone.id === `flange-${id}`))
    .map(({ id, name }) =>
      say({
        level: 'stop',
        id: `flange-zone-${id}`,
        title: `${name}: neighbor’s flange`,
        why: 'The finished flange of one section is plug for the next: without release they lock.',
        remedy: 'Add it as a zone, and mask its edges against resin creeping round.',
      }),
    );
}

/** Zones leave a tenth of the plug out before anybody is asked. */
const COVER_SHARE = 0.9;

function coverage({ areaM2 }: SectionPlan, { zones }: ReleasePlan): Objection[] {
  const covered = zones.filter(({ id }) => !isFlangeZone(id)).reduce((sum, zone) => sum + zone.areaM2, 0);
  if (covered >= COVER_SHARE * areaM2) return [];
  return [
    say({
      level: 'care',
      id: 'zones-short',
      title: words`Zones cover ${amount('area', covered)} of ${amount('area', areaM2)}`,
      why: 'Where no release goes on, the mold stays on.',
      remedy: 'Correct the areas, or add the zone that is missing.',
    }),
  ];
}

function times(plan: SectionPlan, release: ReleasePlan, cards: CardLibrary): Objection[] {
  const found: Objection[] = [];
  const passed = openTests(release) === 0;
  const ready = readyAtMin(plan, cards);
  if (ready.open > 0)
    found.push(
      say({
        level: 'care',
        id: 'not-ready',
        title: `${String(ready.open)} ${ready.open === 1 ? 'check' : 'checks'} of the plug open`,
        why: 'Release over an unready plug seals the fault in.',
        remedy: 'Tick them under Plug as they are done; release waits for them.',
      }),
    );
  else if (!passed && ready.atMin > release.startMin)
    found.push(
      say({
        level: 'stop',
        id: 'before-ready',
        title: 'Release starts before the plug is ready',
        why: words`${ready.what}: the wait is not over when release starts.`,
        remedy: 'Start release later.',
      }),
    );
  const { gateMin } = releaseSchedule(plan, release, cards);
  const first = plan.sessions.at(0);
  // Behind a gate that was signed the times of its coats are history.
  if (!passed && first && first.startMin < gateMin)
    found.push(
      say({
        level: 'stop',
        id: 'gate-late',
        title: `${first.name} before the release is through`,
        why: `Gel coat is planned ${((gateMin - first.startMin) / 60).toFixed(1)} h before the last wait ends.`,
        remedy: 'Start release earlier, or move the sessions behind the gate.',
      }),
    );
  return found;
}

/** Everything that speaks against how a plan makes its plug let go. */
export function releaseObjections(plan: SectionPlan, cards: CardLibrary): Objection[] {
  const { release } = plan;
  if (!release) {
    if (plan.design?.direct || plan.sessions.length === 0) return [];
    return [
      say({
        level: 'care',
        id: 'none-planned',
        title: 'No release is planned',
        why: 'Nothing lets go of a bare plug.',
        remedy: 'Plan zones and a program; the timers then stand before gel coat.',
      }),
    ];
  }
  const gate = release.override
    ? [
        say({
          level: 'care',
          id: 'gate-overruled',
          title: 'Gate overruled',
          why: `${release.override.by}: ${release.override.reason}`,
          remedy: 'Whoever laminates should know. Test a patch first.',
        }),
      ]
    : gateOpen(release)
      ? []
      : [
          say({
            level: 'note',
            id: 'gate-open',
            title: 'Gate before gel coat',
            why: `${String(openTests(release))} of its tests are not signed yet.`,
            remedy: 'Sign them when they pass; without them gel coat does not begin.',
          }),
        ];
  return [
    ...release.zones.flatMap((zone) => [...mixtures(zone, plan), ...withoutRelease(zone, plan, cards), ...air(zone, plan, release, cards)]),
    ...flangeZones(plan, release),
    ...coverage(plan, release),
    ...times(plan, release, cards),
    ...gate,
  ];
}

/** A plan whose sessions all come later by whole days, so that the first one follows the gate. */
export function sessionsBehindGate(plan: SectionPlan, cards: CardLibrary): SectionPlan {
  const first = plan.sessions.at(0);
  if (!plan.release || !first) return plan;
  const lateMin = releaseSchedule(plan, plan.release, cards).gateMin - first.startMin;
  if (lateMin <= 0) return plan;
  const least = Math.ceil(lateMin / DAY_MIN);
  // Whole days, and none of them a closed one if a fortnight offers such a place.
  const closed = (days: number): boolean =>
    !plan.hours.weekends && plan.sessions.some(({ startMin }) => isWeekendAt(plan.startDate, startMin + days * DAY_MIN));
  const days = Array.from({ length: 14 }, (_, i) => least + i).find((n) => !closed(n)) ?? least;
  const shift = days * DAY_MIN;
  return {
    ...plan,
    sessions: plan.sessions.map((session) => ({ ...session, startMin: session.startMin + shift })),
    demoldMin: plan.demoldMin + shift,
    ...(plan.postCure ? { postCure: { ...plan.postCure, startMin: plan.postCure.startMin + shift } } : {}),
  };
}
