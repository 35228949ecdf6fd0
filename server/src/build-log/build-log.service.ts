import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { judgeReading } from '@pentimento/core/bench';
import { checkEntryData, isStepEntry, OPENING } from '@pentimento/core/log';
import { cardNumber, lotStanding } from '@pentimento/core/materials';
import { finishBlocks, LEAST_REASON } from '@pentimento/core/release';
import { sectionOf } from '@pentimento/core/plan';
import { fillAmounts } from '@pentimento/core/units';
import { format } from 'date-fns';
import { beginsLaying, isGate, isReadWithPlan, LAYING, sectionOfStep } from '@pentimento/core/steps';
import { And, DataSource, In, Like, Not, Repository, type EntityManager, type FindOptionsWhere } from 'typeorm';
import { Build } from '../builds/build.entity.js';
import { BuildVersion } from '../builds/build-version.entity.js';
import { CardsService } from '../cards/cards.service.js';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { refuseUnlessMay } from '../people/may.js';
import type { Person } from '../people/person.entity.js';
import { pastMoment } from '../wire/past-moment.js';
import { StoredLot } from '../lots/lot.entity.js';
import { Photo } from '../photos/photo.entity.js';
import { sameJson } from '../wire/same-json.js';
import type { NewStepEntryDto } from './build-log.dto.js';
import { signedPlan } from './signed-plan.js';
import { StepLogEntry } from './step-entry.entity.js';

/** A skip says why, in at least so many characters. */
const LEAST_SKIP = 3;

@Injectable()
export class BuildLogService {
  constructor(
    @InjectRepository(StepLogEntry) private readonly entries: Repository<StepLogEntry>,
    @InjectRepository(Build) private readonly builds: Repository<Build>,
    private readonly database: DataSource,
    private readonly cards: CardsService,
  ) {}

  async list(buildId: string): Promise<StepLogEntry[]> {
    if (!(await this.builds.existsBy({ id: buildId }))) throw notFound('build');
    return this.entries.find({ where: { buildId }, relations: { madeBy: true }, order: { at: 'ASC', keptAt: 'ASC' } });
  }

  /** Adds a line. The same again changes nothing; the first line of a session makes the build one that is under way. */
  async add(buildId: string, body: NewStepEntryDto, by: Person): Promise<StepLogEntry[]> {
    const at = pastMoment(body.at);
    const input = { ...body, data: body.data ?? null };
    checkEntryData(input.kind, input.data);
    await this.database.transaction(async (tx) => {
      const build = await tx.findOne(Build, { where: { id: buildId }, lock: { mode: 'pessimistic_write' } });
      if (!build) throw notFound('build');
      if (await keptBefore(tx, buildId, input, at)) return;
      if (build.status === 'finished') throw new ProblemException(409, 'finished', 'This build became a mold. Its log stays as it is.');
      await this.refuseNonsense(tx, buildId, input, by);
      if (beginsLaying(input.kind, input.stepId)) await this.open(tx, build, input, by);
      if (isGate(input.stepId) && input.kind === 'done') refuseUnlessMay(by, 'sign');
      if (input.kind === 'pot') await this.refusePot(tx, build, input, by);
      if (input.kind === 'photo' || input.kind === 'finding') await this.refuseUnknownPicture(tx, buildId, input);
      await tx.insert(StepLogEntry, { ...input, at, buildId, madeById: by.id, keptAt: new Date() });
      // What is signed is no objection any more: lists have the build judged anew.
      if (isReadWithPlan(input.stepId)) await tx.update(Build, { id: buildId }, { judgedBy: null });
    });
    return this.list(buildId);
  }

  private async refuseNonsense(tx: EntityManager, buildId: string, { kind, note, reverses, stepId }: Input, by: Person): Promise<void> {
    if (kind === 'skipped' && note.trim().length < LEAST_SKIP) throw new ProblemException(422, 'no-reason', 'Say why the step is skipped.');
    if ((kind === 'taken back') !== (reverses !== null))
      throw new ProblemException(422, 'nothing-to-take-back', 'A line that takes another back names it, and no other line does.');
    if (reverses === null) return;
    const line = await tx.findOneBy(StepLogEntry, { id: reverses, buildId, stepId });
    if (!line || line.kind === 'taken back') throw new ProblemException(422, 'nothing-to-take-back', 'There is no such line about this step.');
    if (line.madeById !== by.id) refuseUnlessMay(by, 'takeBack');
    if (await tx.existsBy(StepLogEntry, { reverses })) throw new ProblemException(409, 'already-undone', 'This line was taken back before.');
  }

  /** A pot that would not cure is not poured; one of an expired lot takes a reason. */
  private async refusePot(tx: EntityManager, build: Build, input: Input, by: Person): Promise<void> {
    const line = { ...input, madeBy: by.name };
    if (!isStepEntry(line) || line.kind !== 'pot' || line.data.thrownAway) return;
    const reasoned = line.note.trim().length >= LEAST_REASON;
    const version = await tx.findOneByOrFail(BuildVersion, { buildId: build.id, number: build.currentVersion });
    const { plan } = version.read();
    const cards = await this.cards.libraryFor(plan);
    const found = judgeReading(line, { plan, cards, minuteOf: () => 0 });
    if (found?.level === 'stop') {
      if (!reasoned)
        throw new ProblemException(
          422,
          'wrong-ratio',
          `${fillAmounts(found.line, 'metric')} If it is poured all the same, say why (at least ${String(LEAST_REASON)} characters).`,
        );
      refuseUnlessMay(by, 'finish');
    }
    const lots = line.data.lots.length === 0 ? [] : await tx.findBy(StoredLot, { id: In(line.data.lots) });
    if (lots.length < new Set(line.data.lots).size)
      throw new ProblemException(422, 'unknown-lot', 'A lot of this pot is not in the register. Take it in under Stores first, or leave it out.');
    const newest = new Map((await this.cards.list()).map((card) => [card.id, card]));
    const old = lots.filter((lot) => {
      const card = newest.get(lot.cardId);
      const { state } = lotStanding(lot, card ? cardNumber(card, 'shelfLifeDays') : null, format(new Date(), 'yyyy-MM-dd'));
      return state === 'expired' || state === 'used up';
    });
    if (old.length > 0 && !reasoned)
      throw new ProblemException(
        422,
        'expired-lot',
        `Lot ${old.map(({ number }) => number).join(', ')} is past its shelf life or used up. Take another, or say why (at least ${String(LEAST_REASON)} characters).`,
      );
  }

  private async refuseUnknownPicture(tx: EntityManager, buildId: string, { data }: Input): Promise<void> {
    const id = data?.photoId;
    if (typeof id === 'string' && !(await tx.existsBy(Photo, { id, buildId })))
      throw new ProblemException(422, 'unknown-picture', 'The picture of this line has not arrived yet. Send it first.');
  }

  /** The first line about laying a section: its gates first, or the reason of somebody who may finish a build. */
  private async open(tx: EntityManager, build: Build, { note, stepId }: Input, by: Person): Promise<void> {
    const version = await tx.findOneByOrFail(BuildVersion, { buildId: build.id, number: build.currentVersion });
    const plan = await signedPlan(tx, build.id, version.read().plan);
    const section = sectionOfStep(plan, stepId);
    // As beginsLaying.
    const begun =
      section?.sessions.flatMap(({ id }): FindOptionsWhere<StepLogEntry>[] => {
        const ofIt = Like(`session:${id}:%`);
        return [
          { buildId: build.id, stepId: And(ofIt, Not(Like('%:setup'))), kind: In([...OPENING]) },
          { buildId: build.id, stepId: ofIt, kind: In([...LAYING]) },
        ];
      }) ?? [];
    const isBegun = begun.length > 0 && (await tx.existsBy(StepLogEntry, begun));
    const blocks = section && !isBegun ? finishBlocks(sectionOf(plan, section.id), await this.cards.libraryFor(plan)) : [];
    if (blocks.length > 0 && (build.status === 'planned' || plan.sections.length > 1)) {
      if (note.trim().length < LEAST_REASON)
        throw new ProblemException(
          422,
          'not-ready',
          `Still open: ${blocks.join('; ')}. Have it done and signed, or say why laying begins all the same (at least ${String(LEAST_REASON)} characters).`,
          { open: blocks },
        );
      refuseUnlessMay(by, 'sign');
    }
    if (build.status === 'planned') await tx.update(Build, { id: build.id }, { status: 'under way', changedAt: new Date() });
  }
}

/** A line as it is kept. */
type Input = NewStepEntryDto & { readonly data: Record<string, unknown> | null };

/** Whether this line is on record already. */
async function keptBefore(tx: EntityManager, buildId: string, input: Input, at: Date): Promise<boolean> {
  const kept = await tx.findOneBy(StepLogEntry, { id: input.id });
  if (!kept) return false;
  const same =
    kept.buildId === buildId &&
    kept.stepId === input.stepId &&
    kept.kind === input.kind &&
    kept.note === input.note &&
    kept.reverses === input.reverses &&
    sameJson(kept.data, input.data) &&
    kept.at.getTime() === at.getTime();
  if (same) return true;
  throw idTaken('line');
}
