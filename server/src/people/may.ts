import { mayDo, notAllowed, type Right } from '@pentimento/core/rights';
import { ProblemException } from '../errors/problem.js';
import type { Person } from './person.entity.js';

/** For what only the records can tell, like whose entry it is. @throws ProblemException 403 in words */
export function refuseUnlessMay({ role }: Person, right: Right): void {
  if (!mayDo(role, right)) throw new ProblemException(403, 'not-allowed', notAllowed(role, right));
}
