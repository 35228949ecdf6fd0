import { judgeStanding, standingOf, type MoldStanding } from '@pentimento/core/service';
import type { EntityManager } from 'typeorm';
import { Mold } from './mold.entity.js';
import { Pull, Treatment } from './service-records.entity.js';

const URGENCY = { stop: 0, care: 1, ok: 2 } as const;

/** What all records of a mold come to, read in this transaction. */
async function readStanding(tx: EntityManager, moldId: string): Promise<MoldStanding> {
  const [pulls, treatments] = await Promise.all([
    tx.find(Pull, { where: { moldId }, select: { id: true, at: true, ease: true, reverses: true } }),
    tx.find(Treatment, { where: { moldId }, select: { id: true, at: true, kind: true, reverses: true } }),
  ]);
  const iso = <T extends { at: Date }>(one: T) => ({ ...one, at: one.at.toISOString() });
  return standingOf(treatments.map(iso), pulls.map(iso));
}

/** Sums a mold's records up anew and keeps it with the mold. */
export async function keepStanding(tx: EntityManager, { id, releaseProgramId }: Pick<Mold, 'id' | 'releaseProgramId'>): Promise<void> {
  const standing = await readStanding(tx, id);
  await tx.update(Mold, { id }, { standing, urgency: URGENCY[judgeStanding(releaseProgramId, standing).level] });
}
