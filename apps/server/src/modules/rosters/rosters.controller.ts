import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  UploadedFiles,
} from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { ReceivesFiles, withFiles, type UploadedFile } from '../files/index.ts';
import { PeopleService } from '../people/index.ts';
import type { RosterEntity } from './roster.entity.ts';
import { DecisionsDto, ReadingDto, RosterDto, rosterDto, WholeRosterDto, wholeRosterDto } from './rosters.dto.ts';
import { RostersService } from './rosters.service.ts';

/** People and classes out of files that other programs write. */
@ApiTags('rosters')
@Controller('api/rosters')
export class RostersController {
  constructor(
    private readonly rosters: RostersService,
    private readonly people: PeopleService,
  ) {}

  /** The newest first. */
  @Get()
  @For('keeper')
  @ApiOkResponse({ type: [RosterDto] })
  async list(): Promise<RosterDto[]> {
    const rows = await this.rosters.list();
    const people = await this.people.byIds(rows.map((one) => one.byId));
    const until = await this.rosters.newestBackUntil();
    return rows.map((one) => rosterDto(one, people.get(one.byId)?.name ?? '', until.get(one.id) ?? null));
  }

  @Post()
  @ReceivesFiles()
  @For('keeper')
  @ApiCreatedResponse({ type: WholeRosterDto })
  async bring(@By() { id }: SignedIn, @UploadedFiles() files: UploadedFile[]): Promise<WholeRosterDto> {
    return withFiles(files, async (received) => this.#dto(await this.rosters.bring(id, received)));
  }

  @Get(':id')
  @For('keeper')
  @May('keep', 'roster')
  @ApiOkResponse({ type: WholeRosterDto })
  async one(@Param('id', ParseUUIDPipe) id: string): Promise<WholeRosterDto> {
    return this.#dto(await this.rosters.one(id));
  }

  /** Puts away what was not applied. */
  @Delete(':id')
  @HttpCode(204)
  @For('keeper')
  @May('keep', 'roster')
  @ApiNoContentResponse()
  async discard(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.rosters.discard(id);
  }

  /** Confirms what the columns of a list hold; a plan follows. */
  @Put(':id/reading')
  @HttpCode(204)
  @For('keeper')
  @May('keep', 'roster')
  @ApiNoContentResponse()
  async setReading(
    @By() by: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ReadingDto,
  ): Promise<void> {
    await this.rosters.setReading(id, by.id, body);
  }

  /** Has the plan done that was seen. */
  @Post(':id/apply')
  @HttpCode(204)
  @For('keeper')
  @May('keep', 'roster')
  @ApiNoContentResponse()
  async apply(@By() by: SignedIn, @Param('id', ParseUUIDPipe) id: string, @Body() body: DecisionsDto): Promise<void> {
    await this.rosters.apply(id, by.id, body);
  }

  /** Takes it back, for a day. */
  @Post(':id/take-back')
  @HttpCode(204)
  @For('keeper')
  @May('keep', 'roster')
  @ApiNoContentResponse()
  async takeBack(@By() by: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.rosters.takeBack(id, by.id);
  }

  async #dto(row: RosterEntity): Promise<WholeRosterDto> {
    const by = (await this.people.one(row.byId))?.name ?? '';
    return wholeRosterDto(row, by, await this.rosters.canBeTakenBackUntil(row));
  }
}
