import { Module } from '@nestjs/common';
import { ChangesService } from './changes.service.js';
import { EventsController } from './events.controller.js';

@Module({ controllers: [EventsController], providers: [ChangesService], exports: [ChangesService] })
export class EventsModule {}
