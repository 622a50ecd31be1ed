import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { peaksOf } from '@oakbell/core/audio';
import type { TimeRange } from '@oakbell/core/clock';
import { dressingOf, NO_FINISH, pieceOf, programmeOf, type EditList, type Finish } from '@oakbell/core/edits';
import { TakeIndex } from '@oakbell/core/log';
import type { Page } from '@oakbell/core/pages';
import { alwaysCovered, filmPieces, type FilmFile, type ProgrammeFilm, type SceneSource } from '@oakbell/core/scene';
import { createHash, randomUUID } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { In, Repository } from 'typeorm';
import { ensureFor, Problem } from '../../platform/http/index.ts';
import { JobHandlers, JobsService, type JobEntity, type Progress } from '../../platform/jobs/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { encodeVoice, ffmpegToFile } from '../../platform/sound/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { clipKey, corePage, LessonsService, mayMake, PagesService, type LessonEntity } from '../lessons/index.ts';
import { RATE, TakeFilmsService, TakeMaterialService, TakesService } from '../takes/index.ts';
import { EditionEntity } from './edition.entity.ts';
import { coarsePeaks, pagesPlayed, publishedEdits, publishedLog, takesNeeded, type Manifest } from './manifest.ts';
import { cutFilm } from './programmeFilm.ts';
import { ProgrammeSoundService } from './programmeSound.service.ts';

/** The bit rate of a programme voice, in kilobits a second. */
export const VOICE_KILOBITS = 48;

export const MAKE_EDITION = 'make-edition';
export const MAKE_AAC = 'make-aac';

/** Films take so much of the time of making an edition, where there are any. */
const FILM_SHARE = 0.6;

/** Says whether a person is among those to whom a lesson was given. */
export type Audience = (personId: string, lessonId: string) => Promise<boolean>;

type EditionFile = 'manifest.json.gz' | 'voice.webm' | 'voice.m4a' | `${ProgrammeFilm}.mp4`;
export const editionKey = (id: string, name: EditionFile): string => `editions/${id}/${name}`;

/** What a manifest is made from, beside what is stored. */
interface Made {
  readonly takes: ReadonlyMap<string, TakeIndex>;
  readonly peaks: Uint8Array;
  readonly films: readonly ProgrammeFilm[];
}

@Injectable()
export class EditionsService implements OnModuleInit {
  readonly #audiences: Audience[] = [];

  constructor(
    @InjectRepository(EditionEntity) private readonly editions: Repository<EditionEntity>,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly takes: TakesService,
    private readonly takeFilms: TakeFilmsService,
    private readonly material: TakeMaterialService,
    private readonly sound: ProgrammeSoundService,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    this.handlers.register(MAKE_EDITION, (job, progress) => this.#make(job.subjectId, progress));
    this.handlers.register(MAKE_AAC, (job) => this.#makeAac(job.subjectId));
  }

  /** Lets another module open lessons to the people it gives them to. */
  admit(audience: Audience): void {
    this.#audiences.push(audience);
  }

  /** Freezes the lesson as it stands and has its voice made. @throws Problem `nothing-recorded` */
  async publish(lesson: LessonEntity): Promise<{ edition: EditionEntity; job: JobEntity }> {
    const { length } = programmeOf(lesson.edits);
    if (length === 0)
      throw new Problem(422, 'nothing-recorded', 'There is no recording in this lesson yet. Record it first.');
    const number = 1 + (await this.editions.countBy({ lessonId: lesson.id }));
    const id = randomUUID();
    const made = this.editions.create({
      id,
      lessonId: lesson.id,
      number,
      state: 'making',
      edits: lesson.edits,
      length,
      manifest: null,
      lufs: null,
      hasAac: false,
      jobId: randomUUID(),
      createdAt: new Date(),
    });
    await this.editions.insert(made);
    const job = await this.jobs.add({ kind: MAKE_EDITION, ownerId: lesson.ownerId, subjectId: id, input: {} });
    await this.editions.update({ id }, { jobId: job.id });
    return { edition: { ...made, jobId: job.id }, job };
  }

  /** The newest edition of a lesson that can be watched, or null. */
  async newestReady(lessonId: string): Promise<EditionEntity | null> {
    return this.editions.findOne({ where: { lessonId, state: 'ready' }, order: { number: 'DESC' } });
  }

  async newestReadyOf(lessonIds: readonly string[]): Promise<ReadonlyMap<string, EditionEntity>> {
    if (lessonIds.length === 0) return new Map();
    const found = await this.editions.find({
      where: { lessonId: In([...lessonIds]), state: 'ready' },
      order: { number: 'ASC' },
    });
    return new Map(found.map((one) => [one.lessonId, one]));
  }

  async ofLesson(lessonId: string): Promise<readonly EditionEntity[]> {
    return this.editions.find({ where: { lessonId }, order: { number: 'DESC' } });
  }

  /** A ready edition, for its maker and for those it was given to. @throws Problem `not-found` */
  async watchable(person: Person, id: string): Promise<EditionEntity> {
    const edition = await this.editions.findOneBy({ id });
    const lesson = edition && (await this.lessons.one(edition.lessonId));
    ensureFor(
      edition !== null && lesson !== null && edition.state === 'ready' && (await this.#mayWatch(person, lesson!)),
      'edition',
    );
    return edition!;
  }

  hasPicture(edition: EditionEntity, digest: string): Promise<boolean> {
    return this.pages.hasPicture(edition.lessonId, digest);
  }

  async #mayWatch(person: Person, lesson: LessonEntity): Promise<boolean> {
    if (mayMake(person, lesson)) return true;
    for (const audience of this.#audiences) if (await audience(person.id, lesson.id)) return true;
    return false;
  }

  async #make(id: string, progress: Progress): Promise<void> {
    const edition = await this.editions.findOneByOrFail({ id });
    try {
      const pages = (await this.lessons.allPagesOf(edition.lessonId)).map(corePage);
      const takes = await this.#takesOf(edition.edits);
      const films = await this.#films(edition, { pages, takes }, (share) => progress(share * FILM_SHARE));
      const voice = await this.#voice(edition, pages, (share) =>
        progress(films.length > 0 ? FILM_SHARE + share * (1 - FILM_SHARE) : share),
      );
      await this.storage.put(editionKey(id, 'voice.webm'), voice.file);
      const manifest = JSON.stringify(await this.#manifest(edition, { takes, peaks: voice.peaks, films }));
      await this.storage.put(editionKey(id, 'manifest.json.gz'), await promisify(gzip)(manifest));
      const digest = createHash('sha256').update(manifest).digest('hex');
      await this.editions.update({ id }, { state: 'ready', manifest: digest, lufs: voice.lufs });
    } catch (failure) {
      await this.editions.update({ id }, { state: 'failed' });
      throw failure;
    }
    const lesson = await this.lessons.one(edition.lessonId);
    await this.jobs.add({ kind: MAKE_AAC, ownerId: lesson!.ownerId, subjectId: id, input: {} });
  }

  /** Cuts the films of the programme, and says which there are. */
  async #films(
    edition: EditionEntity,
    { pages, takes }: Pick<SceneSource, 'pages' | 'takes'>,
    progress: Progress,
  ): Promise<readonly ProgrammeFilm[]> {
    const programme = programmeOf(edition.edits);
    const still = new Set(pages.flatMap((page) => (page.kind === 'clip' && !page.moving ? [page.clip] : [])));
    const made: ProgrammeFilm[] = [];
    for (const film of ['camera', 'page'] as const) {
      const pieces = filmPieces(film, { pages, programme, takes }).filter(
        ({ file }) => file.kind === 'run' || !still.has(file.clip),
      );
      if (pieces.length === 0) continue;
      const read = (file: FilmFile) => this.#filmFile(file);
      const bytes = await cutFilm({ film, pieces, length: programme.length, read }, progress);
      await this.storage.put(editionKey(edition.id, `${film}.mp4`), bytes);
      made.push(film);
    }
    return made;
  }

  async #takesOf(edits: EditList): Promise<ReadonlyMap<string, TakeIndex>> {
    const takes = new Map<string, TakeIndex>();
    for (const { takeId, card } of edits.segments) {
      if (!card && !takes.has(takeId)) takes.set(takeId, new TakeIndex(await this.material.events(takeId)));
    }
    return takes;
  }

  /** A film that never arrived leaves a blank: the lesson is there without it. */
  async #filmFile(file: FilmFile): Promise<Buffer | null> {
    try {
      const key = file.kind === 'clip' ? clipKey(file.clip) : (await this.takeFilms.file(file.takeId, file.run)).key;
      return await this.storage.read(key);
    } catch {
      return null;
    }
  }

  async #voice(
    edition: EditionEntity,
    pages: readonly Page[],
    progress: Progress,
  ): Promise<{ file: Buffer; peaks: Uint8Array; lufs: number | null }> {
    const { samples, lufs } = await this.sound.render(edition.edits, pages, (share) => progress(share * 0.45));
    await progress(0.45);
    const file = await encodeVoice(samples, 'webm', VOICE_KILOBITS);
    await progress(0.95);
    return { file, peaks: coarsePeaks(peaksOf(samples, RATE)), lufs: Number.isFinite(lufs) ? lufs : null };
  }

  /** A stretch of a lesson as it would be published, with this cleaning: for hearing before and after. */
  async excerpt(lesson: LessonEntity, range: TimeRange, clean: Pick<Finish, 'noise' | 'levelling'>): Promise<Buffer> {
    const piece = pieceOf(lesson.edits, range, randomUUID);
    if (piece.segments.length === 0)
      throw new Problem(422, 'nothing-recorded', 'There is nothing to be heard in this stretch.');
    const edits: EditList = { version: 1, segments: piece.segments, finish: { ...NO_FINISH, ...clean } };
    const pages = (await this.lessons.allPagesOf(lesson.id)).map(corePage);
    return encodeVoice((await this.sound.render(edits, pages)).samples, 'webm', VOICE_KILOBITS);
  }

  async #manifest(edition: EditionEntity, { takes, peaks, films }: Made): Promise<Manifest> {
    const lesson = (await this.lessons.one(edition.lessonId))!;
    const playable = await this.takes.byIds(edition.edits.segments.map((one) => one.takeId));
    const earlier = new Map(playable.map((take) => [take.id, take.earlier]));
    const needed = takesNeeded(edition.edits, (id) => earlier.get(id) ?? []);
    // Of another lesson's pages only those that are played: the rest of that lesson is not part of this one.
    const played = pagesPlayed(edition.edits, takes);
    const all = await this.lessons.allPagesOf(lesson.id);
    const source = {
      pages: all.map(corePage),
      programme: programmeOf(edition.edits),
      takes,
      dressing: dressingOf(edition.edits),
    };
    const pages = await Promise.all(
      all
        .filter((page) => page.lessonId === lesson.id || played.has(page.id))
        .map((page) => this.pages.covered(lesson.id, page, alwaysCovered(source, page.id))),
    );
    return {
      edition: 'oakbell.edition',
      version: 1,
      id: edition.id,
      number: edition.number,
      title: lesson.title,
      kind: lesson.kind,
      length: edition.length,
      pages: pages.map((page) => ({ ...corePage(page), ...(page.smallPicture ? { small: page.smallPicture } : {}) })),
      edits: publishedEdits(edition.edits),
      takes: await Promise.all(
        needed.map(async (id) => ({
          id,
          log: publishedLog(await this.material.logText(id), dressingOf(edition.edits).strokes, id),
          earlier: earlier.get(id) ?? [],
        })),
      ),
      films,
      peaks: Buffer.from(peaks).toString('base64'),
    };
  }

  async #makeAac(id: string): Promise<void> {
    const voice = await this.storage.read(editionKey(id, 'voice.webm'));
    const args = ['-i', 'pipe:0', '-c:a', 'aac', '-b:a', '64k', '-movflags', '+faststart'];
    await this.storage.put(editionKey(id, 'voice.m4a'), await ffmpegToFile(args, voice, 'mp4'));
    await this.editions.update({ id }, { hasAac: true });
  }
}
