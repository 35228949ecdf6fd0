import { configureStore } from '@reduxjs/toolkit';
import { renderHook, waitFor } from '@testing-library/react';
import { api } from '../../api/api';
import { outboxListener } from './outbox-listener';
import { useStorageTrouble } from '../../local/storage-trouble';
import { localDatabase } from '../../local/database';
import { flushed, outboxSlice, queued, sentAgain } from './outbox-slice';
import { openOutbox } from './outbox-listener';
import { readOutbox } from './outbox-storage';

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

afterEach(async () => {
  jest.restoreAllMocks();
  localStorage.clear();
  await (await localDatabase()).clear('outbox');
});

/** What is kept in this browser, by id. */
const kept = async (): Promise<string[]> => (await (await localDatabase()).getAllKeys('outbox')).sort();

test('records are sent in order and leave the outbox', async () => {
  const sentIds = serverOf();
  const store = await makeStore();
  store.dispatch(queued(record('a')));
  store.dispatch(queued(record('b')));
  await waitFor(() => {
    expect(store.getState().outbox.waiting).toEqual([]);
  });
  expect(sentIds).toEqual(['a', 'b']);
  await waitFor(async () => {
    expect(await kept()).toEqual([]);
  });
});

test.each([
  ['no network', { error: { status: 'FETCH_ERROR' } }],
  ['signed out', { error: { status: 401, data: { code: 'not-signed-in', detail: 'Sign in first.' } } }],
  ['a fault of the server', { error: { status: 500, data: { code: 'server-fault', detail: 'x' } } }],
  ['too many at once', { error: { status: 429, data: { code: 'too-many', detail: 'x' } } }],
])('%s: the record waits, is kept in the browser, and goes at the next try', async (_what, answer) => {
  serverOf(() => answer);
  const store = await makeStore();
  store.dispatch(queued(record('a')));
  await waitFor(async () => {
    expect(await kept()).toEqual(['a']);
  });
  expect(store.getState().outbox.waiting).toHaveLength(1);
  store.dispatch(flushed('at once'));
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
  // It stays in this browser until a person decides, and goes when it is sent once more.
  await waitFor(async () => {
    expect((await readOutbox())?.refused).toMatchObject([{ detail: 'That is in the future.' }]);
  });
  store.dispatch(sentAgain('a'));
  await waitFor(async () => {
    expect(await kept()).toEqual([]);
  });
  expect(store.getState().outbox).toEqual({ waiting: [], refused: [] });
});

test('after a try that did not get through nothing is sent before the pause is over, unless somebody asks', async () => {
  const sentIds = serverOf(() => ({ error: { status: 503, data: {} } }));
  const store = await makeStore();
  store.dispatch(queued(record('a')));
  await waitFor(() => {
    expect(sentIds).toEqual(['a']);
  });
  for (let i = 0; i < 5; i++) store.dispatch(flushed('if it is time'));
  await new Promise((resolve) => setTimeout(resolve, 50));
  expect(sentIds).toEqual(['a']);
  store.dispatch(flushed('at once'));
  await waitFor(() => {
    expect(store.getState().outbox.waiting).toEqual([]);
  });
});

test('a cold start finds what waited and what was refused, in the order it was logged, and sends it', async () => {
  const local = await localDatabase();
  await local.put('outbox', { id: 'second', queuedAt: 2, record: record('second'), refused: null });
  await local.put('outbox', { id: 'first', queuedAt: 1, record: record('first'), refused: null });
  await local.put('outbox', { id: 'no', queuedAt: 3, record: record('no'), refused: 'That is in the future.' });
  localStorage.setItem('pentimento.outbox', JSON.stringify([record('of 0.7'), 5]));
  const sentIds = serverOf();
  const store = await makeStore();
  openOutbox(store.dispatch);
  await waitFor(() => {
    expect(sentIds).toHaveLength(3);
  });
  expect(sentIds.filter((id) => id !== 'of 0.7')).toEqual(['first', 'second']);
  await waitFor(async () => {
    expect(await kept()).toEqual(['no']);
  });
  expect(store.getState().outbox.refused).toHaveLength(1);
  expect(localStorage.getItem('pentimento.outbox')).toBeNull();
});

test('what another tab sent meanwhile is not sent again', async () => {
  const answers = [() => ({ error: { status: 'FETCH_ERROR' } })];
  const sentIds = serverOf(...answers);
  const store = await makeStore();
  store.dispatch(queued(record('a')));
  await waitFor(async () => {
    expect(await kept()).toEqual(['a']);
  });
  await (await localDatabase()).delete('outbox', 'a');
  store.dispatch(flushed('at once'));
  await waitFor(() => {
    expect(store.getState().outbox.waiting).toEqual([]);
  });
  expect(sentIds).toEqual(['a']);
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
  store.dispatch(flushed('at once'));
  await waitFor(() => {
    expect(sentIds).toEqual(['adas', 'bens']);
  });
});

test('a record that the full storage could not keep is told, is sent all the same, and is not lost to another tab’s change', async () => {
  const put = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('no room', 'QuotaExceededError');
  });
  serverOf(() => ({ error: { status: 'FETCH_ERROR' } }));
  const store = await makeStore();
  const { result } = renderHook(() => useStorageTrouble());
  store.dispatch(queued(record('a')));
  await waitFor(() => {
    expect(result.current).toBe('full');
  });
  put.mockRestore();
  openOutbox(store.dispatch);
  await waitFor(() => {
    expect(result.current).toBeNull();
  });
  expect(store.getState().outbox.waiting).toHaveLength(1);
  const sentIds = serverOf();
  store.dispatch(flushed('at once'));
  await waitFor(() => {
    expect(sentIds).toEqual(['a']);
  });
});
