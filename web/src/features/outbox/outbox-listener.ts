import { createListenerMiddleware, isAnyOf, type ThunkDispatch, type UnknownAction } from '@reduxjs/toolkit';
import { api } from '../../api/api';
import { problemOf } from '../../api/problem';
import { flushed, OUTBOX_KEY, queued, refusedByServer, sent, type OutgoingRecord, type outboxSlice } from './outbox-slice';

interface OutboxRoot {
  outbox: ReturnType<typeof outboxSlice.reducer>;
  api: ReturnType<typeof api.reducer>;
}

/** Sends waiting records in order; what could not be sent stays in this browser until it can. */
export const outboxListener = createListenerMiddleware<OutboxRoot>();

outboxListener.startListening({
  matcher: isAnyOf(queued, sent, refusedByServer),
  effect: (_action, { getState }) => {
    localStorage.setItem(OUTBOX_KEY, JSON.stringify(getState().outbox.waiting));
  },
});

let sending = false;

outboxListener.startListening({
  matcher: isAnyOf(queued, flushed),
  effect: async (_action, { getState, dispatch }) => {
    if (sending) return;
    // The signed-in person is the "who" of what is sent, so another's records wait for their owner.
    const next = (): OutgoingRecord | undefined => {
      const me = api.endpoints.who.select()(getState()).data?.person?.id;
      return getState().outbox.waiting.find(({ personId }) => personId === me);
    };
    sending = true;
    try {
      for (let record = next(); record; record = next()) {
        const result = await send(record, dispatch);
        if (!result.error) {
          dispatch(sent(record.body.id));
          continue;
        }
        const problem = problemOf(result.error);
        // Not reached, signed out, or the server's own fault: keep it and try later.
        if (problem.status === null || problem.status === 401 || problem.status >= 500) return;
        dispatch(refusedByServer({ record, detail: problem.detail }));
      }
    } finally {
      sending = false;
    }
  },
});

/** One record to its route. */
function send(record: OutgoingRecord, dispatch: ThunkDispatch<OutboxRoot, unknown, UnknownAction>): Promise<{ error?: unknown }> {
  switch (record.kind) {
    case 'pull':
      return dispatch(api.endpoints.addPull.initiate({ moldId: record.moldId, body: record.body }));
    case 'treatment':
      return dispatch(api.endpoints.addTreatment.initiate({ moldId: record.moldId, body: record.body }));
    case 'step':
      return dispatch(api.endpoints.addStepEntry.initiate({ buildId: record.buildId, body: record.body }));
  }
}
