import type { EntityManager } from 'typeorm';

/** The next number of the rack that is free: M-007, and M-1000 after M-999; some molds brought numbers of their own. */
export async function nextMoldNumber(tx: EntityManager, taken: ReadonlySet<string> = new Set()): Promise<string> {
  for (;;) {
    const rows: { next: string }[] = await tx.query(`select nextval('mold_number')::text as next`);
    const number = `M-${rows[0].next.padStart(3, '0')}`;
    const there: unknown[] = await tx.query('select 1 from mold where number = $1', [number]);
    if (there.length === 0 && !taken.has(number)) return number;
  }
}
