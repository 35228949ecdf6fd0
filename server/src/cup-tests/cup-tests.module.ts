import { Module } from '@nestjs/common';
import { BuildsModule } from '../builds/builds.module.js';
import { CardsModule } from '../cards/cards.module.js';
import { CupTestsController } from './cup-tests.controller.js';
import { CupTestsService } from './cup-tests.service.js';
import { LaminateRecordsController } from './laminate-records.controller.js';
import { LaminateRecordsService } from './laminate-records.service.js';
import { StreamLimit } from '../wire/streams.js';

@Module({
  imports: [BuildsModule, CardsModule],
  controllers: [CupTestsController, LaminateRecordsController],
  providers: [CupTestsService, LaminateRecordsService, StreamLimit],
})
export class CupTestsModule {}
