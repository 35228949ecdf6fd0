import { Injectable } from '@nestjs/common';
import { checkMoldEntry, moldFacts, nameBy, programBy, programChangeRefused, zonesOfSections, type MoldSaying } from '@pentimento/core/mold';
import { randomUUID } from 'node:crypto';
import { DataSource, In, type EntityManager } from 'typeorm';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { refuseUnlessMay } from '../people/may.js';
import type { Person } from '../people/person.entity.js';
import { Photo } from '../photos/photo.entity.js';
import { pastMoment } from '../wire/past-moment.js';
import { sameJson } from '../wire/same-json.js';
import { StoredMoldEntry } from './mold-entry.entity.js';
import { Mold } from './mold.entity.js';
import { nextMoldNumber } from './mold-number.js';
import type { MoldHeadDto, NewMoldDto, NewMoldEntryDto, UndoDto } from './molds.dto.js';
import { toHead } from './molds.service.js';
import { keepStandings, moldEntries } from './standings.js';

/** Everything in a mold's logbook besides pulls and treatments, and molds that were there before the logbook. */
@Injectable()
export class MoldBookService {
  constructor(private readonly database: DataSource) {}

  /** Adds a line. The same again changes nothing. */
  async add(moldId: string, input: NewMoldEntryDto, by: Person): Promise<MoldHeadDto> {
    const at = pastMoment(input.at);
    checkMoldEntry(input.kind, input.data);
    return this.changed(moldId, async (tx, mold) => {
      const kept = await tx.findOneBy(StoredMoldEntry, { id: input.id });
      if (kept) {
        const sent = { moldId, kind: input.kind, at, note: input.note };
        const same = kept.moldId === moldId && kept.kind === sent.kind && kept.at.getTime() === at.getTime() && kept.note === sent.note;
        const before: unknown = Reflect.get(kept.data, 'fromId');
        const said = input.kind === 'program' ? { ...input.data, fromId: before } : input.data;
        if (!same || !sameJson(kept.data, said)) throw idTaken('entry');
        return;
      }
      const data = await this.soundData(tx, mold, input, by);
      await tx.insert(StoredMoldEntry, { id: input.id, moldId, kind: input.kind, at, note: input.note, data, reverses: null, madeById: by.id });
    });
  }

  /** Takes a mistaken line back with a counter-entry; the mistake stays on record. */
  async undo(moldId: string, entryId: string, { id, note }: UndoDto, by: Person): Promise<MoldHeadDto> {
    return this.changed(moldId, async (tx) => {
      const entry = await tx.findOneBy(StoredMoldEntry, { id: entryId, moldId });
      if (!entry) throw notFound('entry');
      if (entry.madeById !== by.id) refuseUnlessMay(by, 'takeBack');
      if (entry.reverses !== null) throw new ProblemException(422, 'not-an-entry', 'A counter-entry cannot be taken back. Write the entry again.');
      const already = await tx.findOneBy(StoredMoldEntry, { reverses: entryId });
      if (already) {
        if (already.id === id) return;
        throw new ProblemException(409, 'already-undone', 'This entry was taken back before.');
      }
      if (await tx.existsBy(StoredMoldEntry, { id })) throw idTaken('entry');
      const { kind, data } = entry;
      await this.refuseBroken(tx, moldId, entry);
      await tx.insert(StoredMoldEntry, { id, moldId, kind, at: new Date(), note, data, reverses: entryId, madeById: by.id });
    });
  }

  /** Molds that exist already, all or none; a repeated post answers with the same molds. */
  async make(inputs: readonly NewMoldDto[], by: Person): Promise<MoldHeadDto[]> {
    const ids = inputs.map(({ id }) => id);
    if (new Set(ids).size < ids.length) throw new ProblemException(422, 'id-twice', 'Two molds of the list have the same id.');
    return this.database.transaction(async (tx) => {
      // One list at a time: numbers are given in order.
      await tx.query('select pg_advisory_xact_lock(4311)');
      const known = new Set((await tx.find(Mold, { where: { id: In(ids) }, select: { id: true } })).map(({ id }) => id));
      const taken = new Set((await tx.find(Mold, { select: { number: true } })).map(({ number }) => number));
      const fresh = inputs.filter(({ id }) => !known.has(id));
      const twice = fresh.find(({ number }, i) => number !== '' && (taken.has(number) || fresh.slice(0, i).some((one) => one.number === number)));
      if (twice)
        throw new ProblemException(
          409,
          'number-taken',
          `Number ${twice.number} stands on the rack already. Give this one another, or leave it empty.`,
        );
      for (const { number } of fresh) if (number !== '') taken.add(number);
      const rows: Partial<Mold>[] = [];
      const entries: Line[] = [];
      for (const input of fresh) {
        if (input.before.sinceFull > input.before.pulls || input.before.sinceCoat > input.before.pulls)
          throw new ProblemException(422, 'too-many-pulls', `${input.part}: more pulls since a treatment than in all.`);
        const number = input.number === '' ? await nextMoldNumber(tx, taken) : input.number;
        taken.add(number);
        const at = input.made === null ? new Date() : pastMoment(`${input.made}T00:00:00.000Z`);
        rows.push({
          id: input.id,
          number,
          part: input.part,
          hand: input.hand,
          releaseProgramId: input.releaseProgramId,
          sections: input.sections,
          buildId: null,
          buildVersion: null,
          finishedById: by.id,
          finishedAt: at,
          finishReason: null,
        });
        entries.push(
          ...linesOf(input).map((saying): Line => ({ ...saying, id: randomUUID(), moldId: input.id, at, note: '', reverses: null, madeById: by.id })),
        );
      }
      for (const part of chunks(rows, 200)) await tx.insert(Mold, part);
      for (const part of chunks(entries, 500)) await tx.insert(StoredMoldEntry, part);
      for (const part of chunks(fresh, 200)) await keepStandings(tx, await tx.findBy(Mold, { id: In(part.map(({ id }) => id)) }));
      const made = new Map((await tx.findBy(Mold, { id: In(ids) })).map((mold) => [mold.id, mold]));
      return ids.flatMap((id) => {
        const mold = made.get(id);
        return mold ? [toHead(mold)] : [];
      });
    });
  }

  /** Something that changes a mold's logbook: one after the other, and summed up with it. */
  private async changed(moldId: string, change: (tx: EntityManager, mold: Mold) => Promise<void>): Promise<MoldHeadDto> {
    return this.database.transaction(async (tx) => {
      const mold = await tx.findOne(Mold, { where: { id: moldId }, lock: { mode: 'pessimistic_write' } });
      if (!mold) throw notFound('mold');
      await change(tx, mold);
      const entries = await moldEntries(tx, moldId);
      const releaseProgramId = programBy(entries) ?? mold.releaseProgramId;
      const { number, part } = nameBy(entries) ?? mold;
      if (number !== mold.number && (await tx.existsBy(Mold, { number })))
        throw new ProblemException(409, 'number-taken', `Number ${number} stands on the rack already. Give this one another.`);
      if (releaseProgramId !== mold.releaseProgramId || number !== mold.number || part !== mold.part)
        await tx.update(Mold, { id: moldId }, { releaseProgramId, number, part });
      await keepStandings(tx, [{ ...mold, releaseProgramId }]);
      return toHead(await tx.findOneByOrFail(Mold, { id: moldId }));
    });
  }

  /** @throws ProblemException for a line that makes no sense in this logbook */
  private async soundData(tx: EntityManager, mold: Mold, { kind, data }: NewMoldEntryDto, by: Person): Promise<object> {
    const entries = await moldEntries(tx, mold.id);
    const facts = moldFacts(entries, mold.sections);
    const text = (key: string): string => (typeof data[key] === 'string' ? data[key] : '');
    switch (kind) {
      case 'before':
        throw new ProblemException(422, 'not-here', 'How a mold stood before its record is said when it is put on the rack, once.');
      case 'finding':
      case 'condition':
        if (data.zone !== undefined && !facts.zones.some(({ id }) => id === data.zone))
          throw new ProblemException(422, 'unknown-zone', `This mold has no such zone. It has ${facts.zones.map(({ name }) => name).join(', ')}.`);
        if (text('photoId') !== '' && !(await tx.existsBy(Photo, { id: text('photoId'), moldId: mold.id })))
          throw new ProblemException(422, 'unknown-picture', 'The picture of this line has not arrived yet. Send it first.');
        return data;
      case 'program': {
        const refused = programChangeRefused(mold.releaseProgramId, text('programId'), data.stripped === true);
        if (refused !== null) throw new ProblemException(422, 'strip-first', refused);
        refuseUnlessMay(by, 'finish');
        return { ...data, fromId: mold.releaseProgramId };
      }
      case 'named': {
        refuseUnlessMay(by, 'finish');
        const [number, part] = [text('number').trim(), text('part').trim()];
        if (number === '' || part === '') throw new ProblemException(422, 'invalid-fields', 'A mold has a number and a part.');
        return { number, part, fromNumber: mold.number, fromPart: mold.part };
      }
      case 'repair':
        if (!facts.findings.some(({ id }) => id === text('findingId')))
          throw new ProblemException(422, 'unknown-finding', 'There is no such open finding. Write down what was found first.');
        if (facts.repairs.some(({ findingId }) => findingId === text('findingId')))
          throw new ProblemException(409, 'in-repair', 'A repair of this finding runs already. Go on with it, or take it back.');
        return data;
      case 'repair step':
      case 'repaired':
        if (!facts.repairs.some(({ id }) => id === text('repairId')))
          throw new ProblemException(422, 'unknown-repair', 'No such repair runs. It was signed off or taken back.');
        if (kind === 'repaired') refuseUnlessMay(by, 'finish');
        return data;
      case 'state':
        if (data.state === 'retired') refuseUnlessMay(by, 'finish');
        return data;
      default:
        return data;
    }
  }

  /** What another line stands on is not taken back under it. */
  private async refuseBroken(tx: EntityManager, moldId: string, { id, kind }: StoredMoldEntry): Promise<void> {
    if (kind === 'before') throw new ProblemException(422, 'not-here', 'How a mold stood before its record stays as it is.');
    const entries = await moldEntries(tx, moldId);
    const back = new Set(entries.flatMap(({ reverses }) => reverses ?? []));
    const open = entries.filter((one) => one.reverses === null && !back.has(one.id));
    const repair = open.find((one) => one.kind === 'repair' && one.data.findingId === id);
    const signed = open.find((one) => one.kind === 'repaired' && one.data.repairId === id);
    if (kind === 'finding' && repair) throw new ProblemException(409, 'in-repair', 'A repair of this finding is on record. Take that back first.');
    if (kind === 'repair' && signed) throw new ProblemException(409, 'repaired', 'This repair was signed off. Take that back first.');
  }
}

type Line = Pick<StoredMoldEntry, 'id' | 'moldId' | 'kind' | 'at' | 'note' | 'data' | 'reverses' | 'madeById'>;

function linesOf(input: NewMoldDto): MoldSaying[] {
  const { customer, place, plug, plugWhere, made } = input;
  return [
    { kind: 'before', data: { ...input.before } },
    { kind: 'facts', data: { customer, where: place, plug, plugWhere, ...(made === null ? {} : { made }) } },
    { kind: 'zones', data: { zones: input.zones.length > 0 ? input.zones.map((zone) => ({ ...zone })) : zonesOfSections(input.sections) } },
    ...(input.state === 'in service' ? [] : [{ kind: 'state', data: { state: input.state } } as const]),
  ];
}

function chunks<T>(all: readonly T[], size: number): T[][] {
  return Array.from({ length: Math.ceil(all.length / size) }, (_, i) => all.slice(i * size, (i + 1) * size));
}
