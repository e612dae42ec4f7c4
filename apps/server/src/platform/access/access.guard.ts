import {
  type CallHandler,
  type CanActivate,
  type ExecutionContext,
  Injectable,
  type NestInterceptor,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { Observable } from 'rxjs';
import { problemOf, ProblemException } from '../problem.ts';
import type { Refusal } from '../result.ts';
import { type Actor, actAs } from './actor.ts';
import { Identifier } from './identifier.ts';
import { ACCESS, type Access, mayUse } from './require-role.ts';

type Known = Request & { shimActor?: Actor };

/** Allows a request if its sender may use the route; otherwise the refusal states the missing right. */
@Injectable()
export class AccessGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly identifier: Identifier,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const access = this.reflector.get<Access | undefined>(ACCESS, context.getHandler());
    if (access === undefined) throw new Error('a route without RequireRole or Public');
    const request = context.switchToHttp().getRequest<Known>();
    const actor = await this.identifier.identify(request);
    if (actor !== null) request.shimActor = actor;
    if (access.role === null) return true;
    if (actor === null) throw new ProblemException(problemOf(notSignedIn));
    if (!mayUse(actor, access)) throw new ProblemException(problemOf(forbidden(actor, access)));
    return true;
  }
}

/** Runs the handler as the actor that the guard identified. */
@Injectable()
export class ActorInterceptor implements NestInterceptor {
  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const { shimActor } = context.switchToHttp().getRequest<Known>();
    if (shimActor === undefined) return next.handle();
    return new Observable((subscriber) => actAs(shimActor, () => next.handle().subscribe(subscriber)));
  }
}

/** The sender of a public request; null without a session. */
export const actorOf = (request: Request): Actor | null => (request as Known).shimActor ?? null;

const notSignedIn = {
  code: 'not-signed-in',
  status: 401,
  detail: 'You are not signed in, or the session ended.',
  remedy: 'Sign in, then try again. What you entered is still here.',
} as const;

function forbidden(actor: Actor, { role, bench }: Access): Refusal {
  const shared = {
    status: 403,
    code: 'not-allowed',
  } as const;
  if (actor.kind === 'key') {
    return { ...shared, detail: `The key ${actor.name} may not do this.`, remedy: 'Ask the owner for a key that may.' };
  }
  if (actor.kind === 'person' && actor.bench && !bench) {
    return {
      ...shared,
      code: 'passphrase-needed',
      detail: 'With a PIN only the bench and the hours are open.',
      remedy: 'Sign in with your passphrase to do this.',
    };
  }
  return { ...shared, detail: `This needs a ${role}.`, remedy: `Ask a ${role} to do it, or the owner for the role.` };
}
