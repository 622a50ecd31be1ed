import { Controller, Get, Module } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { DataSource } from 'typeorm';
import { Choice, Problem } from '../http/index.ts';
import { ForAnyone } from '../sessions/index.ts';

export class HealthDto {
  @Choice(['up']) state: 'up';
}

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(private readonly database: DataSource) {}

  @Get('live')
  @ForAnyone()
  @ApiOkResponse({ type: HealthDto })
  live(): HealthDto {
    return { state: 'up' };
  }

  /** Ready means: the database answers. */
  @Get('ready')
  @ForAnyone()
  @ApiOkResponse({ type: HealthDto })
  async ready(): Promise<HealthDto> {
    await this.database.query('SELECT 1').catch(() => {
      throw new Problem(503, 'database-away', 'The database cannot be reached.');
    });
    return { state: 'up' };
  }
}

@Module({ controllers: [HealthController] })
export class HealthModule {}
