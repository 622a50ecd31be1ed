import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** What one learner writes on the worksheet of an assignment. It is there from the first thing they write. */
@Entity('sheet')
@Index(['assignmentId', 'learnerId'], { unique: true })
export class SheetEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('assignment') @Column('uuid') assignmentId: string;
  @ForeignKey('person') @Index() @Column('uuid') learnerId: string;
  /** How many parts there are, and their letters together. */
  @Column({ type: 'int' }) parts: number;
  @Column({ type: 'int' }) letters: number;
  @Column(moment) begunAt: Date;
  @Column(moment) changedAt: Date;
}

/** A few lines of what was written, as they were sent: the format is docs/formats/worksheet.md. */
@Entity('sheet_part')
@Index(['sheetId', 'visit', 'visitNumber'], { unique: true })
export class SheetPartEntity {
  @ForeignKey('sheet', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') sheetId: string;
  /** In the order of arrival, from 0. */
  @PrimaryColumn({ type: 'int' }) number: number;
  /** The opening of the sheet that sent it, and its number there, from 0: it may be sent twice. */
  @Column('uuid') visit: string;
  @Column({ type: 'int' }) visitNumber: number;
  @Column({ type: 'mediumtext' }) events: string;
  @Column(moment) at: Date;
}

/** A picture that a learner brought to their sheet. */
@Entity('sheet_picture')
export class SheetPictureEntity {
  @ForeignKey('sheet', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') sheetId: string;
  @Index() @PrimaryColumn({ type: 'char', length: 64 }) digest: string;
  @Column({ type: 'int' }) width: number;
  @Column({ type: 'int' }) height: number;
}
