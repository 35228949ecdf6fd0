import { TextDecoder, TextEncoder } from 'node:util';
import { deserialize, serialize } from 'node:v8';

Object.assign(globalThis, { TextEncoder, TextDecoder });
// The page has it, the page's stand-in in tests has not.
Object.assign(globalThis, { structuredClone: (value: unknown): unknown => deserialize(serialize(value)) });

// No network in unit tests; what fetches is replaced or tested in the browser.
Object.assign(globalThis, { fetch: () => Promise.reject(new Error('no network in unit tests')) });

import 'fake-indexeddb/auto';
