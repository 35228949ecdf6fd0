import { cardLibrary, outdatedCards, type CardLibrary, type OutdatedCard, type PlanDocument } from '@pentimento/core/plan';
import { useMemo, useState } from 'react';
import { useKeptCardsQuery, type Card } from '../../api/api';

export interface PlanCards {
  /** The versions the plan was made with, the newest of all others; null while they are fetched */
  readonly cards: readonly Card[] | null;
  readonly library: CardLibrary | null;
  readonly outdated: readonly OutdatedCard[];
  readonly error: unknown;
}

/** Cards as a plan sees them: those it keeps in the version it was made with. */
export function usePlanCards(plan: PlanDocument | null, newest: readonly Card[] | undefined): PlanCards {
  // The same list while the hand drags, so that nothing is fetched or built again.
  const key = plan && newest ? JSON.stringify(outdatedCards(plan, newest)) : '[]';
  const outdated = useMemo((): readonly OutdatedCard[] => (plan && newest ? outdatedCards(plan, newest) : []), [key, newest]); // eslint-disable-line react-hooks/exhaustive-deps
  const wanted = useMemo(() => outdated.map(({ id, keptVersion }) => ({ id, version: keptVersion })), [outdated]);
  const kept = useKeptCardsQuery(wanted, { skip: wanted.length === 0 });
  const found = useMemo((): PlanCards => {
    const older = wanted.length === 0 ? [] : kept.currentData;
    if (!newest || !older) return { cards: null, library: null, outdated, error: kept.error };
    const cards = [...newest.filter(({ id }) => !older.some((card) => card.id === id)), ...older];
    return { cards, library: cardLibrary(cards), outdated, error: undefined };
  }, [newest, wanted, kept.currentData, kept.error, outdated]);
  // While another version is fetched the page goes on with the cards it has, or it would lose what is open on it.
  const [last, setLast] = useState<PlanCards | null>(null);
  if (found.cards && plan && last !== found) setLast(found);
  return found.cards ? found : (last ?? found);
}
