import { Module } from '@nestjs/common';
import { BuildsModule } from '../builds/builds.module.js';
import { CardsModule } from '../cards/cards.module.js';
import { JudgingModule } from '../judging/judging.module.js';
import { TravelerController } from './traveler.controller.js';
import { TravelerService } from './traveler.service.js';

@Module({ imports: [BuildsModule, CardsModule, JudgingModule], controllers: [TravelerController], providers: [TravelerService] })
export class TravelerModule {}
