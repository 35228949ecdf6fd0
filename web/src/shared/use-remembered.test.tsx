import { act, renderHook } from '@testing-library/react';
import { useRemembered } from './use-remembered';

beforeEach(() => {
  localStorage.clear();
});

test('begins as given, is remembered by its key, and by no other', () => {
  const first = renderHook(() => useRemembered('conditions', false));
  expect(first.result.current[0]).toBe(false);
  act(() => {
    first.result.current[1](true);
  });
  expect(first.result.current[0]).toBe(true);
  expect(renderHook(() => useRemembered('conditions', false)).result.current[0]).toBe(true);
  expect(renderHook(() => useRemembered('stack', false)).result.current[0]).toBe(false);
});

test('where nothing can be stored it works, and forgets', () => {
  const refuse = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new Error('full');
  });
  const { result } = renderHook(() => useRemembered('conditions', true));
  act(() => {
    result.current[1](false);
  });
  expect(result.current[0]).toBe(false);
  refuse.mockRestore();
  expect(renderHook(() => useRemembered('conditions', true)).result.current[0]).toBe(true);
});
