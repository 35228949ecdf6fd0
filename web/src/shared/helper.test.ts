import { act, renderHook, waitFor } from '@testing-library/react';
import { HelperDied, makeHelper, useAnswer, whyNot, type Helper } from './helper';

interface Service {
  double: (n: number) => Promise<number>;
}

jest.mock('comlink', () => ({ wrap: (worker: FakeWorker): Service => worker.service }));

class FakeWorker extends EventTarget {
  terminated = false;
  readonly service: Service;
  constructor(double: (n: number, worker: FakeWorker) => Promise<number>) {
    super();
    this.service = { double: (n) => double(n, this) };
  }
  terminate(): void {
    this.terminated = true;
  }
  die(): void {
    this.dispatchEvent(new Event('error'));
  }
}

const never = new Promise<number>(() => undefined);
const dies = (_n: number, worker: FakeWorker): Promise<number> => {
  queueMicrotask(() => {
    worker.die();
  });
  return never;
};
const doubles = (n: number): Promise<number> => Promise.resolve(2 * n);

/** A helper whose workers behave in turn, the last one from then on. */
function helperOf(behaviors: readonly ((n: number, worker: FakeWorker) => Promise<number>)[], longestMs?: number) {
  const workers: FakeWorker[] = [];
  const start = (): Worker => {
    const made = new FakeWorker(behaviors[Math.min(workers.length, behaviors.length - 1)]);
    workers.push(made);
    return made as never;
  };
  return { helper: makeHelper<Service>(start, longestMs), workers };
}

test('one worker answers all questions, and is told once what it must know', async () => {
  const { helper, workers } = helperOf([doubles]);
  const tell = jest.fn(() => Promise.resolve());
  const prepared = { key: 'cards', tell };
  for (const n of [1, 2, 3]) expect(await helper.ask((service) => service.double(n), prepared)).toBe(2 * n);
  expect([workers.length, tell.mock.calls.length]).toEqual([1, 1]);
  await helper.ask((service) => service.double(1), { key: 'other cards', tell });
  expect(tell).toHaveBeenCalledTimes(2);
  helper.stop();
  expect(workers[0].terminated).toBe(true);
});

test('a worker that dies is replaced, told anew, and asked once more', async () => {
  const { helper, workers } = helperOf([dies, doubles]);
  const tell = jest.fn(() => Promise.resolve());
  expect(await helper.ask((service) => service.double(4), { key: 1, tell })).toBe(8);
  expect(workers.map(({ terminated }) => terminated)).toEqual([true, false]);
  expect(tell).toHaveBeenCalledTimes(2);
});

test('a question that kills two workers fails in words, and the next one is answered', async () => {
  const { helper, workers } = helperOf([dies, dies, doubles]);
  await expect(helper.ask((service) => service.double(4))).rejects.toThrow(/broke off/);
  expect(await helper.ask((service) => service.double(5))).toBe(10);
  expect(workers).toHaveLength(3);
});

test('what does not come to an end is broken off', async () => {
  const { helper } = helperOf([() => never], 20);
  await expect(helper.ask((service) => service.double(4))).rejects.toThrow(/does not come to an end/);
});

test('a worker that throws is not replaced: it says why', async () => {
  const { helper, workers } = helperOf([() => Promise.reject(new Error('no such card'))]);
  await expect(helper.ask((service) => service.double(4))).rejects.toThrow('no such card');
  expect(workers).toHaveLength(1);
  expect(whyNot(new Error('x'))).toMatch(/Undo/);
  expect(whyNot(new HelperDied('gone'))).toBe('gone');
});

test('an answer is shown for its own question only, a failure in words', async () => {
  const { helper } = helperOf([doubles]);
  const make = (): Helper<Service> => helper;
  const ask = (n: number) => (of: Helper<Service>) => of.ask((service) => service.double(n));
  const broken = (): Promise<number> => Promise.reject(new HelperDied('broke off'));
  const { result, rerender } = renderHook(({ question }) => useAnswer(make, question), { initialProps: { question: ask(2) } });
  expect(result.current).toEqual({ state: 'waiting', before: null });
  await waitFor(() => {
    expect(result.current).toEqual({ state: 'there', value: 4 });
  });
  act(() => {
    rerender({ question: broken });
  });
  expect(result.current).toEqual({ state: 'waiting', before: 4 });
  await waitFor(() => {
    expect(result.current).toEqual({ state: 'failed', detail: 'broke off' });
  });
});
