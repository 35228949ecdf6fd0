import { Module } from '@nestjs/common';
import { CardsModule } from '../cards/cards.module.js';
import { JudgingModule } from '../judging/judging.module.js';
import { MoldsModule } from '../molds/molds.module.js';
import { BuildsController } from './builds.controller.js';
import { BuildsService } from './builds.service.js';

@Module({ imports: [CardsModule, JudgingModule, MoldsModule], controllers: [BuildsController], providers: [BuildsService], exports: [BuildsService] })
export class BuildsModule {}
