import { cardFileSchema } from '@pentimento/core/formats';
import { planSchema } from '@pentimento/core/plan';
import { writeFileSync } from 'node:fs';

/** npm run schemas: writes docs/*.schema.json from the tables of fields. */
const write = (name: string, schema: object): void => {
  writeFileSync(new URL(`../docs/${name}.schema.json`, import.meta.url), `${JSON.stringify(schema, null, 1)}\n`);
};
write('card-file', cardFileSchema());
write('plan', planSchema());
