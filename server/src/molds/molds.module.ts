import { Module } from '@nestjs/common';
import { JudgingModule } from '../judging/judging.module.js';
import { ForecastsService } from './forecasts.service.js';
import { MoldsController } from './molds.controller.js';
import { MoldsService } from './molds.service.js';

@Module({ imports: [JudgingModule], controllers: [MoldsController], providers: [MoldsService, ForecastsService], exports: [MoldsService] })
export class MoldsModule {}
