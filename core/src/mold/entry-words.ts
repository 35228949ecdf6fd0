import { repairMethod } from '../findings/repair-methods.js';
import { releaseProgram } from '../service/release-programs.js';
import type { MoldSaying } from './mold-entry.js';
import { commissioningWords, conditionWords, moldStateWords, type MoldZone } from './mold-fields.js';

const zoneName = (zones: readonly MoldZone[], id: string | undefined): string =>
  id === undefined ? '' : (zones.find((zone) => zone.id === id)?.name ?? id);
const pulls = (count: number): string => `${String(count)} ${count === 1 ? 'pull' : 'pulls'}`;

/** A line of a mold's logbook as a sentence. */
export function moldEntryWords(entry: MoldSaying, zones: readonly MoldZone[]): string {
  const at = (id: string | undefined): string => (id === undefined ? '' : `, ${zoneName(zones, id)}`);
  switch (entry.kind) {
    case 'before':
      return `Its record begins: ${pulls(entry.data.pulls)} so far, ${String(entry.data.sinceFull)} since the full treatment, ${String(entry.data.sinceCoat)} since the last coat`;
    case 'facts': {
      const { customer, where, plug, plugWhere, made } = entry.data;
      const said = [
        customer === undefined ? null : `customer ${customer === '' ? 'none' : customer}`,
        where === undefined ? null : `stands ${where === '' ? 'nowhere said' : where}`,
        plug === undefined ? null : `plug ${plug}`,
        plugWhere === undefined || plugWhere === '' ? null : `plug at ${plugWhere}`,
        made === undefined ? null : `made ${made}`,
      ];
      return `Said of it: ${said.filter((one) => one !== null).join(', ')}`;
    }
    case 'named': {
      const { number, part, fromNumber, fromPart } = entry.data;
      return `Called ${number} ${part} from now on${fromNumber === undefined || fromPart === undefined ? '' : `, before ${fromNumber} ${fromPart}`}`;
    }
    case 'state':
      return `Now ${moldStateWords[entry.data.state]}`;
    case 'zones':
      return `Zones: ${entry.data.zones.map(({ name }) => name).join(', ')}`;
    case 'program':
      return `Release program: ${releaseProgram(entry.data.programId)?.name ?? entry.data.programId}${entry.data.stripped ? ', stripped bare before' : ''}`;
    case 'condition':
      return `Condition ${entry.data.grade}, ${conditionWords[entry.data.grade]}${at(entry.data.zone)}`;
    case 'finding':
      return `Found: ${entry.data.what}${entry.data.sizeMm === undefined ? '' : `, ${String(entry.data.sizeMm)} mm`}${at(entry.data.zone)}`;
    case 'repair':
      return `Repair begun: ${(repairMethod(entry.data.methodId)?.name ?? entry.data.methodId).toLowerCase()}`;
    case 'repair step':
      return `Repair, step ${String(entry.data.step + 1)} done`;
    case 'repaired':
      return 'Repair signed off: back in service';
    case 'commissioning':
      return `Commissioning: ${commissioningWords[entry.data.step]}`;
  }
}
