import { Module, type DynamicModule } from '@nestjs/common';
import { ThrottlerModule } from '@nestjs/throttler';
import { DataSource } from 'typeorm';
import { AuthModule } from './auth/auth.module.js';
import { PgThrottlerStorage } from './auth/pg-throttler-storage.js';
import { BuildsModule } from './builds/builds.module.js';
import { CardsModule } from './cards/cards.module.js';
import { ConfigModule } from './config.module.js';
import type { ServerConfig } from './config.js';
import { CupTestsModule } from './cup-tests/cup-tests.module.js';
import { DatabaseModule } from './database/database.module.js';
import { HealthController } from './health/health.controller.js';
import { MoldsModule } from './molds/molds.module.js';
import { PeopleModule } from './people/people.module.js';
import { TravelerModule } from './traveler/traveler.module.js';

const TRY_WINDOW_MS = 15 * 60 * 1000;
const TRIES = 10;

@Module({})
export class AppModule {
  static with(config: ServerConfig): DynamicModule {
    return {
      module: AppModule,
      imports: [
        ConfigModule.with(config),
        DatabaseModule.with(config.databaseUrl),
        ThrottlerModule.forRootAsync({
          inject: [DataSource],
          useFactory: (database: DataSource) => ({ throttlers: [{ ttl: TRY_WINDOW_MS, limit: TRIES }], storage: new PgThrottlerStorage(database) }),
        }),
        AuthModule,
        PeopleModule,
        CardsModule,
        CupTestsModule,
        BuildsModule,
        MoldsModule,
        TravelerModule,
      ],
      controllers: [HealthController],
    };
  }
}
