import { choice, flag, id, list, name, number, optional, part, text, type PartOf, type Value } from '../fields/field.js';

const kind = choice('It is', ['flange', 'outside corner', 'inside corner', 'deep pocket', 'core area', 'steep wall'], 'flange');
/** What kind of place a zone is; the field is what no zone says. */
export type ZoneKind = Value<typeof kind>;
export const zoneKinds = kind.choices;

export const zoneLayerFields = {
  layerId: text('Layer', 60),
  /** Plies more than in the field; negative: fewer */
  plies: number('Plies more', 'plies', [-20, 20], { initial: 0, whole: true }),
  /** Of the field's wet film */
  filmFactor: optional(number('Film, of the field’s', '×', [0.2, 3], { initial: 1, digits: 2 })),
  resinToGlass: optional(number('Resin to glass', ': 1', [0.5, 8], { digits: 2 })),
  /** Not laid here */
  out: flag('Left out', false),
};
/** What a zone has otherwise than the field, layer by layer. */
export type ZoneLayer = PartOf<typeof zoneLayerFields>;

export const zoneFields = {
  id,
  name,
  kind,
  /** Left out: by the patches of its kind, without any a tenth of the section */
  areaM2: optional(number('Area', 'm²', [0.001, 500], { quantity: 'area' })),
  /** What it is laid against; left out: what the field is laid against */
  faceId: optional(text('Laid against', 60)),
  layers: list('Layers', part('Zone layer', zoneLayerFields), { entry: 'layer', most: 40 }),
  /** How much longer cure takes here; left out: by the kind and the resin’s card */
  slow: optional(number('Cure takes', '×', [1, 6], { initial: 1, digits: 1 })),
};
/** A place of a section with the same sessions but not the same stack. */
export type PlanZone = PartOf<typeof zoneFields>;
