import { Choice, Decimal, Flag, Id, Numbers, Parts, Text, Whole } from '../../platform/http/index.ts';
import { UPLOAD_KINDS, type UploadEntity } from './upload.entity.ts';

export class PickedPagesDto {
  @Id() upload: string;
  /** From 1. */
  @Numbers() pages: number[];
}
export class PickDto {
  @Parts(() => PickedPagesDto) picked: PickedPagesDto[];
}
export class NewPictureDto {
  /** A page of an uploaded file … */
  @Id({ optional: true }) upload?: string;
  @Whole({ min: 1, optional: true }) number?: number;
  /** … or an earlier picture of this page. */
  @Text({ optional: true }) picture?: string;
  @Text({ optional: true }) smallPicture?: string;
  @Whole({ min: 1, optional: true }) height?: number;
}
/** In shares of the page's width and height, 0…1. */
export class CutOutDto {
  @Id({ optional: true }) upload?: string;
  @Whole({ min: 1, optional: true }) number?: number;
  @Id({ optional: true }) page?: string;
  @Decimal({ max: 1 }) x: number;
  @Decimal({ max: 1 }) y: number;
  @Decimal({ min: 0.005, max: 1 }) width: number;
  @Decimal({ min: 0.005, max: 1 }) height: number;
}
export class PlacedPictureDto {
  @Text() digest: string;
  /** Pixels. */
  @Whole() width: number;
  @Whole() height: number;
}
export class UploadDto {
  @Id() id: string;
  @Text() name: string;
  @Choice(UPLOAD_KINDS) kind: UploadEntity['kind'];
  @Choice(['converting', 'ready', 'failed']) state: UploadEntity['state'];
  @Whole() pages: number;
  /** Whether the file brings speaker notes, which become cues. */
  @Flag() hasNotes: boolean;
  @Text() failure: string;
}

/** A sound that belongs to a lesson: a music bed. */
export class SoundFileDto {
  @Text() clip: string;
  @Text() name: string;
  @Whole() lengthMs: number;
}
export function uploadDto({ id, name, kind, state, pages, notes, failure }: UploadEntity): UploadDto {
  return { id, name, kind, state, pages, hasNotes: notes.some((text) => text !== ''), failure };
}
