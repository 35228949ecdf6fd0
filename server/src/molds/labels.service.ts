import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { releaseProgram } from '@pentimento/core/service';
import { fileURLToPath } from 'node:url';
import { DataSource, In } from 'typeorm';
import { notFound } from '../errors/problem.js';
import { Threads } from '../threads/threads.js';
import type { LabelsTask } from './labels-thread.js';
import { Mold } from './mold.entity.js';

/** Built server: a thread runs no TypeScript. */
const ENTRY = fileURLToPath(new URL('../../dist/molds/labels-thread.js', import.meta.url));

/** Label sheets of molds, set in a thread. */
@Injectable()
export class LabelsService implements OnModuleDestroy {
  private readonly prints = new Threads<LabelsTask, Uint8Array>(ENTRY, 'print');

  constructor(private readonly database: DataSource) {}

  async pdf(ids: readonly string[], paper: LabelsTask['paper'], origin: string): Promise<Buffer> {
    const found = new Map((await this.database.getRepository(Mold).findBy({ id: In([...ids]) })).map((mold) => [mold.id, mold]));
    const labels = ids.map((id): LabelsTask['labels'][number] => {
      const mold = found.get(id);
      if (!mold) throw notFound('mold');
      const program = releaseProgram(mold.releaseProgramId);
      const { number, part, hand, customer, sections } = mold;
      return {
        number,
        part,
        hand,
        customer,
        sections,
        program: program?.name ?? '',
        caution: program?.caution ?? '',
        url: `${origin}/rack/${id}?pull`,
      };
    });
    return Buffer.from(await this.prints.run({ labels, paper }));
  }

  async onModuleDestroy(): Promise<void> {
    await this.prints.destroy();
  }
}
