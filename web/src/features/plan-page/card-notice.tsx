import type { OutdatedCard } from '@pentimento/core/plan';

/** Says which cards have a newer version than the plan was made with, and offers to go over to it. */
export function CardNotice({
  outdated,
  readOnly,
  onUse,
}: {
  outdated: readonly OutdatedCard[];
  readOnly: boolean;
  onUse: (card: OutdatedCard) => void;
}) {
  if (outdated.length === 0) return null;
  return (
    <ul aria-label="Newer cards" className="border-warning mx-2 mt-1 border-l-4 pl-3 text-sm">
      {outdated.map((card) => (
        <li key={card.id}>
          {card.name}: this plan was made with v{card.keptVersion}, there is v{card.newestVersion}.{' '}
          {!readOnly && (
            <button
              type="button"
              className="underline"
              onClick={() => {
                onUse(card);
              }}
            >
              Use v{card.newestVersion}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
