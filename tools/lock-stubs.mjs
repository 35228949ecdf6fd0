// npm ci refuses a lockfile that names optional native packages without an entry of their own (a registry may lack
// those of other systems). For each missing optional dependency this adds a stub entry; run it after every change of
// dependencies. Resolved addresses are taken out as well, so that the lockfile names no registry.
import { readFileSync, writeFileSync } from 'node:fs';

const path = 'package-lock.json';
const lock = JSON.parse(readFileSync(path, 'utf8'));
const systems = ['darwin', 'linux', 'win32', 'freebsd', 'android', 'openharmony', 'sunos', 'aix', 'netbsd', 'openbsd'];
const processors = ['arm64', 'x64', 'ia32', 'arm', 'ppc64', 's390x', 'riscv64', 'loong64', 'mips64el', 'wasm32', 'universal', 'mipsel'];
let added = 0;
for (const [where, entry] of Object.entries(lock.packages)) {
  // A workspace link's `resolved` is its folder; only addresses go.
  if (!entry.link) delete entry.resolved;
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    const nested = `${where}/node_modules/${name}`;
    const top = `node_modules/${name}`;
    if (lock.packages[nested] || lock.packages[top]) continue;
    const parts = name.split(/[-/]/);
    const cpu = processors.filter((p) => parts.includes(p) || (p === 'arm' && parts.some((x) => x.startsWith('arm') && x !== 'arm64')));
    const os = systems.filter((s) => parts.includes(s));
    lock.packages[top] = {
      version: version.replace(/^[\^~]/, ''),
      optional: true,
      ...(os.length ? { os } : { os: ['none'] }),
      ...(cpu.length ? { cpu } : {}),
    };
    added++;
  }
}
lock.packages = Object.fromEntries(Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync(path, `${JSON.stringify(lock, null, 2)}\n`);
console.log(`${added} stubs added`);
