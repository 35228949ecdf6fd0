/** A step of a mold made without a plug. */
export interface DirectStep {
  readonly id: string;
  readonly what: string;
  readonly why: string;
}

/** Direct molds: the mold's own face is built up and finished in place. */
export const directMoldSteps: readonly DirectStep[] = [
  { id: 'direct-shape', what: 'Build or cut the cavity, its face low by the coats to come', why: 'Sealer, primer and finish add their thickness.' },
  { id: 'direct-seal', what: 'Seal the whole face, cut edges twice', why: 'Open pores print, outgas and lock.' },
  { id: 'direct-prime', what: 'Prime in cross coats, guide coat over it', why: 'The guide coat shows every low place.' },
  { id: 'direct-fair', what: 'Fair with long boards along the curves', why: 'What the hand feels the part will show.' },
  { id: 'direct-finish', what: 'Finish in place up the ladder, then cure the surface through', why: 'Fresh paint lifts under styrene.' },
];
