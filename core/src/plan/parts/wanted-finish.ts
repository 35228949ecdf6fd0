export const wantedFinishNames = ['satin', 'gloss', 'show'] as const;
export type WantedFinish = (typeof wantedFinishNames)[number];

/** Last grit and number of compounds of each finish. */
export const wantedFinishes: Readonly<Record<WantedFinish, { readonly grit: number; readonly compounds: number }>> = {
  satin: { grit: 800, compounds: 0 },
  gloss: { grit: 1500, compounds: 2 },
  show: { grit: 2000, compounds: 3 },
};
