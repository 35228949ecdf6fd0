import { Module } from '@nestjs/common';
import { CardsModule } from '../cards/cards.module.js';
import { JudgmentsService } from './judgments.service.js';
import { LoggedBuildsService } from './logged-builds.service.js';
import { ThreadsService } from './threads.service.js';

@Module({
  imports: [CardsModule],
  providers: [ThreadsService, JudgmentsService, LoggedBuildsService],
  exports: [ThreadsService, JudgmentsService, LoggedBuildsService],
})
export class JudgingModule {}
