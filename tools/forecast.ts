import { DomainError } from '@pentimento/core/errors';
import { fitRelease, forecastMold, readShop } from '@pentimento/core/forecast';
import { readFileSync } from 'node:fs';

/** npm run forecast -- shop.json: chance that the next pull of each mold fights, and pulls left; docs/formats.md. */
function main(path: string | undefined): number {
  if (path === undefined) {
    console.error('usage: npm run forecast -- shop.json');
    return 2;
  }
  try {
    const molds = readShop(JSON.parse(readFileSync(path, 'utf8')));
    const start = performance.now();
    const model = fitRelease(molds);
    const told = molds.map((mold) => {
      const { id, pFight, pullsLeft } = forecastMold(mold, model);
      return { id, p_fight: Number(pFight.toFixed(5)), pulls_left: pullsLeft };
    });
    console.log(JSON.stringify({ molds: told, wall_s: Number(((performance.now() - start) / 1000).toFixed(3)) }));
    return 0;
  } catch (error) {
    if (!(error instanceof DomainError || error instanceof SyntaxError || (error instanceof Error && 'code' in error))) throw error;
    console.error(`${path}: ${error.message}`);
    return 2;
  }
}

process.exitCode = main(process.argv[2]);
