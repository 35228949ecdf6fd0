import { readCardFile } from '@pentimento/core/formats';
import { cardLibrary, readPlan, type CardLibrary, type PlanDocument } from '@pentimento/core/plan';
import { withJson } from './json-door.js';

/** Reads `{ plan, cards? }` (cards: a file of cards as exported, or a list of them) and answers with an exit code; 2 for what makes no sense. */
export function withPlan(path: string | undefined, usage: string, answer: (plan: PlanDocument, cards: CardLibrary) => number): number {
  return withJson(path, usage, (file) => {
    const said = typeof file === 'object' && file !== null ? file : {};
    const { plan } = readPlan('plan' in said ? said.plan : file);
    const own: unknown = 'cards' in said ? said.cards : undefined;
    const cards =
      own === undefined || own === null ? [] : readCardFile(Array.isArray(own) ? { format: 'pentimento-cards', formatVersion: 1, cards: own } : own);
    return answer(plan, cardLibrary(cards));
  });
}
