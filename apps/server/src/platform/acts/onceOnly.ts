import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { Problem } from '../http/index.ts';
import { Acts, isThereAlready } from './acts.ts';
import { ActKeyEntity } from './outbox.entity.ts';

/** Whose act it is, under which key it may be sent again, and what it is: method and path. */
export interface Keyed {
  readonly personId: string;
  readonly key: string;
  readonly act: string;
}

/** Acts that a client may send twice: under one key the work is done once, and answered the same. */
@Injectable()
export class OnceOnly {
  constructor(
    @InjectRepository(ActKeyEntity) private readonly keys: Repository<ActKeyEntity>,
    private readonly acts: Acts,
  ) {}

  /** Does the work in one act with its key. @throws Problem `key-used` for a key of another act */
  async do<T>(keyed: Keyed, work: () => Promise<T>): Promise<T> {
    const before = await this.answered<T>(keyed);
    if (before) return before.answer;
    try {
      return await this.acts.do(async () => {
        // Written first: the same act sent twice at once waits here for the other one to end.
        const { personId, key, act } = keyed;
        await this.keys.insert({ personId, key, act, answer: '', at: new Date() });
        const answer = await work();
        await this.keys.update({ personId, key }, { answer: JSON.stringify(answer ?? null) });
        return answer;
      });
    } catch (failure) {
      const there = isThereAlready(failure) ? await this.answered<T>(keyed) : null;
      if (!there) throw failure;
      return there.answer;
    }
  }

  /**
   * An act that others prepare: files are looked into first, outside of it, unless it was done before. @param keyed null
   * for an act without a key
   */
  async prepared<P, T>(keyed: Keyed | null, prepare: () => Promise<P>, act: (prepared: P) => Promise<T>): Promise<T> {
    const before = keyed && (await this.answered<T>(keyed));
    if (before) return before.answer;
    const prepared = await prepare();
    const work = () => act(prepared);
    return keyed ? this.do(keyed, work) : this.acts.do(work);
  }

  /** What was answered to this act before, or null. @throws Problem `key-used` */
  async answered<T>({ personId, key, act }: Keyed): Promise<{ readonly answer: T } | null> {
    const found = await this.keys.findOneBy({ personId, key });
    if (!found) return null;
    if (found.act !== act)
      throw new Problem(
        422,
        'key-used',
        'This key belongs to another act. Nothing was changed; send it with a new one.',
      );
    return { answer: JSON.parse(found.answer) as T };
  }
}
