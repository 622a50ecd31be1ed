import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { bigWhole, moment } from '../../platform/database/index.ts';

/** A file that a teacher brought to go with what is given. */
@Entity('attachment')
export class AttachmentEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @Column('uuid') ownerId: string;
  /** Where it lies in the storage. */
  @Index({ unique: true }) @Column({ type: 'varchar', length: 120, collation: 'utf8mb4_bin' }) fileKey: string;
  @Column({ type: 'varchar', length: 200 }) name: string;
  @Column(bigWhole) bytes: number;
  @Column(moment) createdAt: Date;
}

/** The files of an assignment, in their order. */
@Entity('assignment_attachment')
export class AssignmentAttachmentEntity {
  @ForeignKey('assignment', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') assignmentId: string;
  @ForeignKey('attachment', { onDelete: 'CASCADE' }) @Index() @PrimaryColumn('uuid') attachmentId: string;
  @Column({ type: 'int' }) place: number;
}
