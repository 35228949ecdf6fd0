/** What a degree of cure is on the bench, from below (general words; glove and nail decide). */
const WORDS: readonly (readonly [below: number, words: string])[] = [
  [0.05, 'wet'],
  [0.35, 'gelling'],
  [0.6, 'green, cuts with a knife'],
  [0.72, 'firm, a nail dents it'],
  [0.88, 'hard, not heat-proof yet'],
  [Infinity, 'cured through'],
];

/** A degree of cure in a toolmaker's words. */
export function cureWords(cure: number): string {
  return (WORDS.find(([below]) => cure < below) ?? WORDS[WORDS.length - 1])[1];
}
