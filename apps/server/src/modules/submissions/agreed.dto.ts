import { Flag } from '../../platform/http/index.ts';

/** What somebody lets their class see and hear of them. */
export class AgreedDto {
  @Flag() name: boolean;
  /** Their voice, and what a camera shows of them. */
  @Flag() voice: boolean;
  @Flag() hand: boolean;
}
