import { momentText } from '../shop-time/clock-text.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { cureWords } from '../cure/cure-words.js';
import type { Verdict } from '../judging/verdicts/verdict.js';
import { amount, words, type Words } from '../units/amounts.js';

/** A limit as a toolmaker would say it: what happens, when, and what it may be. */
export function verdictSentence({ kind, subject, value, limit, timeS, zone }: Verdict, { startDate }: Pick<SectionPlan, 'startDate'>): Words {
  const at = momentText(startDate, timeS / 60);
  const where = zone ? ` (${zone.name})` : '';
  const degrees = (c: number): Words => words`${amount('temperature', c)}`;
  switch (kind) {
    case 'interface-peak':
      return words`The plug’s face gets as hot as ${degrees(value)}${where} on ${at}; its weakest surface stands ${degrees(limit)}.`;
    case 'layer-peak':
      return words`${subject} gets as hot as ${degrees(value)}${where} on ${at}; more than ${degrees(limit)} boils, cracks and bends.`;
    case 'activation':
      return words`The coolest place of ${subject} reaches ${degrees(value)}${where}; below ${degrees(limit)} its shrink control does not work.`;
    case 'window':
      return `${subject}${where} is planned for ${momentText(startDate, value * 60)}; the window’s edge is ${momentText(startDate, limit * 60)}.`;
    case 'ply-joint':
      return `${subject}${where}: the next ply comes at ${momentText(startDate, value * 60)}, the one below has gelled by ${momentText(startDate, limit * 60)}.`;
    case 'demold-cure':
      return `When it comes off, ${subject}${where} is ${cureWords(value)}; it should be ${cureWords(limit)}.`;
    case 'demold-hours':
      return `${subject}${where}: on the plug until ${momentText(startDate, limit * 60)} by the sheet’s hours; planned off at ${at}.`;
    case 'demold-warm':
      return words`${subject}${where} is still at ${degrees(value)} when it comes off; ${degrees(limit)} or cooler keeps its shape.`;
    case 'demold-tg':
    case 'post-cure-tg':
      return words`${subject}${where} is at ${degrees(value)}; it softens from ${degrees(limit)} on.`;
    case 'post-cure-ramp':
      return words`The oven climbs at ${amount('ramp', value)}; ${amount('ramp', limit)} lets the laminate keep up.`;
    case 'shop-minimum':
      return words`${subject} is laid at ${degrees(value)}; below ${degrees(limit)} it does not cure as its card says.`;
    case 'catalyst-range':
      return `${subject} gets ${value.toFixed(2)} % of catalyst; its card’s range ends at ${limit.toFixed(2)} %.`;
  }
}
