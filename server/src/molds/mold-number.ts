import type { EntityManager } from 'typeorm';

/** The next number of the rack: M-007, and M-1000 after M-999. */
export async function nextMoldNumber(tx: EntityManager): Promise<string> {
  const rows: { next: string }[] = await tx.query(`select nextval('mold_number')::text as next`);
  return `M-${rows[0].next.padStart(3, '0')}`;
}
