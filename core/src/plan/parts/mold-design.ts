import { DomainError } from '../../errors/domain-error.js';
import { choice, flag, id, list, name, number, optional, orNull, part, text, type PartOf, type Value } from '../fields/field.js';
import { initialPart } from '../fields/initial.js';

const size = { quantity: 'thickness' } as const;

export const sectionFields = { id, name };
/** One part of a split mold, in the order in which they are laid. */
export type MoldSection = PartOf<typeof sectionFields>;

export const partingFields = {
  id,
  name,
  firstSectionId: text('Laid first', 60),
  secondSectionId: text('Then against its flange', 60),
  lengthMm: number('Length', 'mm', [20, 50000], size),
};
/** A line where two sections meet; the flange of the earlier one is plug for the later one. */
export type PartingLine = PartOf<typeof partingFields>;

const flangeKind = choice('It is', ['bolted', 'bagged', 'infused', 'trim only'], 'trim only');
export type FlangeKind = Value<typeof flangeKind>;

export const flangeFields = {
  kind: flangeKind,
  widthMm: number('Wide', 'mm', [10, 600], { ...size, initial: 60 }),
  filletMm: number('Fillet radius', 'mm', [0, 100], { ...size, initial: 5 }),
  trimMm: number('Trim allowance', 'mm', [0, 100], { ...size, initial: 10 }),
  boltMm: number('Bolts', 'mm', [3, 24], { ...size, initial: 8 }),
  boltSpacingMm: number('Bolts every', 'mm', [40, 600], { ...size, initial: 200 }),
};

export const faceFields = {
  id,
  name,
  draftDeg: number('Draft', '°', [-30, 90], { initial: 3, digits: 1 }),
  /** Depth along the pull */
  depthMm: number('Depth', 'mm', [1, 10000], { ...size, initial: 100 }),
  /** How far it reaches behind; 0: none */
  undercutMm: number('Undercut', 'mm', [0, 1000], { ...size, initial: 0 }),
  /** Tightest inside radius of the mold */
  radiusMm: number('Radius', 'mm', [0, 5000], { ...size, initial: 6 }),
  /** It is where two sections meet, at this parting line; left out: a face of the part */
  partingId: optional(text('Meets at', 60)),
};
/** A face as measured along the pull. */
export type PullFace = PartOf<typeof faceFields>;

export const offsetFields = {
  partMm: number('Thickness of the cover', 'mm', [0.3, 60], { ...size, initial: 4 }),
  clearanceMm: number('Clearance', 'mm', [0, 50], { ...size, initial: 2 }),
  sheetMm: number('One sheet of wax', 'mm', [0.2, 10], { ...size, initial: 1.5 }),
};
/** A mold enlarged by sheet wax, for a cover that fits over an existing thing. */
export type OffsetBuild = PartOf<typeof offsetFields>;

export const backingFields = {
  kind: choice('Frame', ['none', 'wood', 'steel', 'core'], 'none'),
  /** Free span of the shell between frame members */
  spacingMm: number('Free span', 'mm', [50, 5000], { ...size, initial: 500 }),
  /** Not hard against the back */
  softStrips: flag('On soft strips', true),
  /** Planned bonding, minutes from 00:00 of day 1; null: not planned */
  bondMin: orNull(number('Bonding', 'min', [0, 86400])),
};

/** What is taken until somebody has said otherwise (assumed): one section with a trim flange, no frame. */
export const designFields = {
  /** No plug: the mold's own face is sealed, primed, faired and finished in place */
  direct: flag('Direct mold, without a plug', false),
  longestSideMm: number('Longest side', 'mm', [20, 30000], { ...size, initial: 1000 }),
  targetMm: number('Laminate aimed at', 'mm', [1, 80], { ...size, initial: 8 }),
  sections: list('Sections', part('Named section', sectionFields), {
    entry: 'section',
    least: 1,
    most: 12,
    initial: [{ id: 'a', name: 'Whole mold' }],
  }),
  partings: list('Parting lines', part('Parting line', partingFields), { entry: 'parting line', most: 20 }),
  flange: part('Flange', flangeFields),
  faces: list('Faces', part('Face', faceFields), { entry: 'face', most: 40 }),
  offset: orNull(part('Offset', offsetFields)),
  backing: part('Frame', backingFields),
  /** Hands, vacuum, press */
  loadKPa: number('Pressure on the shell', 'kPa', [0.05, 1000], { initial: 1, digits: 2, quantity: 'pressure' }),
  /** Deflection allowed between frame members */
  sagMm: number('May give', 'mm', [0.02, 50], { ...size, initial: 0.5, digits: 2 }),
  /** Before it leaves the plug */
  marked: flag('Number and hand marked', false),
};

/** How the mold is split, edged, stiffened and framed. */
export type MoldDesign = PartOf<typeof designFields>;

export const DEFAULT_DESIGN: MoldDesign = initialPart(designFields);

/** @throws DomainError for a parting line that does not name two sections in their order */
export function checkPartings(design: { readonly sections: readonly MoldSection[]; readonly partings: readonly PartingLine[] }): void {
  const order = design.sections.map((section) => section.id);
  for (const parting of design.partings) {
    const [first, second] = [order.indexOf(parting.firstSectionId), order.indexOf(parting.secondSectionId)];
    if (first >= 0 && second >= 0 && first < second) continue;
    throw new DomainError({
      code: 'bad-document',
      quantity: `mold design, ${parting.name}`,
      value: `${parting.firstSectionId} before ${parting.secondSectionId}`,
      expected: 'two of its sections, the one laid first named first',
    });
  }
}
