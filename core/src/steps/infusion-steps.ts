import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { isInfused } from '../plan/infusion-fill.js';
import { layerMasses } from '../plan/layer-masses.js';
import { peopleAt } from '../plan/laying.js';
import { MOST_DROP_MBAR } from '../plan/parts/infusion.js';
import { POT_MIN } from '../plan/pot-age.js';
import type { PlanLayer, PlanSession, SectionPlan } from '../plan/section-plan.js';
import type { DryStack } from '../stack/dry-stack.js';
import { bagOffMin } from '../stack/edge-cut.js';
import { stepOf, type Step } from './step.js';

interface PlanAndCards {
  readonly plan: SectionPlan;
  readonly cards: CardLibrary;
}

interface LettingIn {
  readonly fromMin: number;
  readonly minutes: number;
  readonly mixed: boolean;
  readonly cards: CardLibrary;
  readonly caution: string | null;
}

/** Resin into a dry stack. */
export function letIn(plan: SectionPlan, session: PlanSession, layer: PlanLayer, { fromMin, minutes, mixed, cards, caution }: LettingIn): Step {
  const people = peopleAt(session, plan);
  const id = `session:${session.id}`;
  const { resinKg } = layerMasses(layer, plan.areaM2, cards);
  return stepOf({
    id: `${id}:lay:${layer.id}:p1`,
    kind: 'lay',
    stage: 'stack',
    name: `Let resin in, ${layer.name}`,
    order: `Feed open until the front is at the vacuum line, about ${Math.max(1, minutes).toFixed(0)} min; feed shut before it draws air. The pump stays on.`,
    sessionId: session.id,
    layerId: layer.id,
    startMin: fromMin,
    endMin: fromMin + minutes,
    people,
    handsMin: minutes * people,
    after: [mixed ? `${id}:mix:${layer.id}` : `${id}:leak:${layer.id}`],
    uses: [{ what: cardOf(cards, layer.cardId).name, amount: resinKg * 1000, unit: 'g' }],
    logs: ['done', 'temperature'],
    caution,
  });
}

/** Dry plies, bag and drop test of what is infused. */
export function drySteps({ plan, cards }: PlanAndCards, session: PlanSession, stacks: readonly DryStack[], ready: readonly string[]): Step[] {
  const people = peopleAt(session, plan);
  const id = `session:${session.id}`;
  return stacks.flatMap(({ layer, plies, bag, dropTest }) => {
    const common = { stage: 'stack', sessionId: session.id, layerId: layer.id, people } as const;
    const fabric = layer.fabricId === undefined ? undefined : cards.sheets.get(layer.fabricId);
    const dry = plies.map(({ fromMin, toMin }, ply) =>
      stepOf({
        ...common,
        id: `${id}:dry:${layer.id}:p${String(ply + 1)}`,
        kind: 'lay dry',
        name: plies.length > 1 ? `Dry ply ${String(ply + 1)} of ${String(plies.length)}, ${layer.name}` : `Lay dry, ${layer.name}`,
        order: 'Dry, close into every corner, no bridge; held with a mist of tack that the resin dissolves.',
        startMin: fromMin,
        endMin: toMin,
        handsMin: (toMin - fromMin) * people,
        after: ply === 0 ? ready : [`${id}:dry:${layer.id}:p${String(ply)}`],
        uses: fabric ? [{ what: fabric.name, amount: plan.areaM2, unit: 'm²' }] : [],
        logs: ['done'],
      }),
    );
    const bagged = stepOf({
      ...common,
      id: `${id}:bag:${layer.id}`,
      kind: 'bag',
      name: `Mesh, lines and bag, ${layer.name}`,
      order: 'Peel ply, mesh, feed and vacuum lines; film with pleats at every corner; pumped down slowly, listened all round.',
      startMin: bag.fromMin,
      endMin: bag.toMin,
      handsMin: (bag.toMin - bag.fromMin) * people,
      after: dry.map((step) => step.id).slice(-1),
      logs: ['done'],
    });
    const leak = stepOf({
      ...common,
      id: `${id}:leak:${layer.id}`,
      kind: 'leak test',
      name: `Drop test, ${layer.name}`,
      order: `Pump closed off for ten minutes: at most ${String(MOST_DROP_MBAR)} mbar, before any resin is mixed.`,
      startMin: dropTest.fromMin,
      endMin: dropTest.toMin,
      people: 1,
      handsMin: POT_MIN,
      after: [bagged.id],
      logs: ['leak', 'signature'],
    });
    return [...dry, bagged, leak];
  });
}

/** What was filled stays under vacuum until the shop opens the next day. */
export function vacuumSteps({ plan, cards }: PlanAndCards, session: PlanSession, laid: readonly Step[]): Step[] {
  return session.layers
    .filter((layer) => isInfused(layer, cards))
    .map((layer) => {
      const filled = `session:${session.id}:lay:${layer.id}:p1`;
      const startMin = laid.find(({ id }) => id === filled)?.endMin ?? session.startMin;
      return stepOf({
        id: `session:${session.id}:vacuum:${layer.id}`,
        kind: 'vacuum',
        stage: 'sequence',
        name: `A night under vacuum, ${layer.name}`,
        order: 'The pump stays on, the gauge is read before closing and in the morning; bag and mesh off once it is hard, warm on the plug.',
        sessionId: session.id,
        layerId: layer.id,
        startMin,
        endMin: bagOffMin(session, plan, cards) ?? startMin,
        people: 0,
        handsMin: 0,
        after: [filled],
        logs: ['leak'],
      });
    });
}
