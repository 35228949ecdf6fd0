import { fitRelease, forecastMold, readShop } from '@pentimento/core/forecast';
import { secondsSince, withJson } from './json-door.js';

/** npm run forecast -- shop.json: chance that the next pull of each mold fights, and pulls left; docs/formats.md. */
process.exitCode = withJson(process.argv[2], 'npm run forecast -- shop.json', (json) => {
  const shop = readShop(json);
  const start = performance.now();
  const model = fitRelease(shop);
  const molds = shop.map((mold) => {
    const { id, pFight, pullsLeft } = forecastMold(mold, model);
    return { id, p_fight: Number(pFight.toFixed(5)), pulls_left: pullsLeft };
  });
  console.log(JSON.stringify({ molds, wall_s: secondsSince(start) }));
  return 0;
});
