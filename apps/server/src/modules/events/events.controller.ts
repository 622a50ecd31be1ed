import { Controller, Sse, type MessageEvent } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { concatMap, filter, interval, map, merge, of, share, takeUntil, type Observable } from 'rxjs';
import { Events } from '../../platform/events/index.ts';
import { By, For, InFrames, ROLES, SessionsService, type SignedIn } from '../../platform/sessions/index.ts';

/** A line is kept open by a word this often, and ends when the session has ended. */
const EVERY_MS = 25_000;

/** One line to each person's browser: what changed, so that nothing has to be asked again and again. */
@ApiTags('events')
@Controller('api/events')
export class EventsController {
  constructor(
    private readonly events: Events,
    private readonly sessions: SessionsService,
  ) {}

  @Sse()
  @InFrames()
  @For(...ROLES)
  @ApiOkResponse({ description: 'text/event-stream of changes; see docs/formats/events.md' })
  open(@By() person: SignedIn): Observable<MessageEvent> {
    const changes = this.events.of(person.id).pipe(map((change): MessageEvent => ({ type: 'changed', data: change })));
    const isIn = interval(EVERY_MS).pipe(
      concatMap(async () => (await this.sessions.of(person.id)).some((one) => one.id === person.sessionId)),
      share(),
    );
    const words = isIn.pipe(map((): MessageEvent => ({ type: 'still-here', data: '' })));
    return merge(of({ type: 'open', data: '' }), changes, words).pipe(takeUntil(isIn.pipe(filter((still) => !still))));
  }
}
