import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { fromMillis, timeText } from '@oakbell/core/clock';
import { voiceKey } from '@oakbell/core/media';
import { present } from '@oakbell/core/present';
import { readFile } from 'node:fs/promises';
import { createHash } from 'node:crypto';
import { BOUNDED, ConverterError, probeIn, QUIET } from '../../platform/converters/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { endsWith, JobHandlers, JobsService, type Job } from '../../platform/jobs/index.ts';
import { STORAGE, type FileClaims, type Storage } from '../../platform/storage/index.ts';
import { withStored } from './fileChecks.service.ts';
import { Placing, type LentFile } from './placing.service.ts';
import type { UploadedFile } from './upload.ts';

/** Something short that somebody spoke. */
export interface StoredVoice {
  /** Of its bytes: it lies at `voiceKey`. */
  readonly voice: string;
  readonly voiceMs: number;
}
interface Input {
  readonly file: LentFile;
  readonly longestMs: number;
}

const MAKE_VOICE = 'make-voice';
/** A recorder stops a little late: so much more is taken, in ms. */
const LATE_MS = 1500;

/** Says which voices are still somebody's. @param kept those of these digests that are */
export const claimVoices = (
  claims: FileClaims,
  kept: (digests: readonly string[]) => Promise<ReadonlySet<string>>,
): void =>
  claims.claim('voices/', async (keys) => {
    const digestOf = (key: string): string => key.slice(key.lastIndexOf('/') + 1).split('.')[0] ?? '';
    const named = await kept(keys.map(digestOf));
    return new Set(keys.filter((key) => named.has(digestOf(key))));
  });

/** Short words that people speak into a browser, made into what every browser plays. Whoever keeps them claims `voices/`. */
@Injectable()
export class Voices implements OnModuleInit {
  constructor(
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    private readonly placing: Placing,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    this.handlers.register(MAKE_VOICE, 'look', async (job) => endsWith(await this.#make(job)));
  }

  /**
   * Keeps the one file that was sent. @param subjectId what it is for
   * @throws Problem `no-file`, `voice-broken`, `voice-too-long`
   */
  async make(
    personId: string,
    subjectId: string,
    files: readonly UploadedFile[],
    longestMs: number,
  ): Promise<StoredVoice> {
    if (files.length !== 1)
      throw new Problem(
        400,
        'no-file',
        'Nothing that was spoken arrived, or more than one piece. Record it once more.',
      );
    return this.placing.lend({ personId, subjectId }, files, ([file]) => {
      const input: Input = { file: present(file), longestMs };
      return this.jobs.perform<StoredVoice>({ kind: MAKE_VOICE, ownerId: personId, subjectId, input });
    });
  }

  async #make({ input }: Job): Promise<StoredVoice> {
    const { file, longestMs } = input as Input;
    return withStored(this.storage, file.key, async (_, folder) => {
      const seconds = (longestMs + 2 * LATE_MS) / 1000;
      const args = [
        '-i',
        'stored',
        '-map',
        '0:a:0',
        '-vn',
        '-ac',
        '1',
        '-c:a',
        'aac',
        '-b:a',
        '64k',
        '-t',
        `${seconds}`,
      ];
      const plain = ['-map_metadata', '-1', '-movflags', '+faststart', '-y', 'voice.m4a'];
      await folder
        .run({ program: 'ffmpeg', args: [...QUIET, ...BOUNDED, ...args, ...plain], limits: { seconds: 60 } })
        .catch((failure: unknown) => {
          throw failure instanceof ConverterError && failure.fault === 'failed' ? broken() : failure;
        });
      const made = await probeIn(folder, 'voice.m4a');
      const voiceMs = Math.round((made?.seconds ?? 0) * 1000);
      if (!made?.hasSound || voiceMs === 0) throw broken();
      if (voiceMs > longestMs + LATE_MS)
        throw new Problem(
          422,
          'voice-too-long',
          `This is longer than ${timeText(fromMillis(longestMs))} min. Nothing was sent; say it shorter.`,
        );
      const bytes = await readFile(`${folder.path}/voice.m4a`);
      const voice = createHash('sha256').update(bytes).digest('hex');
      await this.storage.putOnce(voiceKey(voice), bytes);
      return { voice, voiceMs: Math.min(voiceMs, longestMs) };
    });
  }
}

const broken = (): Problem =>
  new Problem(422, 'voice-broken', 'There is no sound in this that can be read. Record it once more.');
