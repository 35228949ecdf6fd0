import { TextDecoder, TextEncoder } from 'node:util';

Object.assign(globalThis, { TextEncoder, TextDecoder });

// No network in unit tests; what fetches is replaced or tested in the browser.
Object.assign(globalThis, { fetch: () => Promise.reject(new Error('no network in unit tests')) });
