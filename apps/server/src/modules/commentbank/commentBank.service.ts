import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { MOST_COMMENT_LINES } from '@oakbell/core/marking';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { CommentLineEntity } from './commentLine.entity.ts';

/** A teacher's own sentences for comments: theirs, and nobody else's. */
@Injectable()
export class CommentBank {
  constructor(
    @InjectRepository(CommentLineEntity) private readonly lines: Repository<CommentLineEntity>,
    private readonly acts: Acts,
  ) {}

  /** Those used most often first. */
  async of(ownerId: string): Promise<readonly CommentLineEntity[]> {
    return this.lines.find({ where: { ownerId }, order: { uses: 'DESC', usedAt: 'DESC', id: 'ASC' } });
  }

  /** Keeps a sentence; one that is there already is the same. @throws Problem `too-many-lines` */
  async keep(ownerId: string, text: string): Promise<CommentLineEntity> {
    return this.acts.do(async () => {
      const all = await this.lines.findBy({ ownerId });
      const there = all.find((one) => one.text === text);
      if (there) return there;
      if (all.length >= MOST_COMMENT_LINES)
        throw new Problem(
          422,
          'too-many-lines',
          `There can be ${MOST_COMMENT_LINES} sentences. Take out one that you no longer use first.`,
        );
      const line = { id: randomUUID(), ownerId, text, uses: 0, usedAt: new Date() };
      await this.lines.insert(line);
      return line;
    });
  }

  /** Counts that it was used once more. */
  async used(id: string): Promise<void> {
    await this.lines.query('UPDATE comment_line SET uses = uses + 1, usedAt = ? WHERE id = ?', [new Date(), id]);
  }

  async remove(id: string): Promise<void> {
    await this.lines.delete({ id });
  }
}
