import { DomainError } from '../../errors/domain-error.js';
import { requireInRange, type Range } from '../../errors/require.js';

export const flangeKinds = ['bolted', 'bagged', 'infused', 'trim only'] as const;
export type FlangeKind = (typeof flangeKinds)[number];

/** One part of a split mold, in the order in which they are laid. */
export interface MoldSection {
  id: string;
  name: string;
}

/** A line where two sections meet; the flange of the earlier one is plug for the later one. */
export interface PartingLine {
  id: string;
  name: string;
  firstSectionId: string;
  secondSectionId: string;
  lengthMm: number;
}

/** A face as measured along the pull. */
export interface PullFace {
  id: string;
  name: string;
  draftDeg: number;
  /** Depth along the pull */
  depthMm: number;
  /** How far it reaches behind; 0: none */
  undercutMm: number;
  /** Tightest inside radius of the mold */
  radiusMm: number;
}

/** A mold enlarged by sheet wax, for a cover that fits over an existing thing. */
export interface OffsetBuild {
  partMm: number;
  clearanceMm: number;
  sheetMm: number;
}

export const backingKinds = ['none', 'wood', 'steel', 'core'] as const;
export type BackingKind = (typeof backingKinds)[number];

/** Frame behind the shell. */
export interface Backing {
  kind: BackingKind;
  /** Free span of the shell between frame members */
  spacingMm: number;
  /** On soft strips, not hard against the back */
  softStrips: boolean;
  /** Planned bonding, minutes from 00:00 of day 1; null: not planned */
  bondMin: number | null;
}

/** How the mold is split, edged, stiffened and framed. */
export interface MoldDesign {
  /** No plug: the mold's own face is sealed, primed, faired and finished in place */
  direct: boolean;
  longestSideMm: number;
  targetMm: number;
  sections: MoldSection[];
  partings: PartingLine[];
  flange: { kind: FlangeKind; widthMm: number; filletMm: number; trimMm: number; boltMm: number; boltSpacingMm: number };
  faces: PullFace[];
  offset: OffsetBuild | null;
  backing: Backing;
  /** Pressure on the shell: hands, vacuum, press */
  loadKPa: number;
  /** Deflection allowed between frame members */
  sagMm: number;
  /** Marked with number and hand before it leaves the plug */
  marked: boolean;
}

export const designRanges = {
  longestSideMm: { min: 20, max: 30000, unit: 'mm' },
  targetMm: { min: 1, max: 80, unit: 'mm' },
  sections: { min: 1, max: 12, unit: 'sections' },
  partings: { min: 0, max: 20, unit: 'parting lines' },
  partingMm: { min: 20, max: 50000, unit: 'mm' },
  widthMm: { min: 10, max: 600, unit: 'mm' },
  filletMm: { min: 0, max: 100, unit: 'mm' },
  trimMm: { min: 0, max: 100, unit: 'mm' },
  boltMm: { min: 3, max: 24, unit: 'mm' },
  boltSpacingMm: { min: 40, max: 600, unit: 'mm' },
  faces: { min: 0, max: 40, unit: 'faces' },
  draftDeg: { min: -30, max: 90, unit: '°' },
  depthMm: { min: 1, max: 10000, unit: 'mm' },
  undercutMm: { min: 0, max: 1000, unit: 'mm' },
  radiusMm: { min: 0, max: 5000, unit: 'mm' },
  partMm: { min: 0.3, max: 60, unit: 'mm' },
  clearanceMm: { min: 0, max: 50, unit: 'mm' },
  sheetMm: { min: 0.2, max: 10, unit: 'mm' },
  spacingMm: { min: 50, max: 5000, unit: 'mm' },
  bondMin: { min: 0, max: 86400, unit: 'min' },
  loadKPa: { min: 0.05, max: 1000, unit: 'kPa' },
  sagMm: { min: 0.02, max: 50, unit: 'mm' },
} as const satisfies Record<string, Range>;

/** What is taken until somebody has said otherwise (assumed): one section with a trim flange, no frame. */
export const DEFAULT_DESIGN: MoldDesign = {
  direct: false,
  longestSideMm: 1000,
  targetMm: 8,
  sections: [{ id: 'a', name: 'Whole mold' }],
  partings: [],
  flange: { kind: 'trim only', widthMm: 60, filletMm: 5, trimMm: 10, boltMm: 8, boltSpacingMm: 200 },
  faces: [],
  offset: null,
  backing: { kind: 'none', spacingMm: 500, softStrips: true, bondMin: null },
  loadKPa: 1,
  sagMm: 0.5,
  marked: false,
};

/** @throws DomainError naming what makes no sense */
export function checkDesign(design: MoldDesign): void {
  const check = (what: string, value: number, range: Range): number => requireInRange(`mold design, ${what}`, value, range);
  check('longest side', design.longestSideMm, designRanges.longestSideMm);
  check('target thickness', design.targetMm, designRanges.targetMm);
  check('number of sections', design.sections.length, designRanges.sections);
  check('number of parting lines', design.partings.length, designRanges.partings);
  check('number of faces', design.faces.length, designRanges.faces);
  const order = design.sections.map(({ id }) => id);
  for (const parting of design.partings) {
    check(`length of ${parting.name}`, parting.lengthMm, designRanges.partingMm);
    const [first, second] = [order.indexOf(parting.firstSectionId), order.indexOf(parting.secondSectionId)];
    if (first < 0 || second < 0 || first >= second) {
      throw new DomainError({
        code: 'bad-document',
        quantity: `mold design, ${parting.name}`,
        value: `${parting.firstSectionId} before ${parting.secondSectionId}`,
        expected: 'two of its sections, the one laid first named first',
      });
    }
  }
  const { flange, backing, offset } = design;
  check('flange width', flange.widthMm, designRanges.widthMm);
  check('fillet radius', flange.filletMm, designRanges.filletMm);
  check('trim allowance', flange.trimMm, designRanges.trimMm);
  check('bolt diameter', flange.boltMm, designRanges.boltMm);
  check('bolt spacing', flange.boltSpacingMm, designRanges.boltSpacingMm);
  for (const face of design.faces) {
    check(`draft of ${face.name}`, face.draftDeg, designRanges.draftDeg);
    check(`depth of ${face.name}`, face.depthMm, designRanges.depthMm);
    check(`undercut of ${face.name}`, face.undercutMm, designRanges.undercutMm);
    check(`inside radius of ${face.name}`, face.radiusMm, designRanges.radiusMm);
  }
  if (offset) {
    check('thickness of the part over it', offset.partMm, designRanges.partMm);
    check('clearance', offset.clearanceMm, designRanges.clearanceMm);
    check('sheet wax', offset.sheetMm, designRanges.sheetMm);
  }
  check('frame spacing', backing.spacingMm, designRanges.spacingMm);
  if (backing.bondMin !== null) check('bonding of the frame', backing.bondMin, designRanges.bondMin);
  check('load on the shell', design.loadKPa, designRanges.loadKPa);
  check('deflection allowed', design.sagMm, designRanges.sagMm);
}
