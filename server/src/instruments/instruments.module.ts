import { Module } from '@nestjs/common';
import { BuildLogModule } from '../build-log/build-log.module.js';
import { EventsModule } from '../events/events.module.js';
import { InstrumentLines } from './instrument-lines.js';
import { InstrumentsController } from './instruments.controller.js';
import { InstrumentsService } from './instruments.service.js';
import { LiveReadings } from './live-readings.service.js';
import { WatchesService } from './watches.service.js';

@Module({
  imports: [BuildLogModule, EventsModule],
  controllers: [InstrumentsController],
  providers: [InstrumentsService, LiveReadings, WatchesService, InstrumentLines],
})
export class InstrumentsModule {}
