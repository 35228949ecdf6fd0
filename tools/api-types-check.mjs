// Fails when the web's API types no longer match the server's DTO classes.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const fresh = join(mkdtempSync(join(tmpdir(), 'openapi-')), 'openapi.json');
execFileSync('node', ['server/dist/openapi.js', fresh]);
const same = JSON.stringify(JSON.parse(readFileSync(fresh, 'utf8'))) === JSON.stringify(JSON.parse(readFileSync('web/src/api/openapi.json', 'utf8')));
if (!same) console.error('web/src/api is out of date: npm run api-types');
process.exit(same ? 0 : 1);
