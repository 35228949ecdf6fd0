import { amount, fillAmounts } from './amounts.js';

test('amounts in a sentence are said in the reader’s units', () => {
  const text = `Flange ${amount('thickness', 60)} wide, ${amount('temperature', 45)}, film ${amount('film', 508)}, ${amount('thickness', 0.2754, 2)}`;
  expect(fillAmounts(text, 'metric')).toBe('Flange 60 mm wide, 45 °C, film 508 µm, 0.28 mm');
  expect(fillAmounts(text, 'us')).toBe('Flange 2.362 in wide, 113 °F, film 20.0 mil, 0.01 in');
});

test('what is no amount stays as it was typed', () => {
  expect(fillAmounts('Face {A:1} {thickness:x}', 'us')).toBe('Face {A:1} {thickness:x}');
});
