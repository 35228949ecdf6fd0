import { isStepEntry, readingsOf, type StepEntry } from '@pentimento/core/log';
import { zonesOfPlan, type MoldSaying } from '@pentimento/core/mold';
import { sectionOfStep } from '@pentimento/core/steps';
import type { PlanDocument } from '@pentimento/core/plan';
import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { StepLogEntry } from '../build-log/step-entry.entity.js';
import type { Person } from '../people/person.entity.js';
import { StoredMoldEntry } from './mold-entry.entity.js';

interface HandOver {
  readonly buildId: string;
  readonly moldId: string;
  readonly plan: PlanDocument;
  readonly by: Person;
}

/** What a build hands to its mold: its zones, and what was found on it, each with who found it and when. */
export async function handOver(tx: EntityManager, { buildId, moldId, plan, by }: HandOver): Promise<void> {
  const zones: MoldSaying = { kind: 'zones', data: { zones: zonesOfPlan(plan) } };
  const common = { moldId, reverses: null };
  await tx.insert(StoredMoldEntry, { ...common, ...zones, id: randomUUID(), at: new Date(), note: '', madeById: by.id });
  const rows = await tx.find(StepLogEntry, { where: { buildId } });
  const authors = new Map(rows.map(({ id, madeById }) => [id, madeById]));
  const entries = rows.flatMap((row): StepEntry[] => {
    const line = { ...row, at: row.at.toISOString(), madeBy: '' };
    return isStepEntry(line) ? [line] : [];
  });
  for (const finding of readingsOf(entries, 'finding')) {
    const { what, sizeMm, zone, photoId, x, y } = finding.data;
    const section = sectionOfStep(plan, finding.stepId) ?? plan.sections[0];
    const saying: MoldSaying = {
      kind: 'finding',
      data: {
        what,
        depth: 'first color',
        ...(sizeMm === null ? {} : { sizeMm }),
        zone: zone === undefined || zone === '' ? section.id : `${section.id}:${zone}`.slice(0, 60),
        ...(photoId === undefined ? {} : { photoId }),
        ...(x === undefined || y === undefined ? {} : { x, y }),
      },
    };
    await tx.insert(StoredMoldEntry, {
      ...common,
      ...saying,
      id: randomUUID(),
      at: new Date(finding.at),
      note: finding.note,
      madeById: authors.get(finding.id) ?? by.id,
    });
  }
}
