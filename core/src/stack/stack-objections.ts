import { amount, words, type Words } from '../units/amounts.js';
import { cardNumber, cardText } from '../materials/material-card.js';
import type { Between, ResinCard } from '../materials/resin-card.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { Objection } from '../plan/objection.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { dampObjections } from './damp-objections.js';
import { sheetObjections } from './sheet-objections.js';
import { stackTally } from './tally.js';

const say = (parts: Omit<Objection, 'stage'>): Objection => ({ stage: 'stack', ...parts });

const SKIN_MOST_GSM = 450;
const FEW_PULLS = 80;
const RATIO_BAND = 0.35;
const OVER_TARGET = 1.4;

interface Placed {
  readonly layer: PlanLayer;
  readonly card: ResinCard;
  readonly below: PlanLayer | null;
  readonly opensSession: boolean;
}

function placed(plan: SectionPlan, cards: CardLibrary): Placed[] {
  let below: PlanLayer | null = null;
  return plan.sessions.flatMap(({ layers }) =>
    layers.map((layer, i): Placed => {
      const one = { layer, card: cardOf(cards, layer.cardId), below, opensSession: i === 0 };
      below = layer;
      return one;
    }),
  );
}

/** Every rule of the stack that objects, one line each. */
export function stackObjections(plan: SectionPlan, cards: CardLibrary): Objection[] {
  const layers = placed(plan, cards);
  if (layers.length === 0)
    return [say({ level: 'note', id: 'empty', title: 'Empty stack', why: 'Nothing is laid yet.', remedy: 'Start from a school, or add a session.' })];
  return [
    ...films(layers),
    ...skins(layers),
    ...sheetObjections(plan, cards),
    ...dampObjections(plan),
    ...layers.flatMap((one) => [...fabric(one, cards), ...start(one)]),
    ...lastPly(layers),
    ...thickness(plan, cards),
    ...life(plan, layers),
    ...places(plan, layers),
  ];
}

const share = (card: ResinCard): string => (card.family.startsWith('epoxy') ? 'epoxy' : card.family);

/** What a film of a kind of resin does where it is too thin or too thick. */
const FILM_HARM: Readonly<Record<string, { readonly thin: string; readonly thick: string }>> = {
  'gel coat': {
    thin: 'So thin a film loses its styrene before it gels: it stays soft and wrinkles under the next layer.',
    thick: 'So thick a film traps air and pools, shrinks off the plug and cracks.',
  },
  barrier: {
    thin: 'So thin a film cures badly and hides no fiber.',
    thick: 'So thick a film shrinks and cracks.',
  },
  epoxy: {
    thin: 'So thin a coat shows the fiber and is sanded through at the first polish.',
    thick: 'So thick a coat runs, holds air and gets hot.',
  },
  polyurethane: {
    thin: 'So thin a coat shows the fiber.',
    thick: 'So thick a coat gets hot and foams where it is damp.',
  },
};
/** Off by more than this share, a film is lost and not only poor. */
const FAR_OFF = 0.2;

function filmLevel(film: number, { least, most }: Between): Objection['level'] {
  return film < (1 - FAR_OFF) * (least ?? 0) || film > (1 + 2 * FAR_OFF) * (most ?? Infinity) ? 'stop' : 'care';
}

/** One coat, or all of them together, against what the card says of it. */
function filmObjection(id: string, what: Words, { film, range, card }: { film: number; range: Between; card: ResinCard }): Objection[] {
  const { least, most } = range;
  const thin = film < (least ?? 0);
  if (!thin && film <= (most ?? Infinity)) return [];
  const harm = Object.hasOwn(FILM_HARM, share(card)) ? FILM_HARM[share(card)] : FILM_HARM['gel coat'];
  return [
    say({
      level: filmLevel(film, range),
      id,
      title: words`${what} ${amount('film', film)}`,
      why: thin ? harm.thin : harm.thick,
      remedy: thin
        ? words`At least ${amount('film', least ?? 0)} by ${card.name}’s sheet.`
        : words`At most ${amount('film', most ?? 0)} by ${card.name}’s sheet.`,
    }),
  ];
}

function films(layers: readonly Placed[]): Objection[] {
  const coats = layers.filter(({ layer }) => layer.role !== 'core' && layer.wetFilmUm !== null);
  const single = coats.flatMap(({ layer, card }) =>
    filmObjection(
      layer.wetFilmUm !== null && layer.wetFilmUm < (card.limits.sheet.coatUm.least ?? 0) ? `thin-${layer.id}` : `thick-${layer.id}`,
      words`${layer.name} at`,
      {
        film: layer.wetFilmUm ?? 0,
        range: card.limits.sheet.coatUm,
        card,
      },
    ),
  );
  const gel = coats.filter(({ layer }) => layer.role === 'gelcoat');
  if (gel.length === 0 && !layers.some(({ layer }) => layer.role === 'gelcoat'))
    return [
      ...single,
      say({
        level: 'care',
        id: 'no-gelcoat',
        title: 'No gel coat',
        why: 'The mold’s face would be fiber.',
        remedy: 'Begin with a gel coat or surface coat.',
      }),
    ];
  if (gel.length === 0) return single;
  const film = gel.reduce((sum, { layer }) => sum + (layer.wetFilmUm ?? 0), 0);
  // What one coat has said already is not said again of all.
  const total = single.some(({ id }) => id.endsWith(`-${gel[0].layer.id}`))
    ? []
    : filmObjection('film-total', 'Face, all coats', { film, range: gel[0].card.limits.sheet.filmUm, card: gel[0].card });
  const colors = new Set(gel.map(({ layer }) => layer.application?.color ?? ''));
  const oneColor =
    gel.length > 1 && colors.size < 2
      ? [
          say({
            level: 'note',
            id: 'two-colors',
            title: 'Coats of one color',
            why: 'Two colors show later how deep sanding has gone.',
            remedy: 'Give the first and second coat different colors.',
          }),
        ]
      : [];
  return [...single, ...total, ...oneColor];
}

function skins(layers: readonly Placed[]): Objection[] {
  const first = layers.find(({ layer }) => layer.laminate !== null);
  if (!first?.layer.laminate || first.card.family.startsWith('epoxy') || first.card.family === 'polyurethane') return [];
  const { plies, glassGsm } = first.layer.laminate;
  if (plies * glassGsm <= SKIN_MOST_GSM) return [];
  return [
    say({
      level: 'care',
      id: 'no-skin',
      title: layers.some(({ layer }) => layer.role === 'gelcoat')
        ? `${first.layer.name} right on the gel coat`
        : `${first.layer.name} right on the plug`,
      why: words`${String(plies)} × ${amount('arealWeight', glassGsm)} at once: air is not rolled out, and its shrink prints.`,
      remedy: words`A skin of at most ${amount('arealWeight', SKIN_MOST_GSM)} first, rolled free of air.`,
    }),
  ];
}

function fabric({ layer, card }: Placed, cards: CardLibrary): Objection[] {
  const sheet = layer.fabricId === undefined ? undefined : cards.sheets.get(layer.fabricId);
  if (!sheet || !layer.laminate) return [];
  const found: Objection[] = [];
  const binder = cardText(sheet, 'binder') ?? '';
  if (binder.startsWith('styrene-soluble') && card.family.startsWith('epoxy'))
    found.push(
      say({
        level: 'stop',
        id: `binder-${layer.id}`,
        title: `${layer.name}: ${sheet.name} in epoxy`,
        why: 'Its binder does not dissolve in epoxy: stiff, white, dry strands.',
        remedy: 'Cloth, or a mat with an epoxy-compatible binder.',
      }),
    );
  const gsm = cardNumber(sheet, 'arealGsm');
  if (gsm !== null && Math.abs(gsm - layer.laminate.glassGsm) > 0.5)
    found.push(
      say({
        level: 'care',
        id: `gsm-${layer.id}`,
        title: words`${layer.name}: ${amount('arealWeight', layer.laminate.glassGsm)}`,
        why: words`${sheet.name} weighs ${amount('arealWeight', gsm)}.`,
        remedy: 'Choose the reinforcement that will be on the bench.',
      }),
    );
  const usual = cardNumber(sheet, 'resinToGlass');
  const ratio = layer.laminate.resinToGlass;
  if (usual !== null && Math.abs(ratio / usual - 1) > RATIO_BAND)
    found.push(
      say({
        level: 'care',
        id: `ratio-${layer.id}`,
        title: `${layer.name}: ${ratio.toFixed(1)} : 1`,
        why: ratio < usual ? 'So little resin leaves it dry.' : 'So much resin drains, shrinks and cracks.',
        remedy: `About ${usual.toFixed(1)} : 1 for ${sheet.name}.`,
      }),
    );
  return found;
}

function start({ layer, card, below, opensSession }: Placed): Objection[] {
  if (below === null) return [];
  const closed = below.surface === 'additive' || below.surface === 'film';
  if (closed && layer.start !== 'abraded')
    return [
      say({
        level: 'stop',
        id: `waxed-${layer.id}`,
        title: `${layer.name} on a closed surface`,
        why: 'Surface wax or film under it: no bond.',
        remedy: 'Abrade to dull and wipe, and plan it so; or leave the additive to the last ply.',
      }),
    ];
  if (opensSession && below.surface === 'peel ply' && layer.start !== 'abraded' && !card.family.startsWith('epoxy'))
    return [
      say({
        level: 'note',
        id: `peel-${layer.id}`,
        title: `${layer.name} on peel ply`,
        why: 'The peeled face is clean but weakly keyed.',
        remedy: 'A light abrade helps polyester.',
      }),
    ];
  return [];
}

function lastPly(layers: readonly Placed[]): Objection[] {
  const { layer, card } = layers[layers.length - 1];
  const inhibited = !card.family.startsWith('epoxy') && card.family !== 'polyurethane' && card.family !== 'infusion';
  if (!inhibited || (layer.surface ?? 'none') !== 'none') return [];
  return [
    say({
      level: 'care',
      id: 'tacky-back',
      title: `${layer.name} is the last ply`,
      why: 'Air-inhibited resin stays tacky on the back.',
      remedy: 'Surface additive, a film, or a veil with additive in the last resin.',
    }),
  ];
}

function thickness(plan: SectionPlan, cards: CardLibrary): Objection[] {
  const target = plan.design?.targetMm;
  if (target === undefined) return [];
  const { laminateMm } = stackTally(plan, cards);
  if (laminateMm < target * 0.97)
    return [
      say({
        level: 'care',
        id: 'under-target',
        title: words`${amount('thickness', laminateMm)} of ${amount('thickness', target)}`,
        why: 'The laminate is thinner than the mold is meant to be.',
        remedy: 'Add bulk plies, or fit them to the target.',
      }),
    ];
  if (laminateMm > target * OVER_TARGET)
    return [
      say({
        level: 'note',
        id: 'over-target',
        title: words`${amount('thickness', laminateMm)} for ${amount('thickness', target)}`,
        why: 'Weight, cost and a day that nobody asked for.',
        remedy: 'Take plies off, or raise the target.',
      }),
    ];
  return [];
}

function life(plan: SectionPlan, layers: readonly Placed[]): Objection[] {
  const { pullsExpected, heatedToC, use } = plan.intake ?? DEFAULT_INTAKE;
  const found: Objection[] = [];
  const general = layers.some(({ card }) => card.family === 'laminating' || card.family === 'low-profile tooling');
  const protectedFace = layers.some(({ card }) => card.family === 'barrier' || card.family === 'skin');
  if (pullsExpected > FEW_PULLS && general && !protectedFace)
    found.push(
      say({
        level: 'care',
        id: 'barrier',
        title: `${String(pullsExpected)} pulls expected`,
        why: 'Without barrier or vinyl ester skin the face crazes earlier.',
        remedy: 'Add a barrier coat or a vinyl ester skin.',
      }),
    );
  if (use === 'heated' && heatedToC !== null)
    for (const { layer, card } of layers) {
      const hdt = cardNumber(card.sheet, 'hdtC');
      if (hdt !== null && hdt < heatedToC)
        found.push(
          say({
            level: 'stop',
            id: `hdt-${layer.id}`,
            title: words`${layer.name} in a mold heated to ${amount('temperature', heatedToC)}`,
            why: words`${card.name} softens at ${amount('temperature', hdt)}.`,
            remedy: 'A resin that stands the heat, and a post-cure.',
          }),
        );
    }
  return found;
}

/** Wet film of one coat that still hangs on a steep face [µm] (docs/references.md#wet-film). */
const HANGS_UM = 650;

/** What the measured places ask of films and air. */
function places({ patches, climate }: SectionPlan, layers: readonly Placed[]): Objection[] {
  const there = new Set((patches ?? []).map(({ place }) => place));
  const found: Objection[] = [];
  const thick = layers.find(({ layer }) => layer.role === 'gelcoat' && (layer.wetFilmUm ?? 0) > HANGS_UM);
  if (there.has('vertical') && thick)
    found.push(
      say({
        level: 'care',
        id: `runs-${thick.layer.id}`,
        title: `${thick.layer.name} on a vertical face`,
        why: words`At ${amount('film', thick.layer.wetFilmUm ?? 0)} in one coat it runs and leaves curtains.`,
        remedy: words`At most ${amount('film', HANGS_UM)} in one coat there; two coats, or lay the plug down.`,
      }),
    );
  const styrene = layers.some(({ card }) => !card.family.startsWith('epoxy') && card.family !== 'polyurethane');
  if (there.has('deep pocket') && styrene && !climate.fan)
    found.push(
      say({
        level: 'care',
        id: 'styrene-pools',
        title: 'Deep pocket without moving air',
        why: 'Styrene is heavier than air: it lies in the pocket, holds the cure back, and is breathed there.',
        remedy: 'Stand the plug on edge, or move air through it; mind the exposure limit. The windows there are the pocket’s.',
      }),
    );
  return found;
}
