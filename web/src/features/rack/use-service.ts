import { moldServiceState, type MoldServiceState } from '@pentimento/core/service';
import { useMemo } from 'react';
import type { Mold } from '../../api/api';
import { useAppSelector } from '../../app/store';
import type { OutgoingRecord } from '../outbox/outbox-slice';

export interface MoldView {
  readonly mold: Mold;
  readonly service: MoldServiceState;
}

/** A mold as it stands with the records that still wait here to be sent. */
export function withWaiting(mold: Mold, waiting: readonly OutgoingRecord[]): Mold {
  const pulls = [...mold.pulls];
  const treatments = [...mold.treatments];
  for (const record of waiting) {
    if (record.kind === 'step' || record.moldId !== mold.id) continue;
    if (record.kind === 'pull' && !pulls.some(({ id }) => id === record.body.id))
      pulls.push({ ...record.body, reverses: null, madeBy: 'waiting to be sent' });
    if (record.kind === 'treatment' && !treatments.some(({ id }) => id === record.body.id))
      treatments.push({ ...record.body, reverses: null, madeBy: 'waiting to be sent' });
  }
  return { ...mold, pulls, treatments };
}

export function useMoldViews(molds: readonly Mold[] | undefined): MoldView[] | null {
  const waiting = useAppSelector((state) => state.outbox.waiting);
  return useMemo(
    () =>
      molds?.map((stored) => {
        const mold = withWaiting(stored, waiting);
        return { mold, service: moldServiceState(mold.releaseProgramId, mold.treatments, mold.pulls) };
      }) ?? null,
    [molds, waiting],
  );
}
