import { Global, Module, type DynamicModule } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { dataSourceOptions } from './data-source.js';
import { KeptAnswers } from '../wire/same-answer.js';
import { entities } from './entities.js';

/** The connection and a repository per entity, for every feature. */
@Global()
@Module({})
export class DatabaseModule {
  static with(url: string): DynamicModule {
    return {
      module: DatabaseModule,
      imports: [TypeOrmModule.forRoot(dataSourceOptions(url)), TypeOrmModule.forFeature(entities)],
      providers: [KeptAnswers],
      exports: [TypeOrmModule, KeptAnswers],
    };
  }
}
