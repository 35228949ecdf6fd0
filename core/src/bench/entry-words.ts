import type { EntryKind, StepEntry } from '../log/entry.js';
import { readingFields } from '../log/reading-fields.js';
import { amount, words, type Words } from '../units/amounts.js';

const STATE_WORDS: Partial<Readonly<Record<EntryKind, string>>> = {
  started: 'begun',
  paused: 'paused',
  'handed over': 'handed over',
  done: 'done',
  skipped: 'skipped',
  'taken back': 'taken back',
};

/** A line of the log in a few words, without its step, its note and who wrote it. */
export function entryWords(entry: StepEntry): Words {
  switch (entry.kind) {
    case 'pot': {
      const { resinG, hardenerG, thrownAway } = entry.data;
      const pct = (hardenerG / resinG) * 100;
      return words`Pot ${amount('potMass', resinG)} + ${amount('potMass', hardenerG)}, ${pct.toFixed(pct < 10 ? 2 : 1)} %${thrownAway ? ', thrown away' : ''}`;
    }
    case 'film':
    case 'thickness': {
      const film = entry.kind === 'film';
      const all = film ? entry.data.um : entry.data.mm;
      const quantity = film ? 'film' : 'thickness';
      const mean = all.reduce((sum, one) => sum + one, 0) / all.length;
      const thinnest = all.length > 1 ? words`, thinnest ${amount(quantity, Math.min(...all))} of ${String(all.length)}` : '';
      return words`${film ? 'Film' : 'Thickness'} ${amount(quantity, mean)}${thinnest}`;
    }
    case 'tack':
      return `Tack ${readingFields.tack.state.words[entry.data.state]}, ${entry.data.at}`;
    case 'temperature':
      return words`${capital(readingFields.temperature.at.words[entry.data.at])} ${amount('temperature', entry.data.tempC, 1)}`;
    case 'humidity':
      return `Humidity ${entry.data.pct.toFixed(0)} %`;
    case 'photo':
      return 'Picture';
    case 'finding':
      return entry.data.sizeMm === null
        ? `Trouble: ${entry.data.what}`
        : words`Trouble: ${entry.data.what}, ${amount('thickness', entry.data.sizeMm)}`;
    case 'release test':
      return `${entry.data.test} ${entry.data.passed ? 'passed' : 'did not pass'}`;
    case 'leak':
      return words`Drop ${amount('vacuum', entry.data.endMbar - entry.data.startMbar)} in ${String(entry.data.minutes)} min`;
    case 'mass':
      return words`Weight ${amount('mass', entry.data.kg)}`;
    case 'let go':
      return `Let go: ${String(entry.data.ease)} of 5${entry.data.tools === '' ? '' : `, ${entry.data.tools.toLowerCase()}`}${entry.data.marks === '' ? '' : `; ${entry.data.marks}`}`;
    default:
      return capital(STATE_WORDS[entry.kind] ?? entry.kind);
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
