import { judgeStanding, standingAfter, type MoldServiceState, type MoldStanding } from '@pentimento/core/service';
import { useMemo } from 'react';
import type { MoldHead, NewTreatment } from '../../api/api';
import { useAppSelector } from '../../app/store';
import type { OutgoingRecord } from '../outbox/outbox-slice';

export interface MoldView {
  readonly mold: MoldHead;
  readonly service: MoldServiceState;
}

/** A treatment with the zones it was of. */
function treatmentOf({ kind, at, data }: NewTreatment): { kind: NewTreatment['kind']; at: string; zones?: readonly string[] } {
  const zones: unknown = data?.zones;
  return Array.isArray(zones) ? { kind, at, zones: zones.map(String) } : { kind, at };
}

/** A mold's standing with the records that still wait here to be sent. */
export function withWaiting(
  { id, standing }: { readonly id: string; readonly standing: MoldStanding },
  waiting: readonly OutgoingRecord[],
): MoldStanding {
  return waiting.reduce<MoldStanding>((sum, record) => {
    if (!('moldId' in record) || record.moldId !== id) return sum;
    if (record.kind === 'pull') return standingAfter(sum, record.body);
    return record.kind === 'treatment' ? standingAfter(sum, treatmentOf(record.body)) : sum;
  }, standing);
}

export function viewOf(mold: MoldHead, waiting: readonly OutgoingRecord[]): MoldView {
  return { mold, service: judgeStanding(mold.releaseProgramId, withWaiting(mold, waiting)) };
}

/** Molds as they stand with what waits here. */
export function useMoldViews(molds: readonly MoldHead[] | undefined): MoldView[] | null {
  const waiting = useAppSelector((state) => state.outbox.waiting);
  return useMemo(() => molds?.map((mold) => viewOf(mold, waiting)) ?? null, [molds, waiting]);
}
