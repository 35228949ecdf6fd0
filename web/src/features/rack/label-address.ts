/** The mold that the code on a label leads to; null: it is no label of ours. */
export function moldIdOf(text: string): string | null {
  return /\/rack\/([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})(?:[/?#]|$)/i.exec(text.trim())?.[1].toLowerCase() ?? null;
}
