import { Module } from '@nestjs/common';
import { ChangesService } from './changes.service.js';
import { EventsController } from './events.controller.js';

@Module({ controllers: [EventsController], providers: [ChangesService] })
export class EventsModule {}
