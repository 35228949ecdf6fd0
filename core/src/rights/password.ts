export const PASSWORD_MIN = 10;
export const PASSWORD_MAX = 200;

/** Words that people build passwords around; a password that is one of these with digits or signs around it is guessed first. */
const COMMON = [
  'password',
  'passwort',
  'passphrase',
  'letmein',
  'welcome',
  'changeme',
  'administrator',
  'admin',
  'secret',
  'login',
  'iloveyou',
  'sunshine',
  'princess',
  'football',
  'baseball',
  'superman',
  'dragon',
  'monkey',
  'master',
  'shadow',
  'qwerty',
  'qwertz',
  'azerty',
  'qwertyuiop',
  'qwertzuiop',
  'asdfghjkl',
  'zxcvbnm',
  'workshop',
  'toolshop',
  'toolmaker',
  'apprentice',
  'inspector',
  'gelcoat',
  'fiberglass',
  'glassfiber',
  'composites',
  'composite',
  'laminate',
  'resin',
  'mold',
  'pentimento',
];

const LOOKS_LIKE: Readonly<Record<string, string>> = { '0': 'o', '1': 'i', '3': 'e', '4': 'a', '5': 's', '7': 't', '@': 'a', $: 's', '!': 'i' };

/** Small letters with look-alikes undone, and nothing around them. */
const bare = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[0134577@$!]/g, (sign) => LOOKS_LIKE[sign] ?? sign)
    .replace(/[^a-z]/g, '');

/** Letters only, signs and digits around and between them left out. */
const letters = (text: string): string => text.toLowerCase().replace(/[^a-z]/g, '');

const repeats = (text: string): boolean => new Set(text).size < 4;

const RUNS = ['0123456789'.repeat(3), 'abcdefghijklmnopqrstuvwxyz'].flatMap((run) => [run, [...run].reverse().join('')]);

/** Part of a run like 1234567890 or abcdefghij, either way. */
const isRun = (text: string): boolean => RUNS.some((run) => run.includes(text.toLowerCase()));

/** A word said once or several times over: "resinresin". */
const isOnly = (text: string, word: string): boolean => word !== '' && text !== '' && text.replaceAll(word, '') === '';

/**
 * What is wrong with a new password, in words that say what to do; null: nothing.
 * @param own sign-in name and name of its person: a password made of them is guessed first
 */
export function passwordFault(password: string, own: readonly string[]): string | null {
  if (password.length < PASSWORD_MIN) return `Use at least ${String(PASSWORD_MIN)} characters; a few words in a row are easy to keep.`;
  if (password.length > PASSWORD_MAX) return `Use at most ${String(PASSWORD_MAX)} characters.`;
  if (repeats(password) || isRun(password)) return 'This is one run or a few signs repeated. Use a few words in a row.';
  const forms = [letters(password), bare(password), bare(password.replace(/^[^a-z]+|[^a-z]+$/gi, ''))];
  const names = own.flatMap((name) => [letters(name), ...name.toLowerCase().split(/[^a-z]+/)]).filter(({ length }) => length > 1);
  if (forms.some((form) => names.some((name) => isOnly(form, name)))) return 'This is your own name with something added. Use a few words in a row.';
  if (forms.some((form) => COMMON.some((word) => isOnly(form, word)))) return 'Everybody guesses this one first. Use a few words in a row.';
  return null;
}

export const CODE_PATTERN = /^\d{4,6}$/;

/** What is wrong with a code for switching on a shared device; null: nothing. */
export function codeFault(code: string): string | null {
  if (!CODE_PATTERN.test(code)) return 'A code is 4 to 6 digits.';
  return new Set(code).size < 2 || isRun(code) || /^(19|20)\d\d$/.test(code) ? 'Runs, repeats and years are guessed first. Use another code.' : null;
}
