import { Module, type DynamicModule } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { ThrottlerModule } from '@nestjs/throttler';
import { TypeOrmModule } from '@nestjs/typeorm';
import { DataSource } from 'typeorm';
import { AuthController } from './auth/auth.controller.js';
import { AuthGuard } from './auth/auth.guard.js';
import { PgThrottlerStorage } from './auth/pg-throttler-storage.js';
import { Build } from './builds/build.entity.js';
import { BuildVersion } from './builds/build-version.entity.js';
import { BuildsController } from './builds/builds.controller.js';
import { BuildsService } from './builds/builds.service.js';
import { CardVersion } from './cards/card-version.entity.js';
import { CardsController } from './cards/cards.controller.js';
import { CardsService } from './cards/cards.service.js';
import { CupTest } from './cup-tests/cup-test.entity.js';
import { CupTestsController } from './cup-tests/cup-tests.controller.js';
import { CupTestsService } from './cup-tests/cup-tests.service.js';
import { LaminateRecord } from './cup-tests/laminate-record.entity.js';
import { LaminateRecordsController } from './cup-tests/laminate-records.controller.js';
import { LaminateRecordsService } from './cup-tests/laminate-records.service.js';
import { SERVER_CONFIG, type ServerConfig } from './config.js';
import { dataSourceOptions } from './database/data-source.js';
import { HealthController } from './health/health.controller.js';
import { Mold } from './molds/mold.entity.js';
import { MoldsController } from './molds/molds.controller.js';
import { MoldsService } from './molds/molds.service.js';
import { Pull, Treatment } from './molds/service-records.entity.js';
import { PeopleController } from './people/people.controller.js';
import { PeopleService } from './people/people.service.js';
import { Person } from './people/person.entity.js';
import { TravelerController } from './traveler/traveler.controller.js';
import { TravelerService } from './traveler/traveler.service.js';

const TRY_WINDOW_MS = 15 * 60 * 1000;
const TRIES = 10;

@Module({})
export class AppModule {
  static with(config: ServerConfig): DynamicModule {
    return {
      module: AppModule,
      imports: [
        TypeOrmModule.forRoot(dataSourceOptions(config.databaseUrl)),
        TypeOrmModule.forFeature([Person, Build, BuildVersion, CardVersion, CupTest, LaminateRecord, Mold, Pull, Treatment]),
        ThrottlerModule.forRootAsync({
          inject: [DataSource],
          useFactory: (database: DataSource) => ({ throttlers: [{ ttl: TRY_WINDOW_MS, limit: TRIES }], storage: new PgThrottlerStorage(database) }),
        }),
      ],
      controllers: [
        AuthController,
        PeopleController,
        BuildsController,
        CardsController,
        CupTestsController,
        LaminateRecordsController,
        MoldsController,
        TravelerController,
        HealthController,
      ],
      providers: [
        PeopleService,
        PgThrottlerStorage,
        BuildsService,
        CardsService,
        CupTestsService,
        LaminateRecordsService,
        MoldsService,
        TravelerService,
        { provide: SERVER_CONFIG, useValue: config },
        { provide: APP_GUARD, useClass: AuthGuard },
      ],
    };
  }
}
