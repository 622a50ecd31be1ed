import { OPEN_TO, type Opening, type OpenTo } from '@oakbell/core/opening';
import { Choice, When } from '../../platform/http/index.ts';

/** Before whom a lesson is open, from a moment (in) until another (out), where they are named. */
export class OpeningDto {
  @Choice(OPEN_TO) to: OpenTo;
  @When({ nullable: true }) from: string | null;
  @When({ nullable: true }) until: string | null;
}

const iso = (at: number | null): string | null => (at === null ? null : new Date(at).toISOString());
const at = (moment: string | null): number | null => (moment === null ? null : Date.parse(moment));

export const openingDto = ({ to, from, until }: Opening): OpeningDto => ({ to, from: iso(from), until: iso(until) });
export const openingIn = ({ to, from, until }: OpeningDto): Opening => ({ to, from: at(from), until: at(until) });
