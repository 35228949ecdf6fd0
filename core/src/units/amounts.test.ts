import { amount, fillAmounts, words } from './amounts.js';

test('amounts in a sentence are said in the reader’s units', () => {
  const sentence = words`Flange ${amount('thickness', 60)} wide, ${amount('temperature', 45)}, film ${amount('film', 508)}, ${amount('thickness', 0.2754, 2)}`;
  expect(fillAmounts(sentence, 'metric')).toBe('Flange 60 mm wide, 45 °C, film 508 µm, 0.28 mm');
  expect(fillAmounts(sentence, 'us')).toBe('Flange 2.362 in wide, 113 °F, film 20.0 mil, 0.01 in');
});

test('words without amounts, and sentences within sentences, are taken as they are', () => {
  expect(fillAmounts('Face {A:1} {thickness:x}', 'us')).toBe('Face {A:1} {thickness:x}');
  const inner = words`${amount('mass', 2)} pot`;
  expect(fillAmounts(words`Gel: ${inner}, ${'no more'}`, 'metric')).toBe('Gel: 2 kg pot, no more');
});

test('what is stored keeps six digits, and a decimal that is asked for', () => {
  expect(amount('film', 123.4567891)).toEqual({ quantity: 'film', stored: 123.457 });
  expect(fillAmounts(words`${amount('thickness', 2, 2)}`, 'metric')).toBe('2.00 mm');
});

test('a large pot in a sentence is in kilograms or pounds, as anywhere else', () => {
  const said = words`${amount('potMass', 3321.4)} + ${amount('potMass', 49.8)}`;
  expect(fillAmounts(said, 'metric')).toBe('3.32 kg + 49.8 g');
  expect(fillAmounts(said, 'us')).toBe('7.32 lb + 1.76 oz');
});
