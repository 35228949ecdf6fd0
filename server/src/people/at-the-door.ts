import { SNAPSHOT } from '../wire/same-answer.js';
import type { Person } from './person.entity.js';

/** A person as they come in, and what of the database is seen at that moment. */
export interface AtTheDoor {
  readonly person: Person;
  readonly snapshot: string;
}

export type DoorRow = Person & { readonly snapshot: string };

/** What is asked of a person with every request, so in one plain query. */
export const doorColumns = (person: string): string =>
  `${['id', 'name', 'login', 'role', 'demo', 'active'].map((column) => `${person}.${column}`).join(', ')}, ${person}.unit_system as "unitSystem",
    ${person}.word_until as "wordUntil", ${person}.session_round as "sessionRound", ${person}.created_at as "createdAt", ${SNAPSHOT} as snapshot`;

export const atTheDoor = ({ snapshot, ...person }: DoorRow): AtTheDoor => ({ person, snapshot });
