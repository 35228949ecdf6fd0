import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { NewMoldEntry, NewPhoto, NewPull, NewStepEntry, NewTreatment } from '../../api/api';

/** A record on its way to the server; its id was made here, so sending it twice counts once. */
export type OutgoingRecord = {
  /** Whose record it is: only while this person is signed in is it sent */
  readonly personId: string;
} & (
  | { readonly kind: 'pull'; readonly moldId: string; readonly body: NewPull }
  | { readonly kind: 'treatment'; readonly moldId: string; readonly body: NewTreatment }
  | { readonly kind: 'entry'; readonly moldId: string; readonly body: NewMoldEntry }
  | { readonly kind: 'step'; readonly buildId: string; readonly body: NewStepEntry }
  /** `at`: when it was taken here */
  | { readonly kind: 'photo'; readonly buildId: string; readonly at: string; readonly body: NewPhoto }
  | { readonly kind: 'mold photo'; readonly moldId: string; readonly at: string; readonly body: NewPhoto }
);

/** When a record was logged. */
export const loggedAt = (record: OutgoingRecord): string => ('at' in record ? record.at : record.body.at);

export interface RefusedRecord {
  readonly record: OutgoingRecord;
  readonly detail: string;
}

/** As it is kept in this browser; every tab of it shows the same. */
export interface OutboxState {
  waiting: OutgoingRecord[];
  /** What the server refused, with its words; kept until a person decides */
  refused: RefusedRecord[];
}

const others =
  (id: string) =>
  (one: OutgoingRecord): boolean =>
    one.body.id !== id;

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState: (): OutboxState => ({ waiting: [], refused: [] }),
  reducers: {
    /** What this browser keeps, read anew; what it could not keep stays in this page */
    loaded: (state, { payload }: PayloadAction<OutboxState & { readonly unkept: readonly string[] }>) => {
      const only = state.waiting.filter(({ body }) => payload.unkept.includes(body.id));
      return { waiting: [...payload.waiting, ...only], refused: payload.refused };
    },
    queued: (state, { payload }: PayloadAction<OutgoingRecord>) => {
      state.waiting.push(payload);
    },
    sent: (state, { payload }: PayloadAction<string>) => {
      state.waiting = state.waiting.filter(others(payload));
    },
    refusedByServer: (state, { payload }: PayloadAction<RefusedRecord>) => {
      state.waiting = state.waiting.filter(others(payload.record.body.id));
      state.refused.push(payload);
    },
    /** A person gives a refused record up */
    givenUp: (state, { payload }: PayloadAction<string>) => {
      state.refused = state.refused.filter(({ record }) => record.body.id !== payload);
    },
    /** A person sends a refused record once more */
    sentAgain: (state, { payload }: PayloadAction<string>) => {
      const found = state.refused.find(({ record }) => record.body.id === payload);
      if (!found) return;
      state.refused = state.refused.filter((one) => one !== found);
      state.waiting.push(found.record);
    },
    /** Try what is waiting; at once, or only if the pause after the last try is over */
    flushed: (_state, _action: PayloadAction<'at once' | 'if it is time'>) => undefined,
  },
});

export const { loaded, queued, sent, refusedByServer, givenUp, sentAgain, flushed } = outboxSlice.actions;
