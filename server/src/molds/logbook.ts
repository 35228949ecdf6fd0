import type { EntityManager } from 'typeorm';
import { ProblemException } from '../errors/problem.js';
import type { LogbookDto, MoldRecordDto } from './molds.dto.js';

export const LOG_PAGE = 40;

interface Row extends Omit<MoldRecordDto, 'at'> {
  readonly at: Date;
}

/** Where a page of the logbook begins: after this moment and id. */
function readCursor(after: string | undefined): { at: Date; id: string } | null {
  if (after === undefined) return null;
  const [moment, id] = after.split('_');
  const at = new Date(moment);
  if (Number.isNaN(at.getTime()) || !/^[0-9a-f-]{36}$/i.test(id))
    throw new ProblemException(400, 'invalid-fields', 'This page of the logbook does not exist. Begin with the first one.');
  return { at, id };
}

const BRANCH = (table: string, kind: string, ease: string, treatment: string): string =>
  `(select ${kind} as kind, r.id, r.at, ${ease} as ease, ${treatment} as treatment, r.reverses, r.note, r.made_by, r.data,
      exists (select 1 from ${table} back where back.reverses = r.id) as struck
    from ${table} r where r.mold_id = $1 and ($2::timestamptz is null or (r.at, r.id) < ($2, $3::uuid))
    order by r.at desc, r.id desc limit $4)`;

const PAGE_OF = `select l.kind, l.id, l.at, l.ease, l.treatment, l.reverses, l.struck, l.note, l.data, p.name as "madeBy"
  from (${BRANCH('pull', "'pull'", 'r.ease', 'null')} union all ${BRANCH('treatment', "'treatment'", 'null', 'r.kind')}
    union all ${BRANCH('mold_entry', 'r.kind', 'null', 'null')}) l
  join person p on p.id = l.made_by order by l.at desc, l.id desc limit $4`;

/** A page of a mold's records, newest first. */
export async function logbookPage(tx: EntityManager, moldId: string, after: string | undefined): Promise<LogbookDto> {
  const cursor = readCursor(after);
  const rows: Row[] = await tx.query(PAGE_OF, [moldId, cursor?.at ?? null, cursor?.id ?? null, LOG_PAGE + 1]);
  const records = rows.slice(0, LOG_PAGE).map((row): MoldRecordDto => ({ ...row, at: row.at.toISOString() }));
  const last = records.at(-1);
  return { records, next: rows.length > LOG_PAGE && last ? `${last.at}_${last.id}` : null };
}
