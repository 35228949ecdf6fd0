import { Module } from '@nestjs/common';
import { AccountsService } from './accounts.service.js';
import { Hasher } from './hash-budget.js';
import { PeopleController } from './people.controller.js';
import { PeopleService } from './people.service.js';

@Module({ controllers: [PeopleController], providers: [PeopleService, AccountsService, Hasher], exports: [PeopleService] })
export class PeopleModule {}
