import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { heardBy, PeaksMeter } from '@oakbell/core/audio';
import {
  dressingOf,
  EDITS_VERSION,
  NO_FINISH,
  programmeOf,
  type EditList,
  type Finish,
  type Segment,
} from '@oakbell/core/edits';
import { cuesOf, takesHeard } from '@oakbell/core/captions';
import { readEarlier, TakeIndex, type TakeEvent } from '@oakbell/core/log';
import { manifestOf, type Manifest } from '@oakbell/core/formats';
import { editionKey } from '@oakbell/core/media';
import { pageOf, type Page } from '@oakbell/core/pages';
import { alwaysCovered, filmPieces, type FilmFile, type ProgrammeFilm, type SceneSource } from '@oakbell/core/scene';
import { createHash, randomUUID } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { In, Repository } from 'typeorm';
import { endsWith, JobHandlers, JobsService, type Ending, type Job, type Progress } from '../../platform/jobs/index.ts';
import { withSounds } from '../../platform/sound/index.ts';
import { Events } from '../../platform/events/index.ts';
import { claimById, FileClaims, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { AccessService } from '../access/index.ts';
import { CaptionsService } from '../captions/index.ts';
import { clipKey, pictureKey } from '@oakbell/core/media';
import { PagesService, PageEditing } from '../pages/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { RATE, TakeFilmsService, TakeMaterialService, TakesService } from '../takes/index.ts';
import { EditionEntity, type Edition } from './edition.entity.ts';
import { coarsePeaks, pagesPlayed, picturesShown, playedRanges, publishedEdits, publishedTakes } from './manifest.ts';
import { cutFilm } from './programmeFilm.ts';
import { ProgrammeSoundService } from './programmeSound.service.ts';

/** The bit rate of a programme voice, in kilobits a second. */
export const VOICE_KILOBITS = 48;

export const MAKE_EDITION = 'make-edition';
export const MAKE_AAC = 'make-aac';
const EXCERPT = 'make-excerpt';

/** Films take so much of the time of making an edition, where there are any. */
const FILM_SHARE = 0.6;

interface ExcerptInput {
  readonly segments: readonly Segment[];
  readonly clean: Pick<Finish, 'noise' | 'levelling'>;
}
/** What a manifest is made from, beside what is stored. */
interface Made {
  readonly events: ReadonlyMap<string, readonly TakeEvent[]>;
  readonly takes: ReadonlyMap<string, TakeIndex>;
  readonly earlier: ReadonlyMap<string, readonly string[]>;
  readonly peaks: Uint8Array;
  readonly films: readonly ProgrammeFilm[];
}

/** Makes what learners are given of an edition: its voice, its films and its manifest. All of it in the job process. */
@Injectable()
export class EditionMaker implements OnModuleInit {
  constructor(
    private readonly editing: PageEditing,
    @InjectRepository(EditionEntity) private readonly editions: Repository<Edition>,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly events: Events,
    private readonly access: AccessService,
    private readonly takes: TakesService,
    private readonly takeFilms: TakeFilmsService,
    private readonly material: TakeMaterialService,
    private readonly sound: ProgrammeSoundService,
    private readonly captions: CaptionsService,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    private readonly claims: FileClaims,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    const rows = (ids: readonly string[]) => this.editions.find({ where: { id: In([...ids]) }, select: { id: true } });
    this.claims.claim('editions/', claimById(rows));
    this.handlers.register(MAKE_EDITION, 'publish', (job, { progress }) => this.#make(job, progress), {
      stopped: ({ subjectId }) => this.#setState(subjectId, 'failed'),
      again: ({ subjectId }) => this.#setState(subjectId, 'making'),
    });
    this.handlers.register(MAKE_AAC, 'later', (job) => this.#makeAac(job.subjectId));
    this.handlers.register(EXCERPT, 'look', async (job) => endsWith(await this.#excerpt(job)));
  }

  /** A stretch of a lesson as it would be published, with this cleaning: for hearing before and after. */
  async excerpt(ownerId: string, lessonId: string, input: ExcerptInput): Promise<Buffer> {
    const key = await this.jobs.perform<string>({ kind: EXCERPT, ownerId, subjectId: lessonId, input });
    const sound = await this.storage.read(key);
    await this.storage.remove(key);
    return sound;
  }

  async #excerpt({ subjectId, input }: Job): Promise<string> {
    const { segments, clean } = input as ExcerptInput;
    const edits: EditList = { version: EDITS_VERSION, segments, finish: { ...NO_FINISH, ...clean } };
    const pages = (await this.pages.allPagesOf(subjectId)).map(pageOf);
    const key = `excerpts/${randomUUID()}.webm`;
    await withSounds(async (sounds) => {
      const { blocks } = await this.sound.render(sounds, { edits, pages });
      await this.storage.putFile(key, await sounds.encode(blocks, 'webm', VOICE_KILOBITS));
    });
    return key;
  }

  async #setState(id: string, state: 'making' | 'failed'): Promise<void> {
    await this.editions.update({ id }, { state });
    await this.#tell(id);
  }

  async #tell(id: string): Promise<void> {
    const { lessonId } = await this.editions.findOneByOrFail({ id });
    await this.events.tell(await this.access.audience(lessonId), { kind: 'edition', id, of: lessonId });
  }

  async #make(job: Job, progress: Progress): Promise<Ending> {
    const id = job.subjectId;
    const edition = await this.editions.findOneByOrFail({ id });
    const pages = (await this.pages.allPagesOf(edition.lessonId)).map(pageOf);
    const known = await this.#eventsOf(edition.edits);
    const films = await this.#films(edition, { pages, takes: known.takes }, (share) => progress(share * FILM_SHARE));
    const voice = await this.#voice(edition, pages, (share) =>
      progress(films.length > 0 ? FILM_SHARE + share * (1 - FILM_SHARE) : share),
    );
    const manifest = await this.#manifest(edition, { ...known, peaks: voice.peaks, films });
    const text = JSON.stringify(manifest);
    await this.storage.put(editionKey(id, 'manifest.json.gz'), await promisify(gzip)(text));
    const digest = createHash('sha256').update(text).digest('hex');
    const files = [
      ...picturesShown(manifest.pages).map(pictureKey),
      ...films.map((film) => editionKey(id, `${film}.mp4`)),
    ];
    return async () => {
      await this.editions.update({ id }, { state: 'ready', manifest: digest, lufs: voice.lufs, files });
      await this.jobs.add({ kind: MAKE_AAC, ownerId: job.ownerId, subjectId: id, input: {} });
      await this.#tell(id);
    };
  }

  /** What happened in every take that is played, and in those whose ink they stand on. */
  async #eventsOf(edits: EditList): Promise<Pick<Made, 'events' | 'takes' | 'earlier'>> {
    const played = [...playedRanges(edits).keys()];
    const earlier = new Map((await this.takes.byIds(played)).map((take) => [take.id, take.earlier]));
    const stoodOn = [...earlier.values()].flat().map((reference) => readEarlier(reference).takeId);
    const events = new Map<string, readonly TakeEvent[]>();
    for (const id of new Set([...played, ...stoodOn])) events.set(id, await this.material.events(id));
    const takes = new Map(played.map((id) => [id, new TakeIndex(events.get(id) ?? [])]));
    return { events, takes, earlier };
  }

  /** Cuts the films of the programme, and says which there are. */
  async #films(
    edition: Edition,
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
      const cut = {
        film,
        pieces,
        length: programme.length,
        lend: (file: FilmFile, use: (path: string) => Promise<void>) => this.#lendFilm(file, use),
        keep: (path: string) => this.storage.putFile(editionKey(edition.id, `${film}.mp4`), path),
      };
      await cutFilm(cut, progress);
      made.push(film);
    }
    return made;
  }

  /** A film that never arrived leaves a blank: the lesson is there without it. One that cannot be read now is tried again. */
  async #lendFilm(file: FilmFile, use: (path: string) => Promise<void>): Promise<void> {
    const key = file.kind === 'clip' ? clipKey(file.clip) : await this.takeFilms.find(file.takeId, file.run);
    if (key !== null) await this.storage.lend(key, use);
  }

  /** Makes the voice of an edition and puts it in its place. */
  async #voice(
    edition: Edition,
    pages: readonly Page[],
    progress: Progress,
  ): Promise<{ peaks: Uint8Array; lufs: number | null }> {
    const { id, edits } = edition;
    return withSounds(async (sounds) => {
      const { frames, blocks, lufs } = await this.sound.render(sounds, { edits, pages }, (share) =>
        progress(share / 2),
      );
      const meter = new PeaksMeter(frames, RATE);
      const file = await sounds.encode(heardBy(blocks, meter), 'webm', VOICE_KILOBITS);
      await progress(0.95);
      await this.storage.putFile(editionKey(id, 'voice.webm'), file);
      return { peaks: coarsePeaks(meter.peaks), lufs: Number.isFinite(lufs) ? lufs : null };
    });
  }

  async #manifest(edition: Edition, { events, takes, earlier, peaks, films }: Made): Promise<Manifest> {
    const lesson = await this.lessons.get(edition.lessonId);
    const eventsOf = (id: string) => events.get(id) ?? [];
    const all = await this.pages.allPagesOf(lesson.id);
    const source = {
      pages: all.map(pageOf),
      programme: programmeOf(edition.edits),
      takes,
      dressing: dressingOf(edition.edits),
    };
    const played = pagesPlayed(edition.edits, eventsOf);
    // A take without a turn, and a programme of cards, show the first page there is.
    const needsFirst = played.size === 0 || [...takes.values()].some((take) => take.turns.length === 0);
    const shown = all.filter((page, i) => played.has(page.id) || (needsFirst && i === 0));
    const patches = new Map(all.map((page) => [page.id, alwaysCovered(source, page.id)]));
    const coveredOn = (page: string) => patches.get(page) ?? [];
    const pages = await Promise.all(shown.map((page) => this.editing.covered(lesson.id, page, coveredOn(page.id))));
    return manifestOf({
      id: edition.id,
      number: edition.number,
      title: lesson.title,
      kind: lesson.kind,
      length: edition.length,
      pages: pages.map((page) => ({ ...pageOf(page), ...(page.smallPicture ? { small: page.smallPicture } : {}) })),
      edits: publishedEdits(edition.edits),
      takes: publishedTakes(edition.edits, { eventsOf, earlierOf: (id) => earlier.get(id) ?? [], coveredOn }),
      films,
      captions: cuesOf(edition.edits, await this.captions.ofTakes(takesHeard(edition.edits))),
      peaks: Buffer.from(peaks).toString('base64'),
    });
  }

  async #makeAac(id: string): Promise<Ending> {
    const args = ['-c:a', 'aac', '-b:a', '64k', '-movflags', '+faststart'];
    await withSounds(async (sounds) => {
      const made = await this.storage.lend(editionKey(id, 'voice.webm'), (file) => sounds.convert(file, args, 'mp4'));
      await this.storage.putFile(editionKey(id, 'voice.m4a'), made);
    });
    return async () => {
      await this.editions.update({ id }, { hasAac: true });
    };
  }
}
