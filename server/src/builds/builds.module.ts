import { Module } from '@nestjs/common';
import { CardsModule } from '../cards/cards.module.js';
import { MoldsModule } from '../molds/molds.module.js';
import { BuildsController } from './builds.controller.js';
import { BuildsService } from './builds.service.js';

@Module({ imports: [CardsModule, MoldsModule], controllers: [BuildsController], providers: [BuildsService], exports: [BuildsService] })
export class BuildsModule {}
