import { Injectable } from '@nestjs/common';
import { parse } from 'cookie';
import type { CookieOptions, Request, Response } from 'express';

/** The public origin of a TLS proxy in front of the server. */
export abstract class PublicAddress {
  abstract readonly url: URL | null;
}

/** A year; after that an unused browser is unknown. */
const KNOWN_FOR_MS = 366 * 86_400_000;

/** The cookies of this program. Behind TLS they are Secure and bound to the host by their prefix. */
@Injectable()
export class Cookies {
  constructor(private readonly address: PublicAddress) {}

  session = (request: Request): string | null => this.read(request, 'session');
  device = (request: Request): string | null => this.read(request, 'device');

  keepSession(response: Response, token: string, expires: Date): void {
    response.cookie(this.name('session'), token, { ...this.options(), expires });
  }

  keepDevice(response: Response, token: string, expires: Date): void {
    response.cookie(this.name('device'), token, { ...this.options(), expires });
  }

  known = (request: Request): string | null => this.read(request, 'known');

  keepKnown(response: Response, value: string): void {
    response.cookie(this.name('known'), value, { ...this.options(), maxAge: KNOWN_FOR_MS });
  }

  forgetSession(response: Response): void {
    response.clearCookie(this.name('session'), this.options());
  }

  private read(request: Request, what: 'session' | 'device' | 'known'): string | null {
    return parse(request.headers.cookie ?? '')[this.name(what)] ?? null;
  }

  private get secure(): boolean {
    return this.address.url?.protocol === 'https:';
  }

  private name = (what: string): string => `${this.secure ? '__Host-' : ''}shim-${what}`;

  /** Lax, so that a scanned label opens the unit's page signed in; writes are guarded by the origin check. */
  private options = (): CookieOptions => ({ httpOnly: true, sameSite: 'lax', secure: this.secure, path: '/' });
}
