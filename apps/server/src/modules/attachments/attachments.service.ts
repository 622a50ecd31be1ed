import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { randomUUID } from 'node:crypto';
import { In, LessThan, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { groupedBy, insertRows } from '../../platform/database/index.ts';
import { notFound } from '../../platform/http/index.ts';
import { Rounds } from '../../platform/jobs/index.ts';
import { Quotas } from '../../platform/quotas/index.ts';
import { FileClaims, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { MediaService } from '../access/index.ts';
import { FileChecks, plainName, type UploadedFile } from '../files/index.ts';
import { AssignmentAttachmentEntity, AttachmentEntity } from './attachment.entity.ts';

const FORGET_ATTACHMENTS = 'forget-attachments';
/** What goes with nothing is kept for so long: it may be on its way to be given, or to be given again, in ms. */
const KEPT_MS = 86_400_000;

/** Files that go with what is given. */
@Injectable()
export class AttachmentsService implements OnModuleInit {
  constructor(
    @InjectRepository(AttachmentEntity) private readonly attachments: Repository<AttachmentEntity>,
    @InjectRepository(AssignmentAttachmentEntity) private readonly uses: Repository<AssignmentAttachmentEntity>,
    @Inject(STORAGE) private readonly storage: Storage,
    private readonly claims: FileClaims,
    private readonly checks: FileChecks,
    private readonly media: MediaService,
    private readonly quotas: Quotas,
    private readonly rounds: Rounds,
    private readonly acts: Acts,
  ) {}

  onModuleInit(): void {
    this.claims.claim('attachments/', async (keys) => {
      const rows = await this.attachments.find({ where: { fileKey: In([...keys]) }, select: { fileKey: true } });
      return new Set(rows.map(({ fileKey }) => fileKey));
    });
    this.rounds.daily(FORGET_ATTACHMENTS, () => Promise.resolve(() => this.#forget()));
  }

  /** Keeps files of a teacher, to be given. @throws Problem that says which of them cannot be used, and why; none is kept then */
  async bring(personId: string, files: readonly UploadedFile[]): Promise<readonly AttachmentEntity[]> {
    const checked = await this.checks.bringAsIs(files, personId, `attachments/${personId}`);
    const sizes = await Promise.all(checked.map(({ key }) => this.storage.size(key)));
    const made = checked.map(({ key, name }, i) => ({
      ...{ id: randomUUID(), ownerId: personId, fileKey: key, name: plainName(name) },
      ...{ bytes: sizes[i] ?? 0, createdAt: new Date() },
    }));
    // Some are kept smaller than they were sent: only what is kept counts.
    const bytes = (all: readonly number[]) => all.reduce((sum, one) => sum + one, 0);
    const spared = bytes(files.map(({ size }) => size)) - bytes(made.map((one) => one.bytes));
    await this.acts.do(async () => {
      await this.attachments.insert(made);
      if (spared !== 0) await this.quotas.giveBack(personId, spared);
    });
    return made;
  }

  /** Those of each of these assignments, in their order. */
  async of(assignmentIds: readonly string[]): Promise<ReadonlyMap<string, readonly AttachmentEntity[]>> {
    if (assignmentIds.length === 0) return new Map();
    const uses = await this.uses.find({ where: { assignmentId: In([...assignmentIds]) }, order: { place: 'ASC' } });
    const ids = [...new Set(uses.map(({ attachmentId }) => attachmentId))];
    const files = ids.length === 0 ? [] : await this.attachments.findBy({ id: In(ids) });
    const byId = new Map(files.map((one) => [one.id, one]));
    return new Map(
      [...groupedBy(uses, ({ assignmentId }) => assignmentId)].map(([id, all]) => [
        id,
        all.flatMap(({ attachmentId }) => byId.get(attachmentId) ?? []),
      ]),
    );
  }

  /** One of an assignment. @throws Problem `not-found` */
  async one(assignmentId: string, id: string): Promise<AttachmentEntity> {
    const found = (await this.of([assignmentId])).get(assignmentId)?.find((one) => one.id === id);
    if (!found) throw notFound('file');
    return found;
  }

  /**
   * Says which files go with an assignment, in the act that makes or changes it. What goes with it already stays, also
   * for a colleague who did not bring it. @throws Problem `not-found` for a file that is nobody's, or another's
   */
  async write(personId: string, assignmentId: string, ids: readonly string[]): Promise<void> {
    const before = ((await this.of([assignmentId])).get(assignmentId) ?? []).map(({ id }) => id);
    const added = ids.filter((id) => !before.includes(id));
    const own = added.length === 0 ? 0 : await this.attachments.countBy({ id: In(added), ownerId: personId });
    if (own < new Set(added).size) throw notFound('file');
    await this.uses.delete({ assignmentId });
    if (ids.length > 0)
      await this.uses.insert([...new Set(ids)].map((attachmentId, place) => ({ assignmentId, attachmentId, place })));
    await this.media.cut(...before.filter((id) => !ids.includes(id)).map((id) => `attachment:${id}`));
  }

  /** What goes with some goes with others too: each pair is one that has them, and one that gets them. In an act. */
  async copy(pairs: readonly (readonly [from: string, to: string])[]): Promise<void> {
    const files = await this.of(pairs.map(([from]) => from));
    await insertRows(
      this.uses,
      { table: 'assignment_attachment', columns: ['assignmentId', 'attachmentId', 'place'] },
      pairs.flatMap(([from, to]) => (files.get(from) ?? []).map(({ id }, place) => [to, id, place])),
    );
  }

  /** Forgets what goes with nothing; its bytes are given back, and the file goes with the others that nobody names. */
  async #forget(): Promise<void> {
    const old = { createdAt: LessThan(new Date(Date.now() - KEPT_MS)) };
    const unused = await this.attachments
      .createQueryBuilder('f')
      .where(old)
      .andWhere('NOT EXISTS(SELECT 1 FROM assignment_attachment u WHERE u.attachmentId = f.id)')
      .getMany();
    for (const { id, ownerId, bytes } of unused) {
      await this.attachments.delete({ id });
      await this.quotas.giveBack(ownerId, bytes);
    }
  }
}
