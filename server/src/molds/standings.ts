import { holdOf, moldFacts, readMoldEntries, type MoldEntry } from '@pentimento/core/mold';
import { judgeStanding, standingOf, type StandingAround } from '@pentimento/core/service';
import { In, type EntityManager } from 'typeorm';
import { StoredMoldEntry } from './mold-entry.entity.js';
import { Mold } from './mold.entity.js';
import { Pull, Treatment } from './service-records.entity.js';

const URGENCY = { stop: 0, care: 1, ok: 2 } as const;
/** Where nobody pulls from it: last of all. */
const AWAY = 3;

const IN_ORDER = { at: 'ASC', keptAt: 'ASC', id: 'ASC' } as const;

type Summed = Pick<Mold, 'id' | 'releaseProgramId' | 'sections'>;

/** Sums the records of some molds up anew, as this transaction sees them, and keeps what they come to with each mold. */
export async function keepStandings(tx: EntityManager, molds: readonly Summed[]): Promise<void> {
  const moldId = In(molds.map(({ id }) => id));
  const pulls = await tx.find(Pull, { where: { moldId }, select: { id: true, moldId: true, at: true, ease: true, reverses: true } });
  const treatments = await tx.find(Treatment, {
    where: { moldId },
    select: { id: true, moldId: true, at: true, kind: true, reverses: true, data: true },
  });
  const entries = await tx.find(StoredMoldEntry, { where: { moldId }, order: IN_ORDER });
  const [pullsOf, treatmentsOf, entriesOf] = [byMold(pulls), byMold(treatments), byMold(entries)];
  for (const { id, releaseProgramId, sections } of molds) {
    const own = readMoldEntries((entriesOf.get(id) ?? []).map((entry) => ({ ...entry, madeBy: '' })));
    const facts = moldFacts(own, sections);
    const around: StandingAround = {
      zones: facts.zones.map((zone) => zone.id),
      hold: holdOf(facts),
      bareSince: facts.bareSince,
      ...(facts.before ? { before: facts.before } : {}),
    };
    const coats = (treatmentsOf.get(id) ?? []).map(({ data, ...coat }) => ({ ...coat, ...(data?.zones ? { zones: data.zones } : {}) }));
    const standing = standingOf(coats, pullsOf.get(id) ?? [], around);
    const urgency = standing.hold?.kind === 'away' ? AWAY : URGENCY[judgeStanding(releaseProgramId, standing).level];
    await tx.update(Mold, { id }, { standing, urgency, facts, customer: facts.customer, place: facts.where, state: facts.state });
  }
}

export const keepStanding = (tx: EntityManager, mold: Summed): Promise<void> => keepStandings(tx, [mold]);

/** Entries of a mold, oldest first. */
export async function moldEntries(tx: EntityManager, moldId: string): Promise<MoldEntry[]> {
  const rows = await tx.find(StoredMoldEntry, { where: { moldId }, relations: { madeBy: true }, order: IN_ORDER });
  return readMoldEntries(rows.map((row) => ({ ...row, at: row.at.toISOString(), madeBy: row.madeBy.name })));
}

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
