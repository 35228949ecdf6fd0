// The first screen's script must stay under 200 kB gzip: entry, what it imports at once, and the Board.
import { readdirSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const LIMIT_KB = 200;
const folder = 'web/dist/assets/';
const files = readdirSync(folder).filter((file) => file.endsWith('.js'));
const wanted = new Set();
function follow(file) {
  if (wanted.has(file)) return;
  wanted.add(file);
  const text = readFileSync(folder + file, 'utf8');
  for (const [, name] of text.matchAll(/from\s*"\.\/([^"]+\.js)"|import\s*"\.\/([^"]+\.js)"/g)) if (name) follow(name);
}
follow(files.find((file) => file.startsWith('index-')));
follow(files.find((file) => file.startsWith('board-page')));
const kb = [...wanted].reduce((sum, file) => sum + gzipSync(readFileSync(folder + file)).length / 1000, 0);
console.log(`first screen: ${kb.toFixed(0)} kB gzip of script in ${wanted.size} files (limit ${LIMIT_KB})`);
process.exit(kb > LIMIT_KB ? 1 : 0);
