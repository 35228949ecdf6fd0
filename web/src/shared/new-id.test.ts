import { newId } from './new-id';

test('ids are version 4, differ, and need no secure page', () => {
  const randomUUID = jest.fn();
  Object.defineProperty(crypto, 'randomUUID', { value: randomUUID, configurable: true });
  const ids = Array.from({ length: 200 }, newId);
  for (const id of ids) expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  expect(new Set(ids).size).toBe(200);
  expect(randomUUID).not.toHaveBeenCalled();
});
