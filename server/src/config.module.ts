import { Global, Module, type DynamicModule } from '@nestjs/common';
import { SERVER_CONFIG, type ServerConfig } from './config.js';

/** What the environment decided, for every feature. */
@Global()
@Module({})
export class ConfigModule {
  static with(config: ServerConfig): DynamicModule {
    return { module: ConfigModule, providers: [{ provide: SERVER_CONFIG, useValue: config }], exports: [SERVER_CONFIG] };
  }
}
