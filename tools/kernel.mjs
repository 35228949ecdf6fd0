// npm run kernel: compiles the solver's inner loops to WebAssembly, as text that any bundler carries. With --check: fails when they are out of date.
import asc from 'assemblyscript/asc';
import { readFileSync, writeFileSync } from 'node:fs';

const target = 'core/src/growth/kernel/step-wasm.ts';
const { error, stderr, binary } = await compiled();
if (error) {
  console.error(stderr);
  process.exit(1);
}
const text = [
  '/** Made from core/kernel/step.ts by `npm run kernel`. */',
  'export const STEP_WASM =',
  `  '${Buffer.from(binary).toString('base64')}';`,
  '',
].join('\n');
if (!process.argv.includes('--check')) writeFileSync(target, text);
else if (readFileSync(target, 'utf8') !== text) {
  console.error(`${target} is out of date: npm run kernel`);
  process.exit(1);
}

async function compiled() {
  let binary = null;
  const { error, stderr } = await asc.main(['step.ts', '--outFile', 'step.wasm', '-O3', '--runtime', 'stub', '--importMemory', '--noAssert'], {
    readFile: (name) => (name === 'step.ts' ? readFileSync('core/kernel/step.ts', 'utf8') : null),
    writeFile: (_name, contents) => {
      binary = contents;
    },
    listFiles: () => [],
  });
  return { error, stderr: stderr.toString(), binary };
}
