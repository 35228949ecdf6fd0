/** Who somebody is in the shop. */
export const roles = ['owner', 'toolmaker', 'apprentice', 'inspector'] as const;
export type Role = (typeof roles)[number];

/** What a route or a button asks for. */
export const rights = ['look', 'account', 'log', 'takeBack', 'sign', 'plan', 'rewrite', 'finish', 'cards', 'shop', 'trustDevice', 'people'] as const;
export type Right = (typeof rights)[number];

/** Each right in words that end "You may not …". */
export const rightWords: Readonly<Record<Right, string>> = {
  look: 'look at the shop’s plans and records',
  account: 'change your own account',
  log: 'log pulls, treatments and tests',
  takeBack: 'take back what another person logged',
  sign: 'sign the gate before gel coat, or begin laying without it',
  plan: 'make builds and save plans',
  rewrite: 'save over a plan that another person made',
  finish: 'finish a build into a mold',
  cards: 'change data sheets',
  shop: 'change the shop’s calendar',
  trustDevice: 'let people switch by code on this device',
  people: 'add people and change what they may do',
};

const all: readonly Role[] = roles;
const builders: readonly Role[] = ['owner', 'toolmaker'];
const benchHands: readonly Role[] = ['owner', 'toolmaker', 'apprentice'];

/**
 * Who may do what: the one table. An apprentice logs what happens but changes neither plans nor data sheets; an inspector of the customer
 * reads.
 */
const holders: Readonly<Record<Right, readonly Role[]>> = {
  look: all,
  account: all,
  log: benchHands,
  takeBack: builders,
  sign: builders,
  plan: builders,
  rewrite: builders,
  finish: builders,
  cards: builders,
  shop: builders,
  trustDevice: builders,
  people: ['owner'],
};

/** Rights that a person must have signed in with a password for: a code of a few digits is not enough. */
const behindPassword: ReadonlySet<Right> = new Set<Right>(['people', 'trustDevice']);

export const mayDo = (role: Role, right: Right): boolean => holders[right].includes(role);
export const needsPassword = (right: Right): boolean => behindPassword.has(right);

/** The refusal in words, with whom to ask. */
export function notAllowed(role: Role, right: Right): string {
  const ask = holders[right].filter((one) => one !== role);
  return `As ${article(role)} you may not ${rightWords[right]}. Ask ${ask.map(article).join(' or ')}.`;
}

const article = (role: Role): string => `${/^[aeiou]/.test(role) ? 'an' : 'a'} ${role}`;
