import { repairHours, repairMethod, type RepairMethod } from '../findings/repair-methods.js';
import type { MoldEntry, MoldEntryKindOf } from './mold-entry.js';
import type { CommissioningStep, ConditionGrade, MoldEntryKind, MoldState, MoldZone, PlugFate } from './mold-fields.js';

/** The only zone of a mold of which nobody said any. */
export const WHOLE_ZONE: MoldZone = { id: 'whole', name: 'Whole mold', section: '', kind: 'field' };

/** Something that was found and is not repaired. */
export interface OpenFinding {
  readonly id: string;
  readonly at: string;
  readonly data: MoldEntryKindOf<'finding'>['data'];
  readonly note: string;
}

/** A repair that was begun and not signed off. */
export interface RunningRepair {
  readonly id: string;
  readonly findingId: string;
  readonly methodId: string;
  readonly at: string;
  /** Steps that are done, and when */
  readonly done: readonly { readonly step: number; readonly at: string }[];
}

/** What a mold's logbook says of it besides pulls and treatments; its newest saying counts. */
export interface MoldFacts {
  readonly customer: string;
  readonly where: string;
  readonly plug: PlugFate;
  readonly plugWhere: string;
  /** Day it was made; null: nobody said */
  readonly made: string | null;
  readonly state: MoldState;
  readonly zones: readonly MoldZone[];
  /** Newest grade of each zone that has one; `null` stands for the whole mold */
  readonly conditions: readonly { readonly zone: string | null; readonly grade: ConditionGrade; readonly at: string }[];
  readonly findings: readonly OpenFinding[];
  readonly repairs: readonly RunningRepair[];
  /** How it stood when its record began; null: its record is whole */
  readonly before: MoldEntryKindOf<'before'>['data'] | null;
  /** When it was stripped bare for another release program; null: never */
  readonly bareSince: string | null;
  /** Steps of commissioning that are done, with the moment */
  readonly commissioned: readonly { readonly step: CommissioningStep; readonly at: string }[];
}

/** Entries that count: not taken back, oldest first. */
export function countedEntries(entries: readonly MoldEntry[]): MoldEntry[] {
  const reversed = new Set(entries.flatMap(({ reverses }) => reverses ?? []));
  return entries.filter(({ id, reverses }) => reverses === null && !reversed.has(id)).sort((a, b) => a.at.localeCompare(b.at));
}

export function entriesOf<K extends MoldEntryKind>(entries: readonly MoldEntry[], kind: K): MoldEntryKindOf<K>[] {
  const isOne = (entry: MoldEntry): entry is MoldEntryKindOf<K> => entry.kind === kind;
  return countedEntries(entries).filter(isOne);
}

/** The release program by a logbook: the newest change that counts, without any the one before the first; null: it was never changed. */
export function programBy(entries: readonly MoldEntry[]): string | null {
  const changes = entries.flatMap((entry) => (entry.kind === 'program' && entry.reverses === null ? [entry] : []));
  const first = changes.reduce<MoldEntryKindOf<'program'> | null>((oldest, one) => (oldest && oldest.at <= one.at ? oldest : one), null);
  return entriesOf(entries, 'program').at(-1)?.data.programId ?? first?.data.fromId ?? null;
}

/** Number and part by a logbook, as the program; null: it was never called otherwise. */
export function nameBy(entries: readonly MoldEntry[]): { readonly number: string; readonly part: string } | null {
  const changes = entries.flatMap((entry) => (entry.kind === 'named' && entry.reverses === null ? [entry] : []));
  const newest = entriesOf(entries, 'named').at(-1)?.data;
  if (newest) return { number: newest.number, part: newest.part };
  const first = changes.reduce<MoldEntryKindOf<'named'> | null>((oldest, one) => (oldest && oldest.at <= one.at ? oldest : one), null)?.data;
  return first?.fromNumber === undefined || first.fromPart === undefined ? null : { number: first.fromNumber, part: first.fromPart };
}

/** Zones of a mold of which only its sections are known. */
export const zonesOfSections = (sections: readonly string[]): MoldZone[] =>
  sections.length === 0 ? [WHOLE_ZONE] : sections.map((section, i) => ({ id: `s${String(i + 1)}`, name: section, section, kind: 'field' }));

/**
 * What a logbook comes to.
 * @param sections of the mold, where nobody said its zones
 */
export function moldFacts(entries: readonly MoldEntry[], sections: readonly string[] = []): MoldFacts {
  const said = entriesOf(entries, 'facts').reduce<Partial<MoldEntryKindOf<'facts'>['data']>>((all, { data }) => ({ ...all, ...data }), {});
  const repaired = new Set(entriesOf(entries, 'repaired').map(({ data }) => data.repairId));
  const repairs = entriesOf(entries, 'repair');
  const made = new Set(repairs.filter(({ id }) => repaired.has(id)).map(({ data }) => data.findingId));
  const steps = entriesOf(entries, 'repair step');
  const grades = new Map(
    entriesOf(entries, 'condition').map(({ at, data }) => [data.zone ?? null, { zone: data.zone ?? null, grade: data.grade, at }]),
  );
  const commissioned = new Map(entriesOf(entries, 'commissioning').map(({ at, data }) => [data.step, at]));
  const running = repairs.filter(({ id }) => !repaired.has(id));
  const state = entriesOf(entries, 'state').at(-1)?.data.state ?? 'in service';
  return {
    customer: said.customer ?? '',
    where: said.where ?? '',
    plug: said.plug ?? 'not said',
    plugWhere: said.plugWhere ?? '',
    made: said.made ?? null,
    state: running.length > 0 && state === 'in service' ? 'in repair' : state,
    zones: entriesOf(entries, 'zones').at(-1)?.data.zones ?? zonesOfSections(sections),
    conditions: [...grades.values()],
    findings: entriesOf(entries, 'finding')
      .filter(({ id }) => !made.has(id))
      .map(({ id, at, data, note }) => ({ id, at, data, note })),
    repairs: running.map(({ id, at, data }) => ({
      id,
      at,
      ...data,
      done: steps.filter((step) => step.data.repairId === id).map((step) => ({ step: step.data.step, at: step.at })),
    })),
    before: entriesOf(entries, 'before').at(-1)?.data ?? null,
    bareSince: entriesOf(entries, 'program').findLast(({ data }) => data.stripped)?.at ?? null,
    commissioned: [...commissioned].map(([step, at]) => ({ step, at })),
  };
}

/** Where a repair stands: its next step, and what is waited for. */
export interface RepairStanding {
  readonly method: RepairMethod;
  /** Index of the next step; null: all are done */
  readonly next: number | null;
  /** The step that was done last, whose wait runs; null: none */
  readonly waiting: { readonly at: string; readonly waitH: number } | null;
  /** From its beginning, if every wait is kept [h] */
  readonly wholeH: number;
}

/** @returns undefined for a method that is not known here */
export function repairStanding({ methodId, done }: RunningRepair): RepairStanding | undefined {
  const method = repairMethod(methodId);
  if (!method) return undefined;
  const next = method.steps.findIndex((_, i) => !done.some(({ step }) => step === i));
  const last = done.reduce<RunningRepair['done'][number] | null>((newest, one) => (newest && newest.at >= one.at ? newest : one), null);
  const waitH = last ? (method.steps.at(last.step)?.waitH ?? 0) : 0;
  return { method, next: next < 0 ? null : next, waiting: last && waitH > 0 ? { at: last.at, waitH } : null, wholeH: repairHours(method) };
}

/** Why a mold is not pulled from whatever its release says; null: it may be. */
export interface MoldHold {
  readonly kind: 'repair' | 'away';
  readonly reason: string;
}

export function holdOf({ state, repairs, findings, conditions }: MoldFacts): MoldHold | null {
  const [first] = repairs;
  if (repairs.length > 0) {
    const names = repairs.flatMap(({ methodId }) => repairMethod(methodId)?.name.toLowerCase() ?? []);
    const what = findings.find(({ id }) => id === first.findingId)?.data.what;
    return { kind: 'repair', reason: `In repair${what ? ` (${what})` : ''}: ${names.join(', ')}. No pull before it is signed off.` };
  }
  if (state === 'in repair') return { kind: 'repair', reason: 'In repair. No pull before it is back in service.' };
  if (conditions.some(({ grade }) => grade === 'D')) return { kind: 'repair', reason: 'Condition D: repair it before the next part.' };
  if (state === 'resting') return { kind: 'away', reason: 'Resting. Put it back in service before a pull.' };
  if (state === 'at customer') return { kind: 'away', reason: 'At the customer.' };
  if (state === 'retired') return { kind: 'away', reason: 'Retired.' };
  return null;
}
