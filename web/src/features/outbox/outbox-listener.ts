import { createListenerMiddleware, isAnyOf, type ThunkDispatch, type UnknownAction } from '@reduxjs/toolkit';
import { api, type MoldHead, type RackPage } from '../../api/api';
import { problemOf } from '../../api/problem';
import { rememberSent } from '../../api/sent-lately';
import { oneAtATime } from '../../shared/local/holding';
import { flushed, givenUp, loaded, queued, refusedByServer, sent, sentAgain, type OutgoingRecord, type outboxSlice } from './outbox-slice';
import { dropRecord, keepRefused, keepWaiting, onOutboxChanged, readOutbox, stillWaits } from './outbox-storage';

interface OutboxRoot {
  outbox: ReturnType<typeof outboxSlice.reducer>;
  api: ReturnType<typeof api.reducer>;
}

type Dispatch = ThunkDispatch<OutboxRoot, unknown, UnknownAction>;

const LOCK = 'pentimento.outbox';
/** Pauses after a try that did not get through: twice as long each time, up to a minute [ms]. */
const FIRST_PAUSE_MS = 2_000;
const LONGEST_PAUSE_MS = 60_000;

/** Sends waiting records in order; what could not be sent stays in this browser until it can. */
export const outboxListener = createListenerMiddleware<OutboxRoot>();

outboxListener.startListening({ actionCreator: queued, effect: ({ payload }) => keepWaiting(payload) });
outboxListener.startListening({
  actionCreator: sentAgain,
  effect: async ({ payload }, { getState, dispatch }) => {
    const record = getState().outbox.waiting.find(({ body }) => body.id === payload);
    if (record) await keepWaiting(record);
    dispatch(flushed('at once'));
  },
});
outboxListener.startListening({ actionCreator: refusedByServer, effect: ({ payload }) => keepRefused(payload.record, payload.detail) });
for (const actionCreator of [sent, givenUp]) outboxListener.startListening({ actionCreator, effect: ({ payload }) => dropRecord(payload) });

/** Reads what this browser keeps, now and whenever another tab changed it. */
export function openOutbox(dispatch: Dispatch): void {
  const read = async (): Promise<void> => {
    const kept = await readOutbox();
    if (kept) dispatch(loaded(kept));
    dispatch(flushed('if it is time'));
  };
  onOutboxChanged(() => void read());
  void read();
}

let sending = false;
/** Somebody asked while it was sending. */
let askedMeanwhile = false;
let failures = 0;
let notBeforeMs = 0;

outboxListener.startListening({
  matcher: isAnyOf(queued, flushed),
  effect: async (action, { getState, dispatch }) => {
    const asked = !flushed.match(action) || action.payload === 'at once';
    if (sending && asked) askedMeanwhile = true;
    if (sending || (!asked && Date.now() < notBeforeMs)) return;
    // The signed-in person is the "who" of what is sent, so another's records wait for their owner.
    const next = (): OutgoingRecord | undefined => {
      const me = api.endpoints.who.select()(getState()).data?.person?.id;
      return getState().outbox.waiting.find(({ personId }) => personId === me);
    };
    if (!next()) return;
    sending = true;
    try {
      await oneAtATime(LOCK, () => sendAll(next, dispatch, getState));
    } finally {
      sending = false;
    }
    if (askedMeanwhile) {
      askedMeanwhile = false;
      dispatch(flushed('at once'));
    }
  },
});

async function sendAll(next: () => OutgoingRecord | undefined, dispatch: Dispatch, getState: () => OutboxRoot): Promise<void> {
  for (let record = next(); record; record = next()) {
    if (!(await stillWaits(record.body.id))) {
      dispatch(sent(record.body.id));
      continue;
    }
    const result = await send(record, dispatch, getState);
    if (!result.error) {
      // Shown as the server has it before it stops to be shown as waiting: nothing flickers.
      result.show?.();
      failures = 0;
      notBeforeMs = 0;
      dispatch(sent(record.body.id));
      continue;
    }
    const problem = problemOf(result.error);
    // Not reached, signed out, too many at once, or the server's own fault: keep it and try later.
    if (problem.status === null || problem.status === 401 || problem.status === 429 || problem.status >= 500) {
      pause(dispatch);
      return;
    }
    dispatch(refusedByServer({ record, detail: problem.detail }));
  }
}

/** The next try, later each time; not all browsers of a shop at one moment. */
function pause(dispatch: Dispatch): void {
  const ms = Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** failures) * (0.75 + Math.random() / 2);
  failures += 1;
  notBeforeMs = Date.now() + ms;
  setTimeout(() => {
    dispatch(flushed('if it is time'));
  }, ms + 1);
}

interface Sent {
  readonly error?: unknown;
  /** Puts the server's answer in the place of what is shown */
  readonly show?: () => void;
}

/** One record to its route. */
async function send(record: OutgoingRecord, dispatch: Dispatch, getState: () => OutboxRoot): Promise<Sent> {
  if (record.kind === 'step') {
    const { buildId, body } = record;
    const { data, error } = await dispatch(api.endpoints.addStepEntry.initiate({ buildId, body }));
    const line = data?.find(({ id }) => id === body.id);
    if (line) rememberSent(buildId, line);
    return { error, show: () => data && dispatch(api.util.updateQueryData('buildLog', buildId, () => data)) };
  }
  if (record.kind === 'photo') {
    const { error } = await dispatch(api.endpoints.addPhoto.initiate({ buildId: record.buildId, body: record.body }));
    return { error };
  }
  const { moldId } = record;
  if (record.kind === 'mold photo') {
    const { error } = await dispatch(api.endpoints.addMoldPhoto.initiate({ moldId, body: record.body }));
    return { error };
  }
  const { data, error } =
    record.kind === 'pull'
      ? await dispatch(api.endpoints.addPull.initiate({ moldId, body: record.body }))
      : record.kind === 'entry'
        ? await dispatch(api.endpoints.addMoldEntry.initiate({ moldId, body: record.body }))
        : await dispatch(api.endpoints.addTreatment.initiate({ moldId, body: record.body }));
  return {
    error,
    show: () => {
      if (data) showHead(data, dispatch, getState);
    },
  };
}

/** A mold's head in every list and page that shows it. */
function showHead(head: MoldHead, dispatch: Dispatch, getState: () => OutboxRoot): void {
  dispatch(api.util.updateQueryData('mold', head.id, (mold) => Object.assign(mold, head)));
  for (const { endpointName, originalArgs } of api.util.selectInvalidatedBy(getState(), ['Molds'])) {
    if (endpointName !== 'molds') continue;
    // What the list was asked for, as it was given.
    // eslint-disable-next-line @typescript-eslint/no-unsafe-assignment
    const page: RackPage = originalArgs;
    dispatch(
      api.util.updateQueryData('molds', page, ({ molds }) => {
        const at = molds.findIndex(({ id }) => id === head.id);
        if (at >= 0) molds[at] = head;
      }),
    );
  }
}
