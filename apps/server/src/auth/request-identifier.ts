import { Injectable } from '@nestjs/common';
import type { Request } from 'express';
import { AccessKeysService } from './access-keys.index.ts';
import { type Actor, Identifier } from '../platform/index.ts';
import { Cookies } from './cookies.ts';
import { SessionsService } from './sessions.service.ts';

/** People by their session's cookie, machines by the key in their `Authorization` header. */
@Injectable()
export class RequestIdentifier extends Identifier {
  constructor(
    private readonly cookies: Cookies,
    private readonly sessions: SessionsService,
    private readonly keys: AccessKeysService,
  ) {
    super();
  }

  override async identify(request: Request): Promise<Actor | null> {
    const from = request.ip ?? 'unknown';
    const bearer = /^Bearer (\S{1,200})$/.exec(request.headers.authorization ?? '')?.[1];
    if (bearer !== undefined) return this.keys.actorOf(bearer, from);
    const token = this.cookies.session(request);
    return token === null ? null : this.sessions.actorOf(token, this.cookies.device(request), from);
  }
}
