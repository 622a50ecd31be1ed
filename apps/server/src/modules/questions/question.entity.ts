import type { Sign } from '@oakbell/core/asking';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { bigWhole, moment } from '../../platform/database/index.ts';

/** What a learner asked at a moment of a lesson, and what was answered. Each is typed or spoken. */
@Entity('question')
@Index(['assignmentId', 'lessonId', 'at'])
@Index(['byId', 'answeredAt'])
export class QuestionEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('assignment') @Column('uuid') assignmentId: string;
  @ForeignKey('lesson') @Index() @Column('uuid') lessonId: string;
  @ForeignKey('person') @Column('uuid') byId: string;
  /** The moment, in the time of a take or card, so that it holds in a later edition too. */
  @Column('uuid') sourceId: string;
  @Column(bigWhole) atTime: number;
  /** Empty where it was spoken. */
  @Column({ type: 'text' }) text: string;
  /** The digest of what was spoken, and how long it is. */
  @Index() @Column({ type: 'char', length: 64, nullable: true }) voice: string | null;
  @Column({ type: 'int', nullable: true }) voiceMs: number | null;
  @Column(moment) at: Date;
  /** Null while it waits, with all that is said of the answer. */
  @Column({ ...moment, nullable: true }) answeredAt: Date | null;
  @ForeignKey('person') @Index() @Column({ type: 'uuid', nullable: true }) answeredById: string | null;
  @Column({ type: 'text' }) answer: string;
  @Index() @Column({ type: 'char', length: 64, nullable: true }) answerVoice: string | null;
  @Column({ type: 'int', nullable: true }) answerVoiceMs: number | null;
  /** Whether the class sees question and answer; who asked is told to nobody but their teachers. */
  @Column({ type: 'boolean' }) forClass: boolean;
}

/** What a learner said of a moment with one press. */
@Entity('sign')
@Index(['assignmentId', 'lessonId'])
export class SignEntity {
  @ForeignKey('assignment', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') assignmentId: string;
  @ForeignKey('person') @Index() @PrimaryColumn('uuid') byId: string;
  @PrimaryColumn({ type: 'varchar', length: 8 }) kind: Sign;
  @PrimaryColumn('uuid') sourceId: string;
  @PrimaryColumn({ ...bigWhole, nullable: false }) atTime: number;
  @ForeignKey('lesson') @Index() @Column('uuid') lessonId: string;
  @Column(moment) at: Date;
}
