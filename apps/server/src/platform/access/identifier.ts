import type { Request } from 'express';
import type { Actor } from './actor.ts';

/**
 * Identifies the sender of a request; null without a session or key. The auth domain implements it; the class is
 * declared here so that the guard does not depend on that domain.
 */
export abstract class Identifier {
  abstract identify(request: Request): Promise<Actor | null>;
}
