import { Injectable } from '@nestjs/common';
import { nameKey } from '@sturdy-shim/core';
import { PeopleService, type PersonEntity, demoSecrets } from '../people/index.ts';
import { type Result, type PersonActor, ROLES, type Refusal, ok, fail } from '../platform/index.ts';
import type { Request } from 'express';
import { networkOf } from './address.ts';
import { Attempts, type Try } from './attempts.ts';
import { KnownDevices } from './known-devices.ts';
import type { DeviceEntity } from './session.entity.ts';
import { type Opened, SessionsService } from './sessions.service.ts';
import type { ChangeSecretsDto, SignInOptionsDto } from './auth.dto.ts';

const wrongPassphrase: Refusal = {
  code: 'wrong-passphrase',
  status: 422,
  field: 'passphrase',
  detail: 'Initials and passphrase do not match.',
  remedy: 'Type both again. If you forgot the passphrase, an owner can give you a new one.',
};

const wrongPin: Refusal = {
  code: 'wrong-pin',
  status: 422,
  field: 'pin',
  detail: 'Initials and PIN do not match.',
  remedy: 'Try again, or sign in with your passphrase.',
};

const notTrusted: Refusal = {
  code: 'device-not-trusted',
  status: 403,
  detail: 'A PIN works only on a device that a lead has trusted.',
  remedy: 'Sign in with your passphrase, or ask a lead to trust this device.',
};

/** The sender of a sign-in: its browser and address. */
export interface Asking {
  readonly request: Request;
  readonly device: DeviceEntity | null;
  readonly from: string;
}
export interface SignedIn extends Opened {
  readonly personId: string;
}

@Injectable()
export class AuthService {
  constructor(
    private readonly people: PeopleService,
    private readonly sessions: SessionsService,
    private readonly attempts: Attempts,
    private readonly knownDevices: KnownDevices,
  ) {}

  async signInOptions(device: DeviceEntity | null): Promise<SignInOptionsDto> {
    const shop = await this.people.shop();
    const people = shop === null ? [] : (await this.people.all()).filter(({ active }) => active);
    return {
      shop: shop?.kind ?? 'not-set-up',
      shopName: shop?.name ?? '',
      device: device && {
        name: device.name,
        people: people.filter(({ pinHash }) => pinHash !== null).map(({ initials, name }) => ({ initials, name })),
      },
      demo:
        shop?.kind === 'demo'
          ? {
              passphrase: shop.demoPassphrase ?? '',
              pin: shop.demoPin ?? '',
              people: people
                .toSorted((a, b) => ROLES.indexOf(b.role) - ROLES.indexOf(a.role))
                .map(({ initials, name, role }) => ({ initials, name, role })),
            }
          : null,
    };
  }

  async byPassphrase(initials: string, passphrase: string, how: Asking): Promise<Result<SignedIn>> {
    const person = await this.people.byInitials(initials);
    const attempt = await this.attemptOf('passphrase', initials, person, how);
    const right = await this.attempts.tryAt(attempt, wrongPassphrase, () =>
      this.checked(person, passphrase, 'passphrase'),
    );
    if (!right.ok) return right;
    const opened = await this.sessions.open(right.value, { device: how.device, from: how.from, bench: false });
    return ok({ ...opened, personId: right.value.id });
  }

  async byPin(initials: string, pin: string, how: Asking): Promise<Result<Opened>> {
    const { device, from } = how;
    if (device === null) return fail(notTrusted);
    const person = await this.people.byInitials(initials);
    // A PIN can only be tried on this tablet, so only this tablet has to wait.
    const attempt = { ...(await this.attemptOf('PIN', initials, person, how)), by: `tablet ${device.id}` };
    const right = await this.attempts.tryAt(attempt, wrongPin, () => this.checked(person, pin, 'PIN'));
    if (!right.ok) return right;
    return ok(await this.sessions.open(right.value, { device, from, bench: true }));
  }

  private async attemptOf(
    method: 'passphrase' | 'PIN',
    initials: string,
    person: PersonEntity | null,
    { request, device, from }: Asking,
  ): Promise<Try> {
    const known = person === null ? null : await this.knownDevices.nameFor(request, person.id);
    return {
      method,
      what: nameKey(initials),
      by: known ?? networkOf(from),
      from,
      device: device?.name ?? null,
      personId: person?.id ?? null,
    };
  }

  /** A person changes their passphrase or PIN and must state the old passphrase; every other session ends. */
  async changeOwn(
    actor: PersonActor,
    { current, ...next }: ChangeSecretsDto,
    how: Asking,
  ): Promise<Result<PersonEntity>> {
    const found = await this.people.byId(actor.id);
    if (!found.ok) return found;
    if (found.value.shopKind === 'demo') return fail(demoSecrets);
    const wrong = { ...wrongPassphrase, field: 'current', detail: 'This is not your current passphrase.' };
    const attempt = await this.attemptOf('passphrase', actor.initials, found.value, how);
    const right = await this.attempts.tryAt(attempt, wrong, () => this.checked(found.value, current, 'passphrase'));
    if (!right.ok) return right;
    return this.people.giveSecrets(actor.id, next, actor.sessionId);
  }

  private async checked(
    person: PersonEntity | null,
    secret: string,
    which: 'passphrase' | 'PIN',
  ): Promise<PersonEntity | null> {
    if (person === null) {
      await this.people.wasteTime(secret);
      return null;
    }
    const right =
      which === 'PIN' ? await this.people.pinIs(person, secret) : await this.people.passphraseIs(person, secret);
    return right ? person : null;
  }
}
