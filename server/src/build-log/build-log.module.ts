import { Module } from '@nestjs/common';
import { CardsModule } from '../cards/cards.module.js';
import { BuildLogController } from './build-log.controller.js';
import { BuildLogService } from './build-log.service.js';

@Module({ imports: [CardsModule], controllers: [BuildLogController], providers: [BuildLogService], exports: [BuildLogService] })
export class BuildLogModule {}
