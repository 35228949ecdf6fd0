import { Module } from '@nestjs/common';
import { CardsModule } from '../cards/cards.module.js';
import { JudgingModule } from '../judging/judging.module.js';
import { ExperienceService } from './experience.service.js';
import { LabelsService } from './labels.service.js';
import { MoldBookService } from './mold-book.service.js';
import { TreatmentsDueService } from './treatments-due.service.js';
import { ForecastsService } from './forecasts.service.js';
import { MoldsController } from './molds.controller.js';
import { MoldsService } from './molds.service.js';

@Module({
  imports: [CardsModule, JudgingModule],
  controllers: [MoldsController],
  providers: [MoldsService, ForecastsService, MoldBookService, TreatmentsDueService, LabelsService, ExperienceService],
  exports: [MoldsService, TreatmentsDueService],
})
export class MoldsModule {}
