import { moldIdOf } from './label-address';

const ID = 'b6a1f0ee-3a5c-4d52-9f6f-0d5a9c1e7b11';

test.each([
  [`http://10.0.0.5:4310/rack/${ID}?pull`, ID],
  [`https://shop.example/rack/${ID.toUpperCase()}`, ID],
  [` https://shop.example/rack/${ID}/ `, ID],
  ['M-007', null],
  [`https://shop.example/builds/${ID}`, null],
  [`https://shop.example/rack/${ID}0`, null],
  ['', null],
])('%s', (text, id) => {
  expect(moldIdOf(text)).toBe(id);
});
