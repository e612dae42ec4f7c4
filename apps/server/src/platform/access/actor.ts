import { AsyncLocalStorage } from 'node:async_hooks';
import type { Role, Scope } from './role.ts';

/** A signed-in person. */
export interface PersonActor {
  readonly kind: 'person';
  readonly id: string;
  readonly name: string;
  readonly initials: string;
  readonly role: Role;
  readonly sessionId: string;
  /** Signed in by PIN on a trusted device: only the bench and the hours are open. */
  readonly bench: boolean;
  readonly device: string | null;
  readonly from: string;
}

/** A machine with an access key. */
export interface KeyActor {
  readonly kind: 'key';
  readonly id: string;
  readonly name: string;
  readonly scopes: readonly Scope[];
  readonly from: string;
}

/** The program itself: loading the demo, setting up. */
export interface ProgramActor {
  readonly kind: 'program';
  readonly name: string;
}

export type Actor = PersonActor | KeyActor | ProgramActor;

const present = new AsyncLocalStorage<Actor>();

/** Runs `work` as this actor: its changes are audited under that name. */
export const actAs = <T>(actor: Actor, work: () => T): T => present.run(actor, work);

/** The sender of the request. Every change has an actor: a missing one is our bug. */
export function currentActor(): Actor {
  const actor = present.getStore();
  if (actor === undefined) throw new Error('nobody acts here: wrap the work in actAs');
  return actor;
}

/** The requesting person; a route that needs one must declare it with `RequireRole`. */
export function currentPerson(): PersonActor {
  const actor = currentActor();
  if (actor.kind !== 'person') throw new Error('a person was needed, not a key or the program');
  return actor;
}
