import { amount } from '../units/amounts.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { objection, type Objection } from '../plan/objection.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { DAY_MIN, isWeekendAt } from '../shop-time/shop-clock.js';
import { compatibility } from '../plug/compatibility.js';
import { readyAtMin } from '../plug/readiness.js';
import { resinSubstance } from '../materials/resin-substance.js';
import { gateOpen, gateTests, type ReleasePlan, type ReleaseZone, type ZoneState } from '../plan/parts/release-plan.js';
import { releaseSchedule } from './release-schedule.js';
import { plugReleaseProgram } from '../materials/release-steps.js';

/** What is on a zone already, as a substance. */
const ALREADY: Readonly<Record<ZoneState, readonly string[]>> = {
  bare: [],
  wax: ['release_wax'],
  'semi-permanent': ['release_semi'],
  'sheet wax': ['wax_sheet'],
};

const say = (level: Objection['level'], id: string, title: string, why: string, remedy: string): Objection =>
  objection('release', level, id, title, why, remedy);

/** Mixtures that do not work, zone by zone: what is there, then the program's agents. */
function mixtures(zone: ReleaseZone): Objection[] {
  const agents = (plugReleaseProgram(zone.programId)?.steps ?? []).flatMap(({ substanceId }) => substanceId ?? []);
  return compatibility([...ALREADY[zone.already], ...agents]).map(({ rule, acting, on }) =>
    say(
      rule.level === 'warn' ? 'care' : rule.level,
      `mixture-${zone.id}-${rule.id}`,
      `${zone.name}: ${acting.name} on ${on.name}`,
      rule.mechanism,
      rule.remedy,
    ),
  );
}

/** No release works only under epoxy on sheet wax. */
function withoutRelease(zone: ReleaseZone, plan: PlanDocument, cards: CardLibrary): Objection[] {
  if (zone.programId !== 'none-on-wax') return [];
  const resins = plan.sessions.flatMap(({ layers }) => layers.map(({ cardId }) => resinSubstance(cardOf(cards, cardId).family)));
  if (zone.already === 'sheet wax' && resins.every((id) => id === 'resin_epoxy')) return [];
  return [
    say(
      'stop',
      `none-${zone.id}`,
      `${zone.name}: no release`,
      zone.already === 'sheet wax' ? 'Only epoxy lets go of bare sheet wax; styrene softens it.' : 'Nothing lets go of a bare plug.',
      'Choose a release program for this zone.',
    ),
  ];
}

function air(zone: ReleaseZone, plan: PlanDocument, release: ReleasePlan): Objection[] {
  const program = plugReleaseProgram(zone.programId);
  if (!program) return [];
  const { meanC } = plan.climate;
  const { humidityPct } = release;
  const found: Objection[] = [];
  if (meanC < program.minC || meanC > program.maxC)
    found.push(
      say(
        'care',
        `air-temp-${zone.id}`,
        `${zone.name}: shop at ${amount('temperature', meanC)}`,
        program.airWhy,
        `Between ${amount('temperature', program.minC)} and ${amount('temperature', program.maxC)}.`,
      ),
    );
  if (humidityPct < program.minHumidityPct || humidityPct > program.maxHumidityPct)
    found.push(
      say(
        'stop',
        `air-humidity-${zone.id}`,
        `${zone.name}: air at ${humidityPct.toFixed(0)} %`,
        program.airWhy,
        `Wait for ${String(program.minHumidityPct)} to ${String(program.maxHumidityPct)} % or dry the shop.`,
      ),
    );
  return found;
}

/** Neighbor's flanges that are plug for a later section, without a zone of their own. */
function flangeZones({ design }: PlanDocument, release: ReleasePlan): Objection[] {
  return (design?.partings ?? [])
    .filter(({ id }) => !release.zones.some((zone) => zone.id === `flange-${id}`))
    .map(({ id, name }) =>
      say(
        'stop',
        `flange-zone-${id}`,
        `${name}: neighbor’s flange`,
        'The finished flange of one section is plug for the next: without release they lock.',
        'Add it as a zone, and mask its edges against resin creeping round.',
      ),
    );
}

/** Zones leave a tenth of the plug out before anybody is asked. */
const COVER_SHARE = 0.9;

function coverage({ areaM2 }: PlanDocument, { zones }: ReleasePlan): Objection[] {
  const covered = zones.filter(({ id }) => !id.startsWith('flange-')).reduce((sum, zone) => sum + zone.areaM2, 0);
  if (covered >= COVER_SHARE * areaM2) return [];
  return [
    say(
      'care',
      'zones-short',
      `Zones cover ${amount('area', covered)} of ${amount('area', areaM2)}`,
      'Where no release goes on, the mold stays on.',
      'Correct the areas, or add the zone that is missing.',
    ),
  ];
}

function times(plan: PlanDocument, release: ReleasePlan, cards: CardLibrary): Objection[] {
  const found: Objection[] = [];
  const ready = readyAtMin(plan, cards);
  if (ready.open > 0)
    found.push(
      say(
        'care',
        'not-ready',
        `${String(ready.open)} ${ready.open === 1 ? 'check' : 'checks'} of the plug open`,
        'Release over an unready plug seals the fault in.',
        'Tick them under Plug as they are done; release waits for them.',
      ),
    );
  else if (ready.atMin > release.startMin)
    found.push(
      say(
        'stop',
        'before-ready',
        'Release starts before the plug is ready',
        `${ready.what}: the wait is not over when release starts.`,
        'Start release later.',
      ),
    );
  const { gateMin } = releaseSchedule(plan, release);
  const first = plan.sessions.at(0);
  if (first && first.startMin < gateMin)
    found.push(
      say(
        'stop',
        'gate-late',
        `${first.name} before the release is through`,
        `Gel coat is planned ${((gateMin - first.startMin) / 60).toFixed(1)} h before the last wait ends.`,
        'Start release earlier, or move the sessions behind the gate.',
      ),
    );
  return found;
}

/** Everything that speaks against how a plan makes its plug let go. */
export function releaseObjections(plan: PlanDocument, cards: CardLibrary): Objection[] {
  const { release } = plan;
  if (!release) {
    if (plan.design?.direct || plan.sessions.length === 0) return [];
    return [
      say(
        'care',
        'none-planned',
        'No release is planned',
        'Nothing lets go of a bare plug.',
        'Plan zones and a program; the timers then stand before gel coat.',
      ),
    ];
  }
  const openTests = gateTests(release).filter(({ id }) => !release.passed.some((test) => test.id === id)).length;
  const gate = release.override
    ? [
        say(
          'care',
          'gate-overruled',
          'Gate overruled',
          `${release.override.by}: ${release.override.reason}`,
          'Whoever laminates should know. Test a patch first.',
        ),
      ]
    : gateOpen(release)
      ? []
      : [
          say(
            'note',
            'gate-open',
            'Gate before gel coat',
            `${String(openTests)} of its tests are not signed yet.`,
            'Sign them when they pass; without them gel coat does not begin.',
          ),
        ];
  return [
    ...release.zones.flatMap((zone) => [...mixtures(zone), ...withoutRelease(zone, plan, cards), ...air(zone, plan, release)]),
    ...flangeZones(plan, release),
    ...coverage(plan, release),
    ...times(plan, release, cards),
    ...gate,
  ];
}

/** A plan whose sessions all come later by whole days, so that the first one follows the gate. */
export function sessionsBehindGate(plan: PlanDocument): PlanDocument {
  const first = plan.sessions.at(0);
  if (!plan.release || !first) return plan;
  const lateMin = releaseSchedule(plan, plan.release).gateMin - first.startMin;
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
