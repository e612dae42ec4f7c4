import { Controller, Get, Req, Res } from '@nestjs/common';
import { ApiBadRequestResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import {
  type Actor,
  Identifier,
  ProblemDto,
  currentActor,
  ProblemException,
  RequireRole,
  problemOf,
} from '../platform/index.ts';
import { LiveChanges } from './live-changes.ts';

/**
 * Keeps proxies from closing an idle stream, lets a page detect a dead one, and ends the stream of an expired session.
 */
const LOOK_EVERY_MS = 25_000;
const AGAIN_AFTER_MS = 1000;

@ApiTags('live')
@Controller('live')
export class LiveController {
  constructor(
    private readonly changes: LiveChanges,
    private readonly identifier: Identifier,
  ) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({
    description:
      'A stream of server-sent events. `ready`: from here on nothing is missed. `units`: a list of tags of units that stand otherwise now, or `"many"`. `database`: `away` while it does not answer, then `back`. `alive`: nothing changed for a while. `crowded`: closed to make room for a newer line of the same session.',
    content: { 'text/event-stream': { schema: { type: 'string' } } },
  })
  @ApiBadRequestResponse({ type: ProblemDto })
  async live(@Req() request: Request, @Res() response: Response): Promise<void> {
    if (!(request.headers.accept ?? '').includes('text/event-stream'))
      throw new ProblemException(problemOf(notAStream));
    response.setHeader('Content-Type', 'text/event-stream');
    // A buffering proxy would delay events.
    response.setHeader('X-Accel-Buffering', 'no');
    response.flushHeaders();
    response.write(`retry: ${AGAIN_AFTER_MS}\n\n`);
    await this.changes.stream(holderOf(currentActor()), response);
    const looking = setInterval(() => {
      response.write('event: alive\ndata: \n\n');
      void this.identifier.identify(request).then(
        (actor) => actor === null && response.end(),
        () => response.end(),
      );
    }, LOOK_EVERY_MS);
    response.once('close', () => clearInterval(looking));
  }
}

const notAStream = {
  code: 'not-a-stream',
  status: 400,
  detail: 'Changes are told as a stream of server-sent events.',
  remedy: 'Ask for it with "Accept: text/event-stream".',
} as const;

const holderOf = (actor: Actor): string =>
  actor.kind === 'person' ? actor.sessionId : actor.kind === 'key' ? actor.id : actor.name;
