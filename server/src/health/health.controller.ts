import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { DataSource } from 'typeorm';
import { Needs } from '../auth/needs.js';
import { ProblemException } from '../errors/problem.js';

export class HealthDto {
  @ApiProperty() status: string;
}

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(private readonly database: DataSource) {}

  @Get()
  @Needs('nothing')
  @ApiOkResponse({ type: HealthDto })
  async health(): Promise<HealthDto> {
    try {
      await this.database.query('select 1');
    } catch {
      throw new ProblemException(503, 'database-away', 'The database does not answer.');
    }
    return { status: 'ok' };
  }
}
