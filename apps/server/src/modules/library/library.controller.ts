import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Query } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { pictureKey } from '@oakbell/core/media';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May, MediaService } from '../access/index.ts';
import { AboutLessonService } from './aboutLesson.service.ts';
import {
  AboutLessonDto,
  CopiedDto,
  LibraryAskedDto,
  LibraryChangeDto,
  LibraryDto,
  TagDto,
  type LibraryRowDto,
} from './library.dto.ts';
import { LibraryService, type LibraryRow } from './library.service.ts';
import { ShelvesService } from './shelves.service.ts';

/** The lessons in a teacher's hands: their own, and those of the courses they share. */
@ApiTags('library')
@Controller('api')
export class LibraryController {
  constructor(
    private readonly library: LibraryService,
    private readonly shelves: ShelvesService,
    private readonly about: AboutLessonService,
    private readonly media: MediaService,
  ) {}

  @Get('library')
  @For('teacher')
  @ApiOkResponse({ type: LibraryDto })
  async of(@By() person: SignedIn, @Query() asked: LibraryAskedDto): Promise<LibraryDto> {
    const { rows, next, more } = await this.library.of(person.id, asked);
    return { lessons: await Promise.all(rows.map((row) => this.#row(person, row))), next, more };
  }

  @Get('library/tags')
  @For('teacher')
  @ApiOkResponse({ type: [TagDto] })
  async tags(@By() person: SignedIn): Promise<TagDto[]> {
    return [...(await this.library.tagsOf(person.id))];
  }

  /** The same for many lessons at once, or for none of them. */
  @Post('library/changes')
  @HttpCode(204)
  @For('teacher')
  @May('own', 'lesson', { body: 'ids' })
  @May('teach', 'unit', { body: 'unitId' })
  @ApiNoContentResponse()
  async change(@Body() { ids, ...change }: LibraryChangeDto): Promise<void> {
    await this.shelves.change([...new Set(ids)], change);
  }

  @Get('lessons/:id/about')
  @For('teacher')
  @May('see', 'lesson')
  @May('give', 'lesson')
  @ApiOkResponse({ type: AboutLessonDto })
  async aboutOne(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<AboutLessonDto> {
    const { uses, elsewhere, playedIn, bytes } = await this.about.of(person.id, id);
    return {
      uses: uses.map((use) => ({ ...use, dueAt: use.dueAt.toISOString() })),
      elsewhere,
      playedIn: [...playedIn],
      bytes,
    };
  }

  @Post('lessons/:id/copies')
  @OnceIfKeyed()
  @For('teacher')
  @May('give', 'lesson')
  @ApiCreatedResponse({ type: CopiedDto })
  async copy(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<CopiedDto> {
    return { id: (await this.shelves.copy(person, id)).id };
  }

  async #row(person: SignedIn, row: LibraryRow): Promise<LibraryRowDto> {
    const { lesson, pages, picture, tags, owner, classes, places } = row;
    const { id, kind, title, unitId, savedAs, updatedAt, length, courseMay, ownerId, archivedAt } = lesson;
    const isOwn = ownerId === person.id;
    return {
      ...{ id, kind, title, unitId, savedAs, pages, length, courseMay, classes },
      updatedAt: updatedAt.toISOString(),
      coverAddress: picture && (await this.media.address(person, [`lesson:${id}`], pictureKey(picture))),
      recorded: length > 0,
      tags: [...tags],
      archived: archivedAt !== null,
      may: isOwn ? 'own' : courseMay,
      owner: isOwn ? null : owner,
      places: places.map((place) => ({ ...place, marks: [...place.marks] })),
    };
  }
}
