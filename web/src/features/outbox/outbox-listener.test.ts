import { configureStore } from '@reduxjs/toolkit';
import { waitFor } from '@testing-library/react';
import { api } from '../../api/api';
import { outboxListener } from './outbox-listener';
import { flushed, OUTBOX_KEY, outboxSlice, queued } from './outbox-slice';

const record = (id: string, personId = 'ada') =>
  ({ kind: 'pull', moldId: 'm1', personId, body: { id, at: '2026-11-23T08:00:00Z', ease: 2, note: '' } }) as const;

/** A server of canned answers, in order; remembers what it was sent. */
function serverOf(...answers: (() => unknown)[]): string[] {
  const sentIds: string[] = [];
  jest.spyOn(api.endpoints.addPull, 'initiate').mockImplementation(
    (args) =>
      // The thunk that RTK Query would make, reduced to its answer.
      (() => {
        sentIds.push(args.body.id);
        return Promise.resolve(answers.shift()?.() ?? { data: {} });
      }) as never,
  );
  return sentIds;
}

const person = (id: string) =>
  ({
    person: { id, name: id, login: id, role: 'toolmaker', unitSystem: 'metric', active: true, mustChange: false },
    byCode: false,
    needsSetup: false,
    device: null,
  }) as const;

const makeStore = async () => {
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer, outbox: outboxSlice.reducer },
    middleware: (defaults) => defaults().prepend(outboxListener.middleware).concat(api.middleware),
  });
  await store.dispatch(api.util.upsertQueryData('who', undefined, { ...person('ada'), demoPeople: [], switchable: [] }));
  return store;
};

afterEach(() => {
  jest.restoreAllMocks();
  localStorage.clear();
});

test('records are sent in order and leave the outbox', async () => {
  const sentIds = serverOf();
  const store = await makeStore();
  store.dispatch(queued(record('a')));
  store.dispatch(queued(record('b')));
  await waitFor(() => {
    expect(store.getState().outbox.waiting).toEqual([]);
  });
  expect(sentIds).toEqual(['a', 'b']);
  await waitFor(() => {
    expect(localStorage.getItem(OUTBOX_KEY)).toBe('[]');
  });
});

test.each([
  ['no network', { error: { status: 'FETCH_ERROR' } }],
  ['signed out', { error: { status: 401, data: { code: 'not-signed-in', detail: 'Sign in first.' } } }],
  ['a fault of the server', { error: { status: 500, data: { code: 'server-fault', detail: 'x' } } }],
])('%s: the record waits, is kept in the browser, and goes at the next try', async (_what, answer) => {
  serverOf(() => answer);
  const store = await makeStore();
  store.dispatch(queued(record('a')));
  await waitFor(() => {
    expect(localStorage.getItem(OUTBOX_KEY)).toContain('"a"');
  });
  expect(store.getState().outbox.waiting).toHaveLength(1);
  store.dispatch(flushed());
  await waitFor(() => {
    expect(store.getState().outbox.waiting).toEqual([]);
  });
});

test('what the server refuses does not block the rest, and keeps its words', async () => {
  serverOf(() => ({ error: { status: 422, data: { code: 'in-the-future', detail: 'That is in the future.' } } }));
  const store = await makeStore();
  store.dispatch(queued(record('a')));
  store.dispatch(queued(record('b')));
  await waitFor(() => {
    expect(store.getState().outbox.waiting).toEqual([]);
  });
  expect(store.getState().outbox.refused).toMatchObject([{ detail: 'That is in the future.', record: { body: { id: 'a' } } }]);
});

test('a record waits for the person who logged it, never sent under another name', async () => {
  const sentIds = serverOf();
  const store = await makeStore();
  store.dispatch(queued(record('bens', 'ben')));
  store.dispatch(queued(record('adas')));
  await waitFor(() => {
    expect(store.getState().outbox.waiting.map(({ body }) => body.id)).toEqual(['bens']);
  });
  expect(sentIds).toEqual(['adas']);
  await store.dispatch(api.util.upsertQueryData('who', undefined, { ...person('ben'), demoPeople: [], switchable: [] }));
  store.dispatch(flushed());
  await waitFor(() => {
    expect(sentIds).toEqual(['adas', 'bens']);
  });
});
