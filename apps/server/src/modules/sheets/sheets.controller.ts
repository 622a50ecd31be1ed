import { Body, Controller, Get, Param, ParseUUIDPipe, Post, Put, UploadedFiles } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Once } from '../../platform/acts/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentsService } from '../assignments/index.ts';
import { ReceivesFiles, withFiles, type UploadedFile } from '../files/index.ts';
import { HandInDto, ShownHandIn } from '../submissions/index.ts';
import { LearnerSheets } from './learnerSheets.service.ts';
import {
  BegunSheetDto,
  LookedOnSheetDto,
  SheetDto,
  SheetPartDto,
  SheetPictureDto,
  SheetSavedDto,
} from './sheets.dto.ts';

/** What learners write on worksheets. */
@ApiTags('worksheets')
@Controller('api/assignments/:id')
export class SheetsController {
  constructor(
    private readonly sheets: LearnerSheets,
    private readonly assignments: AssignmentsService,
    private readonly handIns: ShownHandIn,
  ) {}

  @Get('sheet')
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: SheetDto })
  async mine(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<SheetDto> {
    return this.sheets.shown(person, id, person.id);
  }

  /** Saves a part of what is written; sent again it is kept once. */
  @Post('sheet/parts')
  @For('learner')
  @May('learn', 'assignment')
  @ApiCreatedResponse({ type: SheetSavedDto })
  async save(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() part: SheetPartDto,
  ): Promise<SheetSavedDto> {
    const at = await this.sheets.save(person, await this.assignments.get(id), part);
    return { savedAt: at.toISOString() };
  }

  @Post('sheet/pictures')
  @ReceivesFiles()
  @For('learner')
  @May('learn', 'assignment')
  @ApiCreatedResponse({ type: [SheetPictureDto] })
  async bring(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() files: UploadedFile[],
  ): Promise<SheetPictureDto[]> {
    const assignment = await this.assignments.get(id);
    return withFiles(files, (received) => this.sheets.bring(person, assignment, received));
  }

  /** Hands in the worksheet as it is now; it can be written on and handed in again until it is marked. */
  @Put('hand-in/sheet')
  @Once()
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: HandInDto })
  async handIn(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<HandInDto> {
    const assignment = await this.assignments.get(id);
    return this.handIns.dto(person, assignment, await this.sheets.handIn(person, assignment));
  }

  /** Who has begun to write. */
  @Get('sheets')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: [BegunSheetDto] })
  async begun(@Param('id', ParseUUIDPipe) id: string): Promise<BegunSheetDto[]> {
    return this.sheets.begun(await this.assignments.get(id));
  }

  /** The sheet of one of them, as it is now. */
  @Get('sheets/:learner')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: LookedOnSheetDto })
  async lookOn(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('learner', ParseUUIDPipe) learner: string,
  ): Promise<LookedOnSheetDto> {
    return this.sheets.lookedOn(person, id, learner);
  }
}
