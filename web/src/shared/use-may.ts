import { mayDo, notAllowed, type Right } from '@pentimento/core/rights';
import { useWhoQuery } from '../api/api';

/** Why the person who is signed in may not do something, in words with whom to ask; null: they may. */
export function useRefusal(right: Right): string | null {
  const role = useWhoQuery().data?.person?.role;
  return role === undefined || mayDo(role, right) ? null : notAllowed(role, right);
}
