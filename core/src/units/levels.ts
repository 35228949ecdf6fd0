const RANK = { stop: 0, care: 1, warn: 1, note: 2, ok: 3 } as const;

/** How bad something is: stop before care (warn), care before a note, a note before nothing. */
export type Level = keyof typeof RANK;

/** For sorting, worst first. */
export function byLevel(a: Level, b: Level): number {
  return RANK[a] - RANK[b];
}

/** The worst of some levels; null: there are none. */
export function worstOf<L extends Level>(levels: readonly L[]): L | null {
  return levels.reduce<L | null>((worst, level) => (worst !== null && byLevel(worst, level) <= 0 ? worst : level), null);
}
