// npm run rights: which role may ask for which route, from the OpenAPI document and core's table. Fails on a route without an entry.
import { readFileSync } from 'node:fs';
import { mayDo, rights, roles } from '../core/dist/rights/index.js';

const { paths } = JSON.parse(readFileSync('web/src/api/openapi.json', 'utf8'));
let missing = 0;
console.log(`| route | needs | ${roles.join(' | ')} |\n|---|---|${roles.map(() => '---|').join('')}`);
for (const [path, item] of Object.entries(paths))
  for (const [method, operation] of Object.entries(item)) {
    const need = operation['x-needs'];
    const known = need === 'nothing' || rights.includes(need);
    if (!known) missing += 1;
    const cells = roles.map((role) => (known && (need === 'nothing' || mayDo(role, need)) ? 'yes' : 'no'));
    console.log(`| ${method.toUpperCase()} ${path} | ${need ?? 'NO ENTRY'} | ${cells.join(' | ')} |`);
  }
if (missing > 0) console.error(`${missing} routes do not say what they need: give each @Needs(…)`);
process.exit(missing > 0 ? 1 : 0);
