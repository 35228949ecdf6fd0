import type { CardLibrary } from '../plan/card-library.js';
import type { Objection } from '../plan/objection.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import type { PlanZone } from '../plan/parts/zone.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import type { PlanLayer } from '../plan/section-plan.js';
import { zoneLayer } from '../plan/zones.js';
import { amount, words } from '../units/amounts.js';

/** Wet film of one pass that stays on a steep wall [µm] (docs/references.md#wet-film). */
export const WALL_PASS_UM = 300;
/** A corner with so much more resin to its glass than the field is resin-rich. */
const RICH = 1.25;

const say = (parts: Omit<Objection, 'stage'>): Objection => ({ stage: 'stack', ...parts });

/** What the trade says about each zone of a section: corners, flange, walls and pockets. */
export function zoneObjections(plan: PlanDocument, section: PlanSection, cards: CardLibrary): Objection[] {
  const layers = section.sessions.flatMap((session) => session.layers);
  if (layers.length === 0) return [];
  return [...section.zones.flatMap((zone) => ofZone(plan, zone, layers, cards)), ...flange(plan, section)];
}

function ofZone({ assumed }: PlanDocument, zone: PlanZone, layers: readonly PlanLayer[], cards: CardLibrary): Objection[] {
  switch (zone.kind) {
    case 'outside corner':
    case 'inside corner':
      return [...unreinforced(zone, layers), ...rich(zone, layers)];
    case 'steep wall':
      return layers.flatMap((layer) => runs(zone, layer));
    case 'deep pocket':
      return assumed.climate.fan || !layers.some(({ cardId }) => cards.resins.get(cardId)?.kinetics.c_ref !== null)
        ? []
        : [
            say({
              level: 'care',
              id: `styrene-${zone.id}`,
              title: `${zone.name}: styrene lies there`,
              why: 'It is heavier than air, pools in a hollow and holds cure back.',
              remedy: 'Stand the plug on edge, or move the air over it; mind the exposure limits.',
            }),
          ];
    case 'flange':
    case 'core area':
      return [];
  }
}

/** Resin without glass in a corner is brittle as glass. */
function unreinforced(zone: PlanZone, layers: readonly PlanLayer[]): Objection[] {
  const out = layers.filter(({ id, role }) => role === 'skin' && zoneLayer(zone, id).out);
  return out.map(({ id, name }) =>
    say({
      level: 'stop',
      id: `bare-corner-${zone.id}-${id}`,
      title: `${zone.name}: no ${name}`,
      why: 'Gel coat without glass behind it chips at the first knock.',
      remedy: 'Lay it into the corner too; a veil or wetted strands where the mat does not follow.',
    }),
  );
}

function rich(zone: PlanZone, layers: readonly PlanLayer[]): Objection[] {
  return layers.flatMap(({ id, name, laminate }) => {
    const own = zoneLayer(zone, id).resinToGlass;
    if (!laminate || own === undefined || own <= RICH * laminate.resinToGlass) return [];
    return [
      say({
        level: 'care',
        id: `rich-corner-${zone.id}-${id}`,
        title: `${zone.name}: ${name} at ${own.toFixed(1)} : 1`,
        why: `Resin-rich, it cracks and shrinks more; the field has ${laminate.resinToGlass.toFixed(1)} : 1.`,
        remedy: 'Roll it out toward the field, or fill the corner with wetted strands or a veil first.',
      }),
    ];
  });
}

function runs(zone: PlanZone, { id, name, wetFilmUm, role, application }: PlanLayer): Objection[] {
  const own = zoneLayer(zone, id);
  if (wetFilmUm === null || role === 'core' || own.out) return [];
  const passUm = (wetFilmUm * (own.filmFactor ?? 1)) / (application?.passes ?? 1);
  if (passUm <= WALL_PASS_UM) return [];
  return [
    say({
      level: 'care',
      id: `runs-${zone.id}-${id}`,
      title: words`${zone.name}: ${name}, ${amount('film', passUm)} in a pass`,
      why: 'So thick it runs down a steep wall: thin above, a pool below.',
      remedy: words`More passes of at most ${amount('film', WALL_PASS_UM)}, with time between.`,
    }),
  ];
}

/** A flange that is bolted or holds vacuum, laid as thin as the field. */
function flange({ mold }: PlanDocument, { zones }: PlanSection): Objection[] {
  const { kind } = (mold.design ?? DEFAULT_DESIGN).flange;
  if (!mold.design || kind === 'trim only') return [];
  const more = zones.filter((zone) => zone.kind === 'flange').some(({ layers }) => layers.some(({ plies }) => plies > 0));
  if (more) return [];
  return [
    say({
      level: 'care',
      id: 'thin-flange',
      title: `Flange ${kind}, but no thicker than the field`,
      why: 'It bends between the bolts and leaks.',
      remedy: 'Give the flange a zone with some plies more.',
    }),
  ];
}
