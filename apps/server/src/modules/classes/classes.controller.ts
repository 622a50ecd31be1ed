import { LONGEST_CLASS, LONGEST_COURSE, LONGEST_SIGN_IN_NAME, MOST_NAMES } from '@oakbell/core/people';
import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Patch,
  Post,
  Put,
  Req,
  Res,
} from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { ArrayMaxSize, ArrayMinSize } from 'class-validator';
import type { Request, Response } from 'express';
import { Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import {
  AccommodationsService,
  NeedsDto,
  NewPersonDto,
  PasswordsService,
  PeopleService,
  type Needs,
  RosterPersonDto,
  rosterPersonDto,
} from '../people/index.ts';
import type { SchoolClassEntity } from './class.entity.ts';
import { ClassesService } from './classes.service.ts';
import { GroupDto } from './groups.controller.ts';
import { GroupsService } from './groups.service.ts';
import { JoinCodeDto } from './joining.controller.ts';
import { JoiningService } from './joining.service.ts';
import { MembersService } from './members.service.ts';
import { slipsPdf } from './slips.ts';

export class NewClassDto {
  @Text({ min: 1, max: LONGEST_CLASS }) name: string;
  @Text({ max: LONGEST_COURSE }) course: string;
}
export class ClassFactsDto extends NewClassDto {
  /** The term it is in; null for none, and as it was when left out. */
  @Id({ optional: true, nullable: true }) termId?: string | null;
}
export class ClassDto extends NewClassDto {
  @Id() id: string;
  @Whole() learners: number;
  @Id({ nullable: true }) termId: string | null;
  /** The name of its term; null for none. */
  @Text({ nullable: true }) term: string | null;
}
export class ClassLearnerDto extends RosterPersonDto {
  /** What they need, for those who teach them; null for everybody else, and for nothing. */
  @Part(() => NeedsDto, { nullable: true }) needs: NeedsDto | null;
}
export class AskingDto {
  @Id() id: string;
  @Text() name: string;
  @When() at: string;
}
export class ClassWithPeopleDto extends ClassDto {
  @Parts(() => ClassLearnerDto) roster: ClassLearnerDto[];
  @Parts(() => GroupDto) groups: GroupDto[];
  /** By which learners can ask to join; null while nobody can. */
  @Part(() => JoinCodeDto, { nullable: true }) joinCode: JoinCodeDto | null;
  /** Who has asked, longest first. */
  @Parts(() => AskingDto) asking: AskingDto[];
  @Parts(() => RosterPersonDto) teachers: RosterPersonDto[];
}
export class NewLearnersDto {
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_NAMES)
  @Parts(() => NewPersonDto)
  learners: NewPersonDto[];
}
export class AddedLearnersDto {
  /** Who was taken in, and who was there already and joined. */
  @Parts(() => RosterPersonDto) added: RosterPersonDto[];
  @Parts(() => RosterPersonDto) joined: RosterPersonDto[];
}
export class BackDto {
  /** Brings them back, for half an hour. */
  @Text({ min: 1, max: 100 }) back: string;
}
export class CoTeacherDto {
  @Text({ min: 1, max: LONGEST_SIGN_IN_NAME }) signInName: string;
}

const needsDto = (needs: Needs | undefined): NeedsDto | null =>
  needs ? { captions: needs.captions, largerText: needs.largerText, extraTime: needs.extraTime } : null;

const classDto = (
  { id, name, course, termId }: SchoolClassEntity,
  learners: number,
  terms: ReadonlyMap<string, string> = new Map(),
): ClassDto => ({ id, name, course, learners, termId, term: termId === null ? null : (terms.get(termId) ?? null) });

@ApiTags('classes')
@Controller('api/classes')
export class ClassesController {
  constructor(
    private readonly classes: ClassesService,
    private readonly members: MembersService,
    private readonly people: PeopleService,
    private readonly passwords: PasswordsService,
    private readonly joining: JoiningService,
    private readonly accommodations: AccommodationsService,
    private readonly groups: GroupsService,
  ) {}

  /** A teacher's own classes; all of the school for whoever keeps it. */
  @Get()
  @For('teacher', 'keeper')
  @ApiOkResponse({ type: [ClassDto] })
  async mine(@By() { id, role }: SignedIn): Promise<ClassDto[]> {
    const classes = role === 'keeper' ? await this.classes.all() : await this.classes.of(id, 'teacher');
    const counts = await this.classes.learnerCounts(classes.map((one) => one.id));
    const terms = await this.classes.termNames(classes);
    return classes.map((one) => classDto(one, counts.get(one.id) ?? 0, terms));
  }

  @Post()
  @For('teacher', 'keeper')
  @ApiCreatedResponse({ type: ClassDto })
  async add(@By() { id, role }: SignedIn, @Body() { name, course }: NewClassDto): Promise<ClassDto> {
    const made = await this.classes.add(name.trim(), course.trim());
    if (role === 'teacher') await this.classes.join(made.id, id, 'teacher');
    return classDto(made, 0);
  }

  @Get(':id')
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiOkResponse({ type: ClassWithPeopleDto })
  async one(@By() by: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<ClassWithPeopleDto> {
    const found = await this.classes.get(id);
    const { learners: roster, teachers } = await this.members.of(id);
    const isKept = by.role === 'keeper';
    const needs = isKept ? new Map<string, Needs>() : await this.accommodations.ofAll(roster.map((one) => one.id));
    const asking = await this.joining.askingFor(id);
    const groups = await this.groups.of(id);
    const { joinCode: code, joinUntil: until } = found;
    return {
      ...classDto(found, roster.length, await this.classes.termNames([found])),
      roster: roster.map((one) => ({ ...rosterPersonDto(one), needs: needsDto(needs.get(one.id)) })),
      groups: groups.map((group) => ({ ...group, members: [...group.members] })),
      joinCode: code && until && until > new Date() ? { code, until: until.toISOString() } : null,
      asking: asking.map(({ at, ...one }) => ({ ...one, at: at.toISOString() })),
      teachers: teachers.map(rosterPersonDto),
    };
  }

  @Patch(':id')
  @HttpCode(204)
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiNoContentResponse()
  async describe(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { name, course, termId }: ClassFactsDto,
  ): Promise<void> {
    await this.classes.describe(id, {
      name: name.trim(),
      course: course.trim(),
      ...(termId === undefined ? {} : { termId }),
    });
  }

  @Delete(':id')
  @HttpCode(204)
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiNoContentResponse()
  async remove(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.classes.remove(id);
  }

  /** Learners by name. Whoever is named by a sign-in name that is there already joins. */
  @Post(':id/learners')
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiCreatedResponse({ type: AddedLearnersDto })
  async addLearners(
    @By() by: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { learners }: NewLearnersDto,
  ): Promise<AddedLearnersDto> {
    const { added, joined } = await this.members.addLearners(id, learners, by);
    return { added: added.map(rosterPersonDto), joined: joined.map(rosterPersonDto) };
  }

  @Post(':id/teachers')
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiCreatedResponse({ type: RosterPersonDto })
  async addTeacher(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { signInName }: CoTeacherDto,
  ): Promise<RosterPersonDto> {
    return rosterPersonDto(await this.members.addTeacher(id, signInName));
  }

  /** Out of the class; what they have done stays theirs. */
  @Delete(':id/members/:person')
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiOkResponse({ type: BackDto })
  async leave(
    @By() by: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('person', ParseUUIDPipe) person: string,
  ): Promise<BackDto> {
    return { back: await this.members.leave(id, person, by) };
  }

  /** Takes it back that somebody was let go. */
  @Put(':id/members/:person')
  @HttpCode(204)
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiNoContentResponse()
  async bringBack(
    @By() by: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('person', ParseUUIDPipe) person: string,
    @Body() { back }: BackDto,
  ): Promise<void> {
    await this.members.bringBack(id, person, back, by);
  }

  /** A page of ten slips after the other, for each learner who still signs in with a first password. */
  @Get(':id/slips')
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiProduces('application/pdf')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async slips(
    @Param('id', ParseUUIDPipe) id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const { name } = await this.classes.get(id);
    const { learners } = await this.members.of(id);
    const slips = learners.flatMap((one) => {
      const password = this.passwords.firstPasswordOf(one);
      return password ? [{ name: one.name, signInName: one.signInName, password }] : [];
    });
    const address = `${request.protocol}://${request.get('host') ?? ''}`;
    response.setHeader('Content-Type', 'application/pdf');
    response.setHeader('Content-Disposition', 'inline; filename="slips.pdf"');
    response.setHeader('Cache-Control', 'no-store');
    response.end(await slipsPdf({ className: name, address, slips }));
  }
}
