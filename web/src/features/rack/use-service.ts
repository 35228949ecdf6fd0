import { judgeStanding, standingAfter, type MoldServiceState, type MoldStanding } from '@pentimento/core/service';
import { useMemo } from 'react';
import type { MoldHead } from '../../api/api';
import { useAppSelector } from '../../app/store';
import type { OutgoingRecord } from '../outbox/outbox-slice';

export interface MoldView {
  readonly mold: MoldHead;
  readonly service: MoldServiceState;
}

/** A mold's standing with the records that still wait here to be sent. */
export function withWaiting(
  { id, standing }: { readonly id: string; readonly standing: MoldStanding },
  waiting: readonly OutgoingRecord[],
): MoldStanding {
  return waiting.reduce<MoldStanding>(
    (sum, record) => (!('moldId' in record) || record.moldId !== id ? sum : standingAfter(sum, record.body)),
    standing,
  );
}

export function viewOf(mold: MoldHead, waiting: readonly OutgoingRecord[]): MoldView {
  return { mold, service: judgeStanding(mold.releaseProgramId, withWaiting(mold, waiting)) };
}

/** Molds as they stand with what waits here. */
export function useMoldViews(molds: readonly MoldHead[] | undefined): MoldView[] | null {
  const waiting = useAppSelector((state) => state.outbox.waiting);
  return useMemo(() => molds?.map((mold) => viewOf(mold, waiting)) ?? null, [molds, waiting]);
}
