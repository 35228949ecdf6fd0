import type { Role } from '@pentimento/core/rights';

/** Marram Tooling: a made-up shop of six on a windy coast. */
export const demoPeople: readonly { readonly name: string; readonly login: string; readonly role: Role }[] = [
  { name: 'Ada Marsh', login: 'ada', role: 'owner' },
  { name: 'Ben Corrie', login: 'ben', role: 'toolmaker' },
  { name: 'Cleo Strand', login: 'cleo', role: 'toolmaker' },
  { name: 'Dov Tansy', login: 'dov', role: 'toolmaker' },
  { name: 'Edda Rush', login: 'edda', role: 'toolmaker' },
  { name: 'Finn Sallow', login: 'finn', role: 'toolmaker' },
];

/** Password of every made-up person; the demo listens on loopback only. */
export const DEMO_PASSWORD = 'marram-demo';
