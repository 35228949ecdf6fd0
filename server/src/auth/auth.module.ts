import { Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { PeopleModule } from '../people/people.module.js';
import { AuthController } from './auth.controller.js';
import { AuthGuard } from './auth.guard.js';
import { PgThrottlerStorage } from './pg-throttler-storage.js';

/** Who is asking, and how often they may try. The guard stands before every route. */
@Module({
  imports: [PeopleModule],
  controllers: [AuthController],
  providers: [PgThrottlerStorage, { provide: APP_GUARD, useClass: AuthGuard }],
})
export class AuthModule {}
