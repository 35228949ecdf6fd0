import { cardFlag } from '../materials/material-card.js';
import type { CardLibrary } from '../plan/card-library.js';
import { infusedAtC, infusedLayers, infusionOutcome } from '../plan/infusion-fill.js';
import type { Objection } from '../plan/objection.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { layingSeconds } from '../plan/laying.js';
import { clockText } from '../shop-time/clock-text.js';
import { dryFromMin, dryStacks } from './dry-stack.js';
import { CARE_DROP_MBAR, MOST_DROP_MBAR } from '../plan/parts/infusion.js';

/** Share of the gel time that a fill may take. */
const FILL_SHARE = 0.7;
const say = (parts: Omit<Objection, 'stage'>): Objection => ({ stage: 'stack', ...parts });
const minutes = (s: number): string => `${(s / 60).toFixed(0)} min`;

/**
 * What speaks against an infusion: fill against gel, gassing hardener, leak.
 * @param gelS time from laying to gel by layer [s], from the simulation
 */
export function infusionObjections(plan: SectionPlan, cards: CardLibrary, gelS: ReadonlyMap<string, number>): Objection[] {
  const { infusion } = plan;
  const layers = infusedLayers(plan, cards);
  if (layers.length === 0) return [];
  if (!infusion)
    return [
      say({
        level: 'care',
        id: 'infusion-missing',
        title: 'Infusion not planned',
        why: 'Fill time and leak test are not known.',
        remedy: 'Fill in flow length, mesh and pressure.',
      }),
    ];
  const outcomes = layers.map((layer) =>
    infusionOutcome(layer, infusion, cards, { gelS: gelS.get(layer.id) ?? null, tempC: infusedAtC(layer, plan) }),
  );
  const found = outcomes.flatMap(({ layer, fillS, gelS: gelAfterS, assumed }): Objection[] => {
    const list: Objection[] = [];
    if (gelAfterS !== null && fillS > FILL_SHARE * gelAfterS)
      list.push(
        say({
          level: fillS > gelAfterS ? 'stop' : 'care',
          id: `fill-${layer.id}`,
          title: `${layer.name} fills in ${minutes(fillS)}`,
          why: `It gels after ${minutes(gelAfterS)}.`,
          remedy: 'Shorter flow (more feed lines), flow mesh, thinner or slower resin.',
        }),
      );
    if (assumed.length > 0)
      list.push(
        say({
          level: 'note',
          id: `fill-assumed-${layer.id}`,
          title: `${layer.name}: fill time`,
          why: `No card states: ${assumed.join(', ')}. Typical values are taken (assumed).`,
          remedy: 'Enter them in Stores, or time a small panel.',
        }),
      );
    return list;
  });
  found.push(...drySooner(plan, cards));
  const hardener = cards.sheets.get(infusion.hardenerId);
  if (hardener && cardFlag(hardener, 'gasses'))
    found.push(
      say({
        level: 'stop',
        id: 'hardener-gasses',
        title: hardener.name,
        why: 'It gasses under vacuum: bubbles stay in the laminate.',
        remedy: 'Take a hardener that does not gas.',
      }),
    );
  if (infusion.dropMbar === null)
    found.push(
      say({
        level: 'note',
        id: 'drop-test',
        title: 'Drop test not done',
        why: 'A leak pulls air through the laminate.',
        remedy: `Close the pump off: at most ${String(MOST_DROP_MBAR)} mbar in ten minutes, then resin.`,
      }),
    );
  else if (infusion.dropMbar > CARE_DROP_MBAR)
    found.push(
      say({
        level: infusion.dropMbar > MOST_DROP_MBAR ? 'stop' : 'care',
        id: 'drop-test',
        title: `Drop test ${String(infusion.dropMbar)} mbar`,
        why: 'The bag leaks: air is pulled through the laminate.',
        remedy: 'Find the leak by ear and gauge before any resin is mixed.',
      }),
    );
  return found;
}

/** A dry stack that would have to begin before what lies under it is laid. */
function drySooner(plan: SectionPlan, cards: CardLibrary): Objection[] {
  return plan.sessions.flatMap((session, i): Objection[] => {
    const stacks = dryStacks(session, plan, cards);
    const below = plan.sessions.at(i - 1);
    if (i === 0 || !below || stacks.length === 0) return [];
    const laidMin = below.startMin + layingSeconds(below, plan, cards) / 60;
    const fromMin = dryFromMin(stacks, session);
    if (fromMin >= laidMin) return [];
    return [
      say({
        level: 'care',
        id: `dry-${session.id}`,
        title: `${session.name} leaves no time for its dry stack`,
        why: `Dry plies, bag and drop test begin ${clockText(fromMin * 60)}; ${below.name} is laid until ${clockText(laidMin * 60)}.`,
        remedy: 'Let the resin in later, or put more hands on it.',
      }),
    ];
  });
}
