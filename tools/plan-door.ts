import { readCardFile } from '@pentimento/core/formats';
import { cardLibrary, readPlan, type CardLibrary, type PlanDocument } from '@pentimento/core/plan';
import { withJson } from './json-door.js';

/** Cards of a file that brings its own (as exported, or a list of them), with the built-in ones. */
export function cardsIn(file: unknown): CardLibrary {
  const own: unknown = typeof file === 'object' && file !== null && 'cards' in file ? file.cards : undefined;
  if (own === undefined || own === null) return cardLibrary([]);
  return cardLibrary(readCardFile(Array.isArray(own) ? { format: 'pentimento-cards', formatVersion: 1, cards: own } : own));
}

/** Reads `{ plan, cards? }` and answers with an exit code; 2 for what makes no sense. */
export function withPlan(path: string | undefined, usage: string, answer: (plan: PlanDocument, cards: CardLibrary) => number): number {
  return withJson(path, usage, (file) => {
    const { plan } = readPlan(typeof file === 'object' && file !== null && 'plan' in file ? file.plan : file);
    return answer(plan, cardsIn(file));
  });
}
