import { fromFrames, ZERO, type Micros } from '@oakbell/core/clock';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { bigWhole, moment } from '../../platform/database/index.ts';
import type { VoiceFacts } from './voiceRuns.ts';

/** Frames a second of every stored voice. */
export const RATE = 48_000;
export const TRACKS = ['voice', 'log', 'film'] as const;
export type Track = (typeof TRACKS)[number];

/** What is kept of a part beside its bytes. */
export type PartFacts =
  | { readonly track: 'log' }
  | ({ readonly track: 'voice' } & VoiceFacts)
  /** Which film of the take. */
  | { readonly track: 'film'; readonly run: number };

/** One run from Record to Stop. It grows by parts while open and never changes once finished. */
@Entity('take')
@Index(['byId', 'state'])
export class TakeEntity {
  /** Chosen by the recording browser, so that a take can begin while the server is away. */
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @Index() @Column('uuid') lessonId: string;
  @ForeignKey('person') @Column('uuid') byId: string;
  @Column({ type: 'varchar', length: 10 }) state: 'open' | 'finished' | 'discarded';
  /** Which window records: another window is kept out while this one is heard. */
  @Column({ type: 'varchar', length: 60 }) windowKey: string;
  @Column(moment) openedAt: Date;
  /** When the last part arrived. */
  @Column(moment) heardAt: Date;
  /** Length in frames; null until finished. */
  @Column({ ...bigWhole, nullable: true }) frames: number | null;
  /** The takes whose ink was on the pages when this one began, oldest first. */
  @Column({ type: 'json' }) earlier: readonly string[];
}

type TakeIn<State extends TakeEntity['state'], Frames> = Omit<TakeEntity, 'state' | 'frames'> & {
  readonly state: State;
  readonly frames: Frames;
};
export type OpenTake = TakeIn<'open', null>;
export type FinishedTake = TakeIn<'finished', number>;
/** What there is of a take depends on where it stands: it has a length once it is finished. */
export type Take = OpenTake | FinishedTake | TakeIn<'discarded', null>;
export const isFinished = (take: Take): take is FinishedTake => take.state === 'finished';
/** How long a take is: nothing until it is finished. */
export const takeLength = (take: Take): Micros => (isFinished(take) ? fromFrames(take.frames, RATE) : ZERO);

@Entity('take_part')
export class TakePartEntity {
  @ForeignKey('take', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') takeId: string;
  @PrimaryColumn({ type: 'varchar', length: 10 }) track: Track;
  @PrimaryColumn({ type: 'int' }) number: number;
  @Column({ type: 'char', length: 64 }) digest: string;
  @Column({ type: 'int' }) bytes: number;
  /** What is known of it without reading it again; null for what came before that was written down. */
  @Column({ type: 'json', nullable: true }) facts: PartFacts | null;
}
