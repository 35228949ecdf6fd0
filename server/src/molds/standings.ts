import { judgeStanding, standingOf } from '@pentimento/core/service';
import { In, type EntityManager } from 'typeorm';
import { Mold } from './mold.entity.js';
import { Pull, Treatment } from './service-records.entity.js';

const URGENCY = { stop: 0, care: 1, ok: 2 } as const;

type Summed = Pick<Mold, 'id' | 'releaseProgramId'>;

/** Sums the records of some molds up anew, as this transaction sees them, and keeps what they come to with each mold. */
export async function keepStandings(tx: EntityManager, molds: readonly Summed[]): Promise<void> {
  const moldId = In(molds.map(({ id }) => id));
  const [pulls, treatments] = await Promise.all([
    tx.find(Pull, { where: { moldId }, select: { id: true, moldId: true, at: true, ease: true, reverses: true } }),
    tx.find(Treatment, { where: { moldId }, select: { id: true, moldId: true, at: true, kind: true, reverses: true } }),
  ]);
  const [pullsOf, treatmentsOf] = [byMold(pulls), byMold(treatments)];
  for (const { id, releaseProgramId } of molds) {
    const standing = standingOf(treatmentsOf.get(id) ?? [], pullsOf.get(id) ?? []);
    await tx.update(Mold, { id }, { standing, urgency: URGENCY[judgeStanding(releaseProgramId, standing).level] });
  }
}

export const keepStanding = (tx: EntityManager, mold: Summed): Promise<void> => keepStandings(tx, [mold]);

function byMold<T extends { readonly moldId: string; readonly at: Date }>(
  records: readonly T[],
): Map<string, (Omit<T, 'at'> & { readonly at: string })[]> {
  const found = new Map<string, (Omit<T, 'at'> & { readonly at: string })[]>();
  for (const record of records) {
    const own = found.get(record.moldId) ?? [];
    own.push({ ...record, at: record.at.toISOString() });
    found.set(record.moldId, own);
  }
  return found;
}
