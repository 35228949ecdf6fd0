import { codeFault, passwordFault } from './password.js';
import { mayDo, needsPassword, notAllowed, rights, roles, type Right } from './roles.js';

/** Owner, toolmaker, apprentice, inspector. */
const table: Record<Right, string> = {
  look: 'yes yes yes yes',
  account: 'yes yes yes yes',
  log: 'yes yes yes no',
  takeBack: 'yes yes no no',
  sign: 'yes yes no no',
  plan: 'yes yes no no',
  rewrite: 'yes yes no no',
  finish: 'yes yes no no',
  cards: 'yes yes no no',
  shop: 'yes yes no no',
  trustDevice: 'yes yes no no',
  people: 'yes no no no',
};

test.each(rights.map((right): [Right, string] => [right, table[right]]))('%s: %s', (right, expected) => {
  expect(roles.map((role) => (mayDo(role, right) ? 'yes' : 'no')).join(' ')).toBe(expected);
});

test('a code opens everything but people and devices', () => {
  expect(rights.filter(needsPassword)).toEqual(['trustDevice', 'people']);
});

test('a refusal says what and whom to ask', () => {
  expect(notAllowed('apprentice', 'cards')).toBe('As an apprentice you may not change data sheets. Ask an owner or a toolmaker.');
  expect(notAllowed('toolmaker', 'people')).toBe('As a toolmaker you may not add people and change what they may do. Ask an owner.');
});

const own = ['edda.rush', 'Edda Rush'];
test.each<[string, RegExp | null]>([
  ['nine char', /at least 10/],
  ['ten chars.', null],
  ['x'.repeat(150) + 'abcde'.repeat(10), null],
  ['x'.repeat(150) + 'abcde'.repeat(10) + '.', /at most 200/],
  ['1234567890', /one run/],
  ['0987654321', /one run/],
  ['abcdefghijk', /one run/],
  ['kjihgfedcba', /one run/],
  ['abcdefghijl', null],
  ['aaaaaaaaaaaa', /one run/],
  ['abcabcabcabc', /one run/],
  ['abcdabcdabcd', null],
  ['Password2026!', /guesses/],
  ['P4$$w0rd!!!!', /guesses/],
  ['passwordpassword', /guesses/],
  ['password for the oven', null],
  ['gelcoat-1999', /guesses/],
  ['gelcoat and rain', null],
  ['edda.rush.2026', /own name/],
  ['RushRush1234', /own name/],
  ['Edda1234567', /own name/],
  ['edda likes tansy', null],
  ['tidal flat heron', null],
  ['9182736450', null],
])('password %p: %p', (password, fault) => {
  if (fault === null) expect(passwordFault(password, own)).toBeNull();
  else expect(passwordFault(password, own)).toMatch(fault);
});

test('a name of one letter forbids nothing', () => {
  expect(passwordFault('eeee ffff gggg', ['e', 'E'])).toBeNull();
});

test.each<[string, boolean]>([
  ['123', false],
  ['1357', true],
  ['135790', true],
  ['1357900', false],
  ['12a4', false],
  ['0000', false],
  ['1234', false],
  ['4321', false],
  ['7890', false],
  ['1235', true],
  ['1987', false],
  ['2026', false],
  ['1887', true],
  ['20261', true],
])('code %p is fine: %p', (code, fine) => {
  expect(codeFault(code) === null).toBe(fine);
});
