import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Patch, Post, Put, Query } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { readPens } from '@oakbell/core/log';
import { namingFault } from '@oakbell/core/naming';
import { ArrayMaxSize, IsArray, IsOptional } from 'class-validator';
import { Id, Parts, Problem, Text, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { PeopleService } from '../people/index.ts';
import type { PreferenceEntity, UnitEntity } from './course.entity.ts';
import { CoursesService, type CourseWithUnits } from './courses.service.ts';

export class PlaceNameDto {
  @Text({ min: 1, max: 120 }) name: string;
}
export class UnitDto {
  @Id() id: string;
  @Text() name: string;
  /** How many are in it, those that are put away left out. */
  @Whole() lessons: number;
}
export class ColleagueDto {
  @Id() id: string;
  @Text() name: string;
}
export class ColleaguesAskedDto {
  @Text({ max: 100, optional: true }) words?: string;
}
export class NewCourseTeacherDto {
  @Id() id: string;
}
export class CourseDto {
  @Id() id: string;
  @Text() name: string;
  @Parts(() => UnitDto) units: UnitDto[];
  /** Everybody who has it, whoever asks too. */
  @Parts(() => ColleagueDto) teachers: ColleagueDto[];
}
/** What is left out stays as it is. */
export class PreferencesDto {
  /** How new lessons are named: plain words with fields in braces. */
  @Text({ min: 1, max: 200, optional: true }) naming?: string;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(6)
  @ApiProperty({ type: 'array', required: false, items: { type: 'object', additionalProperties: true } })
  pens?: object[];
}

const unitDto = ({ id, name, lessons = 0 }: UnitEntity & { lessons?: number }): UnitDto => ({ id, name, lessons });
const courseDto = ({ course, units, teachers }: CourseWithUnits): CourseDto => ({
  id: course.id,
  name: course.name,
  units: units.map(unitDto),
  teachers: teachers.map(({ id, name }) => ({ id, name })),
});
const preferencesDto = ({ naming, pens }: PreferenceEntity): PreferencesDto => ({ naming, pens: [...pens] });

@ApiTags('courses')
@Controller('api')
export class CoursesController {
  constructor(
    private readonly courses: CoursesService,
    private readonly people: PeopleService,
  ) {}

  @Get('courses')
  @For('teacher')
  @ApiOkResponse({ type: [CourseDto] })
  async mine(@By() person: SignedIn): Promise<CourseDto[]> {
    return (await this.courses.of(person.id)).map(courseDto);
  }

  @Post('courses')
  @For('teacher')
  @ApiCreatedResponse({ type: CourseDto })
  async add(@By() person: SignedIn, @Body() body: PlaceNameDto): Promise<CourseDto> {
    const course = await this.courses.add(person.id, body.name);
    return courseDto({ course, units: [], teachers: [await this.people.get(person.id)] });
  }

  @Patch('courses/:id')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'course')
  @ApiNoContentResponse()
  async rename(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: PlaceNameDto,
  ): Promise<void> {
    await this.courses.renameCourse(id, body.name);
  }

  @Delete('courses/:id')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'course')
  @ApiNoContentResponse()
  async remove(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.courses.removeCourse(id);
  }

  /** Teachers of the school by their names, to share a course with. */
  @Get('colleagues')
  @For('teacher')
  @ApiOkResponse({ type: [ColleagueDto] })
  async colleagues(@By() person: SignedIn, @Query() { words = '' }: ColleaguesAskedDto): Promise<ColleagueDto[]> {
    const found = await this.people.search({ words, role: 'teacher', from: 0 });
    return found.people.flatMap(({ id, name, leftAt }) => (id === person.id || leftAt ? [] : [{ id, name }]));
  }

  @Post('courses/:id/teachers')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'course')
  @ApiNoContentResponse()
  async share(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewCourseTeacherDto): Promise<void> {
    await this.courses.addTeacher(id, body.id);
  }

  /** Oneself, or another teacher. */
  @Delete('courses/:id/teachers/:person')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'course')
  @ApiNoContentResponse()
  async leave(@Param('id', ParseUUIDPipe) id: string, @Param('person', ParseUUIDPipe) person: string): Promise<void> {
    await this.courses.removeTeacher(id, person);
  }

  @Post('courses/:id/units')
  @For('teacher')
  @May('teach', 'course')
  @ApiCreatedResponse({ type: UnitDto })
  async addUnit(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: PlaceNameDto,
  ): Promise<UnitDto> {
    return unitDto(await this.courses.addUnit(id, body.name));
  }

  @Patch('units/:id')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'unit')
  @ApiNoContentResponse()
  async renameUnit(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: PlaceNameDto,
  ): Promise<void> {
    await this.courses.renameUnit(id, body.name);
  }

  @Delete('units/:id')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'unit')
  @ApiNoContentResponse()
  async removeUnit(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.courses.removeUnit(id);
  }

  @Get('preferences')
  @For('teacher')
  @ApiOkResponse({ type: PreferencesDto })
  async preferences(@By() person: SignedIn): Promise<PreferencesDto> {
    return preferencesDto(await this.courses.preferencesOf(person.id));
  }

  @Put('preferences')
  @For('teacher')
  @ApiOkResponse({ type: PreferencesDto })
  async setPreferences(@By() person: SignedIn, @Body() { naming, pens }: PreferencesDto): Promise<PreferencesDto> {
    const fault = naming === undefined ? null : namingFault(naming);
    if (fault)
      throw new Problem(422, 'bad-naming', `The pattern has no field {${fault}}. The old pattern is still in use.`);
    const read = pens === undefined ? undefined : readPens(pens);
    if (read === null) throw new Problem(422, 'bad-pens', 'These pens cannot be used. The old ones are still there.');
    const change = { ...(naming !== undefined ? { naming } : {}), ...(read ? { pens: read } : {}) };
    return preferencesDto(await this.courses.setPreferences(person.id, change));
  }
}
