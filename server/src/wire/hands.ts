/** Handedness of a mold. */
export const HANDS = ['left', 'right', 'none'] as const;
export type Hand = (typeof HANDS)[number];
