import { Injectable } from '@nestjs/common';
import type { Request, Response } from 'express';
import { createHmac, timingSafeEqual } from 'node:crypto';
import { DataSource } from 'typeorm';
import { Cookies } from './cookies.ts';
import { ServerSecretEntity } from './session.entity.ts';
import { newToken } from './tokens.ts';

/** People per shared tablet; the one with the oldest sign-in is dropped first. */
const MAX_PEOPLE = 20;

/**
 * Browsers that have signed in before, recognized by a cookie that only this server can sign (after OWASP, "Slow Down
 * Online Guessing Attacks with Device Cookies"). It grants no access; it only separates this browser's attempts from
 * those of others.
 */
@Injectable()
export class KnownDevices {
  constructor(
    private readonly database: DataSource,
    private readonly cookies: Cookies,
  ) {}

  /** An identifier of this browser if this person has signed in on it; null otherwise. */
  async nameFor(request: Request, personId: string): Promise<string | null> {
    const { nonce, signs } = this.read(request);
    if (nonce === null) return null;
    const own = await this.sign(nonce, personId);
    return signs.some((sign) => same(sign, own)) ? `device ${nonce}` : null;
  }

  /** Remembers that this person signed in here. */
  async remember(request: Request, response: Response, personId: string): Promise<void> {
    const { nonce, signs } = this.read(request);
    const name = nonce ?? newToken().slice(0, 22);
    const own = await this.sign(name, personId);
    const kept = [own, ...signs.filter((sign) => sign !== own)].slice(0, MAX_PEOPLE);
    this.cookies.keepKnown(response, [name, ...kept].join('.'));
  }

  private read(request: Request): { readonly nonce: string | null; readonly signs: readonly string[] } {
    const [nonce = '', ...signs] = (this.cookies.known(request) ?? '').split('.', MAX_PEOPLE + 1);
    return /^[\w-]{22}$/.test(nonce) ? { nonce, signs } : { nonce: null, signs: [] };
  }

  private async sign(nonce: string, personId: string): Promise<string> {
    const { value } = await this.database.manager.findOneByOrFail(ServerSecretEntity, { name: 'known-devices' });
    return createHmac('sha256', value).update(`${nonce} ${personId}`).digest('base64url');
  }
}

const same = (a: string, b: string): boolean =>
  a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));
