import { SetMetadata } from '@nestjs/common';
import { ApiForbiddenResponse, ApiSecurity, ApiUnauthorizedResponse } from '@nestjs/swagger';
import { applyDecorators } from '@nestjs/common';
import { ProblemDto } from '../problem.ts';
import { type Actor } from './actor.ts';
import { atLeast, type Role, type Scope } from './role.ts';

/** Who may use a route. */
export interface Access {
  /** The minimum role; null makes the route public. */
  readonly role: Role | null;
  /** Open to people who signed in by PIN on a trusted device. */
  readonly bench: boolean;
  /** Open to machines whose key has this scope. */
  readonly key: Scope | null;
}

export const ACCESS = 'sturdy-shim.access';

/** For public routes, which work without a session. */
export const Public = () => SetMetadata(ACCESS, { role: null, bench: true, key: null } satisfies Access);

/** Every other route declares its required role. One that does not keeps the server from starting. */
export const RequireRole = (role: Role, { bench = false, key = null }: Partial<Omit<Access, 'role'>> = {}) =>
  applyDecorators(
    SetMetadata(ACCESS, { role, bench, key } satisfies Access),
    ApiSecurity(key === null ? 'session' : 'session-or-key'),
    ApiUnauthorizedResponse({ type: ProblemDto }),
    ApiForbiddenResponse({ type: ProblemDto }),
  );

export function mayUse(actor: Actor, { role, bench, key }: Access): boolean {
  switch (actor.kind) {
    case 'program':
      return true;
    case 'key':
      return role === null || (key !== null && actor.scopes.includes(key));
    case 'person':
      return role === null || (atLeast(actor.role, role) && (bench || !actor.bench));
  }
}
