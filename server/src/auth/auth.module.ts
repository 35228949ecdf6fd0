import { Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { DevicesModule } from '../devices/devices.module.js';
import { PeopleModule } from '../people/people.module.js';
import { AuthController } from './auth.controller.js';
import { AuthGuard } from './auth.guard.js';
import { SignInService } from './sign-in.service.js';
import { TriesService } from './tries.service.js';

/** Who is asking, what they may do, and how often they may try. The guard stands before every route. */
@Module({
  imports: [PeopleModule, DevicesModule],
  controllers: [AuthController],
  providers: [TriesService, SignInService, { provide: APP_GUARD, useClass: AuthGuard }],
})
export class AuthModule {}
