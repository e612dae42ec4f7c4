export { AccessGuard, ActorInterceptor, actorOf } from './access.guard.ts';
export {
  actAs,
  currentActor,
  currentPerson,
  type Actor,
  type KeyActor,
  type PersonActor,
  type ProgramActor,
} from './actor.ts';
export { Identifier } from './identifier.ts';
export { Public, RequireRole } from './require-role.ts';
export { Operations } from './operations.ts';
export { ROLES, SCOPES, atLeast, type Role, type Scope } from './role.ts';
