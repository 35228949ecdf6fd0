import { Injectable } from '@nestjs/common';
import { treatmentEvenings, type DueMold, type DueTreatment } from '@pentimento/core/service';
import { addDays, format } from 'date-fns';
import { DataSource, IsNull, Not } from 'typeorm';
import { calendarText, type CalendarEntry } from '../wire/calendar-text.js';
import { ForecastsService } from './forecasts.service.js';
import { Mold } from './mold.entity.js';
import type { TreatmentsDueDto } from './molds.dto.js';

const DAY = 'yyyy-MM-dd';
/** When the tools are put down, and what one mold takes (assumed). */
const EVENING_HOUR = 17;
const MINUTES_EACH = 20;

/** Treatments that the rack will need, put together so that one evening does many. */
@Injectable()
export class TreatmentsDueService {
  constructor(
    private readonly database: DataSource,
    private readonly forecasts: ForecastsService,
  ) {}

  async due(): Promise<TreatmentsDueDto> {
    const [{ older, molds: foretold }, molds] = await Promise.all([
      this.forecasts.paces(),
      this.database.getRepository(Mold).find({ where: { standing: Not(IsNull()) } }),
    ]);
    const byId = new Map(molds.map((mold) => [mold.id, mold]));
    const asked = molds.flatMap(({ id, releaseProgramId, standing }): DueMold[] => {
      const known = foretold.get(id);
      return standing
        ? [{ id, programId: releaseProgramId, standing, pullsPerDay: known?.pullsPerDay ?? null, pullsLeft: known ? known.pullsLeft.p50 : null }]
        : [];
    });
    const { evenings, withoutPace } = treatmentEvenings(asked);
    const today = new Date();
    const dayOf = (days: number): string => format(addDays(today, days), DAY);
    const told = ({ id, kind, pullsLeft, latestDay, reason }: DueTreatment): TreatmentsDueDto['withoutPace'] => {
      const mold = byId.get(id);
      if (!mold) return [];
      const { number, part, releaseProgramId } = mold;
      return [{ id, number, part, releaseProgramId, kind, pullsLeft, until: latestDay === null ? null : dayOf(Math.floor(latestDay)), reason }];
    };
    return {
      evenings: evenings.map(({ day, treatments }) => ({ day: dayOf(day), treatments: treatments.flatMap(told) })),
      withoutPace: withoutPace.flatMap(told),
      older,
    };
  }

  /** The same for a calendar: an entry for each evening. */
  async calendar(origin: string): Promise<string> {
    const { evenings } = await this.due();
    const entries = evenings.map(({ day, treatments }): CalendarEntry => {
      const [year, month, date] = day.split('-').map(Number);
      return {
        key: `treatments-${day}`,
        title: `Release treatments: ${String(treatments.length)} ${treatments.length === 1 ? 'mold' : 'molds'}`,
        start: [year, month, date, EVENING_HOUR, 0],
        minutes: MINUTES_EACH * treatments.length,
        description: treatments
          .map(({ number, part, kind, reason }) => `${number} ${part}: ${kind === 'full' ? 'strip and treat' : 'touch up'}. ${reason}`)
          .join('\n'),
        url: `${origin}/rack/treatments`,
      };
    });
    return calendarText('Release treatments', entries);
  }
}
