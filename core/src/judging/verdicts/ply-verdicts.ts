import type { GrowthResult, PieceOutcome } from '../../growth/growth-result.js';
import type { PlacedLayer } from '../../plan/placed-layer.js';
import type { SectionPlan } from '../../plan/section-plan.js';
import type { Verdict } from './verdict.js';

interface Meeting {
  readonly below: PieceOutcome;
  readonly above: PieceOutcome;
  readonly layer: PlacedLayer;
  /** Hours from the arrival above to the gel beneath; negative: gelled before */
  readonly marginH: number;
  /** Nearer than this the gel is not known well enough: by the spread of the resin's times [h] */
  readonly closeH: number;
}

/**
 * Whether the plies of a session cure as one mass: one that gels before the next arrives makes a joint there.
 * One verdict a session, about its tightest meeting; none where everything arrives at once.
 */
export function plyJoints(plan: SectionPlan, result: GrowthResult, placed: readonly PlacedLayer[]): Verdict[] {
  return plan.sessions.flatMap((session, index) => {
    const own = placed.filter(({ outcome }) => outcome.sessionIndex === index);
    const pieces = own.flatMap((layer) => layer.outcome.pieces.map((piece) => ({ piece, layer })));
    const meetings = pieces.slice(1).map(({ piece, layer }, i): Meeting => {
      const below = pieces[i].piece;
      const gelS = below.topGelS ?? Infinity;
      const { limits } = pieces[i].layer.card;
      const closeH = ((gelS - below.laidS) / 3600) * (limits.windowSpreadPct / 100);
      return { below, above: piece, layer, marginH: (gelS - piece.laidS) / 3600, closeH };
    });
    const tightest = meetings.reduce<Meeting | null>((worst, one) => (worst === null || one.marginH < worst.marginH ? one : worst), null);
    if (!tightest || tightest.marginH === Infinity) return [];
    const { above, layer, marginH, closeH } = tightest;
    return [
      {
        id: `ply-joint-${session.id}`,
        kind: 'ply-joint',
        aboutId: layer.planLayer.id,
        subject: `${session.name}, ply by ply`,
        level: marginH < Math.max(0, closeH) ? 'care' : 'ok',
        quantity: 'clock',
        value: above.laidS / 3600,
        limit: above.laidS / 3600 + marginH,
        margin: marginH,
        sense: 'at most',
        timeS: above.laidS,
        heightM: layer.baseM,
        remedy:
          marginH < 0
            ? 'The ply beneath has gelled when this one arrives: a joint, not one mass. More hands, smaller patches, less catalyst inside the range, or plan two sessions.'
            : 'More hands or smaller patches keep the plies wet on wet.',
      },
    ];
  });
}
