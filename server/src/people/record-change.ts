import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { RightsChange, type RightsChangeKind } from './rights-change.entity.js';

export interface Change {
  /** null: the first person, who set the shop up */
  readonly byId: string | null;
  readonly personId: string | null;
  readonly deviceId?: string;
  readonly what: RightsChangeKind;
  readonly detail?: string;
}

/** Writes who changed which right, in the transaction of the change. */
export async function recordChange(tx: EntityManager, { byId, personId, deviceId, what, detail = '' }: Change): Promise<void> {
  await tx.insert(RightsChange, { id: randomUUID(), at: new Date(), byId, personId, deviceId: deviceId ?? null, what, detail });
}
