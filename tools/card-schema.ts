import { cardFileSchema } from '@pentimento/core/formats';
import { writeFileSync } from 'node:fs';

/** npm run card-schema: writes docs/card-file.schema.json from the tables of fields. */
writeFileSync(new URL('../docs/card-file.schema.json', import.meta.url), `${JSON.stringify(cardFileSchema(), null, 1)}\n`);
