import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { finishBlocks, LEAST_REASON } from '@pentimento/core/release';
import { sectionOf } from '@pentimento/core/plan';
import { opensBuild, sectionOfStep } from '@pentimento/core/steps';
import { DataSource, Like, Repository, type EntityManager, type FindOptionsWhere } from 'typeorm';
import { Build } from '../builds/build.entity.js';
import { BuildVersion } from '../builds/build-version.entity.js';
import { CardsService } from '../cards/cards.service.js';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { refuseUnlessMay } from '../people/may.js';
import type { Person } from '../people/person.entity.js';
import { pastMoment } from '../wire/past-moment.js';
import type { NewStepEntryDto } from './build-log.dto.js';
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
  async add(buildId: string, input: NewStepEntryDto, by: Person): Promise<StepLogEntry[]> {
    const at = pastMoment(input.at);
    await this.database.transaction(async (tx) => {
      const build = await tx.findOne(Build, { where: { id: buildId }, lock: { mode: 'pessimistic_write' } });
      if (!build) throw notFound('build');
      if (await keptBefore(tx, buildId, input, at)) return;
      if (build.status === 'finished') throw new ProblemException(409, 'finished', 'This build became a mold. Its log stays as it is.');
      await this.refuseNonsense(tx, buildId, input, by);
      if (opensBuild(input.stepId)) await this.open(tx, build, input, by);
      await tx.insert(StepLogEntry, { ...input, at, buildId, madeById: by.id, keptAt: new Date() });
    });
    return this.list(buildId);
  }

  private async refuseNonsense(tx: EntityManager, buildId: string, { kind, note, reverses, stepId }: NewStepEntryDto, by: Person): Promise<void> {
    if (kind === 'skipped' && note.trim().length < LEAST_SKIP) throw new ProblemException(422, 'no-reason', 'Say why the step is skipped.');
    if ((kind === 'taken back') !== (reverses !== null))
      throw new ProblemException(422, 'nothing-to-take-back', 'A line that takes another back names it, and no other line does.');
    if (reverses === null) return;
    const line = await tx.findOneBy(StepLogEntry, { id: reverses, buildId, stepId });
    if (!line || line.kind === 'taken back') throw new ProblemException(422, 'nothing-to-take-back', 'There is no such line about this step.');
    if (line.madeById !== by.id) refuseUnlessMay(by, 'takeBack');
    if (await tx.existsBy(StepLogEntry, { reverses })) throw new ProblemException(409, 'already-undone', 'This line was taken back before.');
  }

  /** The first line about laying a section: its gates first, or the reason of somebody who may finish a build. */
  private async open(tx: EntityManager, build: Build, { note, stepId }: NewStepEntryDto, by: Person): Promise<void> {
    const version = await tx.findOneByOrFail(BuildVersion, { buildId: build.id, number: build.currentVersion });
    const { plan } = version.read();
    const section = sectionOfStep(plan, stepId);
    const begun = section?.sessions.map(({ id }): FindOptionsWhere<StepLogEntry> => ({ buildId: build.id, stepId: Like(`session:${id}:%`) })) ?? [];
    if (begun.length > 0 && (await tx.existsBy(StepLogEntry, begun))) return;
    const blocks = section ? finishBlocks(sectionOf(plan, section.id), await this.cards.libraryFor(plan)) : [];
    if (blocks.length > 0 && (build.status === 'planned' || plan.sections.length > 1)) {
      if (note.trim().length < LEAST_REASON)
        throw new ProblemException(
          422,
          'not-ready',
          `Still open: ${blocks.join('; ')}. Have it done and signed, or say why laying begins all the same (at least ${String(LEAST_REASON)} characters).`,
          { open: blocks },
        );
      refuseUnlessMay(by, 'finish');
    }
    if (build.status === 'planned') await tx.update(Build, { id: build.id }, { status: 'under way', changedAt: new Date() });
  }
}

/** Whether this line is on record already. */
async function keptBefore(tx: EntityManager, buildId: string, input: NewStepEntryDto, at: Date): Promise<boolean> {
  const kept = await tx.findOneBy(StepLogEntry, { id: input.id });
  if (!kept) return false;
  const same =
    kept.buildId === buildId &&
    kept.stepId === input.stepId &&
    kept.kind === input.kind &&
    kept.note === input.note &&
    kept.reverses === input.reverses &&
    kept.at.getTime() === at.getTime();
  if (same) return true;
  throw idTaken('line');
}
