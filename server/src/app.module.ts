import { Module, type DynamicModule } from '@nestjs/common';
import { AuthModule } from './auth/auth.module.js';
import { BuildLogModule } from './build-log/build-log.module.js';
import { BuildsModule } from './builds/builds.module.js';
import { CardsModule } from './cards/cards.module.js';
import { ConfigModule } from './config.module.js';
import type { ServerConfig } from './config.js';
import { CupTestsModule } from './cup-tests/cup-tests.module.js';
import { DatabaseModule } from './database/database.module.js';
import { DevicesModule } from './devices/devices.module.js';
import { EventsModule } from './events/events.module.js';
import { FeedsModule } from './feeds/feeds.module.js';
import { HealthController } from './health/health.controller.js';
import { InstrumentsModule } from './instruments/instruments.module.js';
import { LotsModule } from './lots/lots.module.js';
import { MoldsModule } from './molds/molds.module.js';
import { OpenApiController } from './openapi.controller.js';
import { PeopleModule } from './people/people.module.js';
import { PhotosModule } from './photos/photos.module.js';
import { ShopPlansModule } from './shop-plans/shop-plans.module.js';
import { ShopModule } from './shop/shop.module.js';
import { TravelerModule } from './traveler/traveler.module.js';

@Module({})
export class AppModule {
  static with(config: ServerConfig): DynamicModule {
    return {
      module: AppModule,
      imports: [
        ConfigModule.with(config),
        DatabaseModule.with(config.databaseUrl),
        AuthModule,
        PeopleModule,
        DevicesModule,
        CardsModule,
        CupTestsModule,
        BuildsModule,
        BuildLogModule,
        LotsModule,
        InstrumentsModule,
        PhotosModule,
        MoldsModule,
        TravelerModule,
        ShopModule,
        FeedsModule,
        ShopPlansModule,
        EventsModule,
      ],
      controllers: [HealthController, OpenApiController],
    };
  }
}
