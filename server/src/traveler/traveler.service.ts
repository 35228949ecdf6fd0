import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Sibling } from '@pentimento/core/design';
import { worstLevel } from '@pentimento/core/judging';
import type { CardLibrary } from '@pentimento/core/plan';
import { makeMoldTraveler, type MoldTraveler } from '@pentimento/core/traveler';
import type { UnitSystem } from '@pentimento/core/units';
import { Repository } from 'typeorm';
import { BuildsService, type BuildWithPlan } from '../builds/builds.service.js';
import { CardsService } from '../cards/cards.service.js';
import { Mold } from '../molds/mold.entity.js';
import { toDataURL } from 'qrcode';
import { calendarOf } from './calendar.js';
import { printPdf } from './print-pdf.js';
import { travelerDocument, type Paper } from './traveler-document.js';

interface Computed {
  readonly found: BuildWithPlan;
  readonly traveler: MoldTraveler;
  readonly cards: CardLibrary;
}

/** Sheets and calendars of a saved plan; nothing unsaved goes on the wall. */
@Injectable()
export class TravelerService {
  constructor(
    private readonly builds: BuildsService,
    private readonly cards: CardsService,
    @InjectRepository(Mold) private readonly molds: Repository<Mold>,
  ) {}

  async pdf(buildId: string, paper: Paper, system: UnitSystem, origin: string): Promise<{ name: string; bytes: Buffer }> {
    const { found, traveler, cards } = await this.compute(buildId);
    const { build, version } = found;
    const url = `${origin}/builds/${build.id}`;
    const head = {
      name: build.name,
      part: build.part,
      version: version.number,
      madeBy: version.madeBy.name,
      worst: traveler.objections.some(({ level }) => level === 'stop') ? ('stop' as const) : worstLevel(traveler.verdicts),
      url,
      qr: await toDataURL(url, { margin: 0, width: 280 }),
    };
    return { name: build.name, bytes: await printPdf(travelerDocument(traveler, head, { system, cards }, paper)) };
  }

  async calendar(buildId: string, origin: string): Promise<{ name: string; text: string }> {
    const { found, traveler } = await this.compute(buildId);
    const { build } = found;
    return { name: build.name, text: calendarOf(build.name, build.id, traveler, `${origin}/builds/${build.id}`) };
  }

  private async compute(buildId: string): Promise<Computed> {
    const found = await this.builds.get(buildId);
    const { plan } = found.version.read();
    const cards = await this.cards.libraryFor(plan);
    return { found, cards, traveler: makeMoldTraveler(plan, cards, await this.siblings(found)) };
  }

  /** Other builds and molds of the same part, with their hands. */
  private async siblings({ build }: BuildWithPlan): Promise<Sibling[]> {
    const builds = (await this.builds.list()).filter((one) => one.build.part === build.part && one.build.id !== build.id);
    const molds = await this.molds.findBy({ part: build.part });
    return [
      ...builds.map(({ build: { name }, version }): Sibling => ({ name, hand: version.read().plan.mold.intake?.hand ?? 'none' })),
      ...molds.filter(({ buildId }) => buildId === null).map(({ number, hand }): Sibling => ({ name: number, hand })),
    ];
  }
}
