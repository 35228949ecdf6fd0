import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { NewPull, NewStepEntry, NewTreatment } from '../../api/api';

/** A record on its way to the server; its id was made here, so sending it twice counts once. */
export type OutgoingRecord = {
  /** Whose record it is: only while this person is signed in is it sent */
  readonly personId: string;
} & (
  | { readonly kind: 'pull'; readonly moldId: string; readonly body: NewPull }
  | { readonly kind: 'treatment'; readonly moldId: string; readonly body: NewTreatment }
  | { readonly kind: 'step'; readonly buildId: string; readonly body: NewStepEntry }
);

interface OutboxState {
  waiting: OutgoingRecord[];
  /** What the server refused, with its words; kept until the person has read it */
  refused: { record: OutgoingRecord; detail: string }[];
}

export const OUTBOX_KEY = 'pentimento.outbox';

/** Records left over from an earlier visit, or none when they cannot be read. */
export function storedOutbox(): OutgoingRecord[] {
  try {
    const parsed: unknown = JSON.parse(localStorage.getItem(OUTBOX_KEY) ?? '[]');
    return Array.isArray(parsed) ? parsed.filter(isOutgoing) : [];
  } catch {
    return [];
  }
}

function isOutgoing(value: unknown): value is OutgoingRecord {
  return (
    typeof value === 'object' &&
    value !== null &&
    ('moldId' in value || 'buildId' in value) &&
    'personId' in value &&
    'kind' in value &&
    'body' in value
  );
}

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState: (): OutboxState => ({ waiting: storedOutbox(), refused: [] }),
  reducers: {
    queued: (state, { payload }: PayloadAction<OutgoingRecord>) => {
      state.waiting.push(payload);
    },
    sent: (state, { payload }: PayloadAction<string>) => {
      state.waiting = state.waiting.filter((record) => record.body.id !== payload);
    },
    refusedByServer: (state, { payload }: PayloadAction<{ record: OutgoingRecord; detail: string }>) => {
      state.waiting = state.waiting.filter((record) => record.body.id !== payload.record.body.id);
      state.refused.push(payload);
    },
    refusalRead: (state, { payload }: PayloadAction<string>) => {
      state.refused = state.refused.filter(({ record }) => record.body.id !== payload);
    },
    /** Try again what is waiting */
    flushed: () => undefined,
  },
});

export const { queued, sent, refusedByServer, refusalRead, flushed } = outboxSlice.actions;
