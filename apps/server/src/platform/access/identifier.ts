import type { Request } from 'express';
import type { Actor } from './actor.ts';

/**
 * Tells who sends a request, or null when nobody signed in. Those who keep sessions and keys implement it; the class
 * stands here so that the guard of every route need not know them.
 */
export abstract class Identifier {
  abstract identify(request: Request): Promise<Actor | null>;
}
