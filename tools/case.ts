import { caseOfPlan } from '@pentimento/core/doors';
import { evaluateMold } from '@pentimento/core/judging';
import { withPlan } from './plan-door.js';
import { DomainError } from '@pentimento/core/errors';
import { parseArgs } from 'node:util';

const USAGE = 'npm run case -- plan.json [--section ID] [--zone ID] [--place first|last]';

/** npm run case -- plan.json: what is simulated for a zone of a section of a plan, as a case file. docs/formats.md */
function main(words: string[]): number {
  const options = { section: { type: 'string' }, zone: { type: 'string' }, place: { type: 'string' } } as const;
  const { values, positionals } = parseArgs({ args: words, options, allowPositionals: true });
  const { place = 'first' } = values;
  if (place !== 'first' && place !== 'last') {
    console.error(`usage: ${USAGE}`);
    return 2;
  }
  return withPlan(positionals.at(0), USAGE, (plan, cards) => {
    const sections = evaluateMold(plan, cards);
    const section = values.section === undefined ? sections[0] : sections.find(({ id }) => id === values.section);
    const ids = (list: readonly { readonly id: string }[]): string => `one of ${list.map(({ id }) => id).join(', ')}`;
    if (!section) throw new DomainError({ code: 'bad-document', quantity: 'section', value: values.section, expected: ids(sections) });
    const zone = section.zones.find(({ id }) => id === (values.zone ?? 'field'));
    if (!zone) throw new DomainError({ code: 'bad-document', quantity: 'zone', value: values.zone, expected: ids(section.zones) });
    console.log(JSON.stringify(caseOfPlan(zone.plan, cards, place), null, 1));
    return 0;
  });
}

try {
  process.exitCode = main(process.argv.slice(2));
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 2;
}
