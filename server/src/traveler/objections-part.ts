import type { Verdict } from '@pentimento/core/judging';
import type { MoldTraveler } from '@pentimento/core/traveler';
import { fillAmounts, type Words } from '@pentimento/core/units';
import type { Content } from 'pdfmake/interfaces.js';
import { amountText, heading, type Reader } from './sheet.js';

/** A broken limit in a line, a temperature with what it may be. */
function limitLine({ zone, subject, remedy, quantity, value, limit, sense }: Verdict, reader: Reader): Content {
  const degrees = (c: number): string => amountText(reader, 'temperature', c);
  const size = quantity === 'temperature' ? `, ${degrees(value)}, ${sense} ${degrees(limit)}` : '';
  return { text: [{ text: `STOP  Limit broken: ${subject}${zone ? `, ${zone.name}` : ''}${size}. `, style: 'strong' }, remedy] };
}

export function objectionsPart({ objections, verdicts }: MoldTraveler, reader: Reader): Content[] {
  const fill = (text: Words): string => fillAmounts(text, reader.system);
  const serious = objections.filter(({ level }) => level !== 'note');
  const broken = verdicts.filter(({ level }) => level === 'stop');
  if (serious.length + broken.length === 0) return [];
  return [
    heading('Before anything else'),
    {
      ul: [
        ...broken.map((verdict) => limitLine(verdict, reader)),
        ...serious.map(({ level, title, why, remedy, section }): Content => ({
          text: [
            { text: `${level.toUpperCase()}  ${section ? `${section.name}: ` : ''}${fill(title)}. `, style: 'strong' },
            `${fill(why)} ${fill(remedy)}`,
          ],
        })),
      ],
    },
  ];
}
