import { Injectable, Logger } from '@nestjs/common';
import { nameKey } from '@sturdy-shim/core';
import { PeopleService, type PersonEntity, SessionEnder, demoSecrets } from '../people/index.ts';
import { type Outcome, type PersonActor, ROLES, type Refusal, done, refuse } from '../platform/index.ts';
import { Attempts } from './attempts.ts';
import type { DeviceEntity } from './session.entity.ts';
import { type Opened, SessionsService } from './sessions.service.ts';
import type { ChangeSecretsDto, DoorDto } from './signing-in.dto.ts';

const wrongPassphrase: Refusal = {
  code: 'wrong-passphrase',
  status: 422,
  field: 'passphrase',
  detail: 'Mark and passphrase do not belong together.',
  mend: 'Type both again. If you forgot the passphrase, an owner can give you a new one.',
};

const wrongPin: Refusal = {
  code: 'wrong-pin',
  status: 422,
  field: 'pin',
  detail: 'Mark and PIN do not belong together.',
  mend: 'Try again, or sign in with your passphrase.',
};

const notTrusted: Refusal = {
  code: 'device-not-trusted',
  status: 403,
  detail: 'A PIN works only on a device that a lead has trusted.',
  mend: 'Sign in with your passphrase, or ask a lead to trust this device.',
};

@Injectable()
export class SigningInService {
  private readonly logger = new Logger('Signing in');

  constructor(
    private readonly people: PeopleService,
    private readonly sessions: SessionsService,
    private readonly ender: SessionEnder,
    private readonly attempts: Attempts,
  ) {}

  async door(device: DeviceEntity | null): Promise<DoorDto> {
    const shop = await this.people.shop();
    const people = shop === null ? [] : (await this.people.all()).filter(({ active }) => active);
    return {
      shop: shop?.kind ?? 'not-set-up',
      shopName: shop?.name ?? '',
      device: device && {
        name: device.name,
        people: people.filter(({ pinHash }) => pinHash !== null).map(({ mark, name }) => ({ mark, name })),
      },
      demo:
        shop?.kind === 'demo'
          ? {
              passphrase: shop.demoPassphrase ?? '',
              pin: shop.demoPin ?? '',
              people: people
                .toSorted((a, b) => ROLES.indexOf(b.role) - ROLES.indexOf(a.role))
                .map(({ mark, name, role }) => ({ mark, name, role })),
            }
          : null,
    };
  }

  async byPassphrase(
    mark: string,
    passphrase: string,
    how: { device: DeviceEntity | null; from: string },
  ): Promise<Outcome<Opened>> {
    const person = await this.people.byMark(mark);
    const door = `passphrase ${nameKey(mark)}`;
    const right = await this.attempts.tryAt(door, wrongPassphrase, () =>
      this.checked(person, passphrase, 'passphrase'),
    );
    if (!right.ok) return right;
    return done(await this.sessions.open(right.value, { ...how, bench: false }));
  }

  async byPin(mark: string, pin: string, device: DeviceEntity | null, from: string): Promise<Outcome<Opened>> {
    if (device === null) return refuse(notTrusted);
    const person = await this.people.byMark(mark);
    const door = `pin ${nameKey(mark)}`;
    const right = await this.attempts.tryAt(door, wrongPin, () => this.checked(person, pin, 'pin'));
    if (!right.ok) return right;
    return done(await this.sessions.open(right.value, { device, from, bench: true }));
  }

  /** A person changes the own passphrase or PIN, knowing the old passphrase; every other session ends. */
  async changeOwn(actor: PersonActor, { current, ...next }: ChangeSecretsDto): Promise<Outcome<PersonEntity>> {
    const found = await this.people.byId(actor.id);
    if (!found.ok) return found;
    if (found.value.shopKind === 'demo') return refuse(demoSecrets);
    const wrong = { ...wrongPassphrase, field: 'current', detail: 'This is not your passphrase of now.' };
    const right = await this.attempts.tryAt(`passphrase ${nameKey(actor.mark)}`, wrong, () =>
      this.checked(found.value, current, 'passphrase'),
    );
    if (!right.ok) return right;
    const changed = await this.people.giveSecrets(actor.id, next);
    if (changed.ok) await this.ender.endAll(actor.id, actor.sessionId);
    return changed;
  }

  private async checked(
    person: PersonEntity | null,
    secret: string,
    which: 'passphrase' | 'pin',
  ): Promise<PersonEntity | null> {
    if (person === null) {
      await this.people.wasteTime(secret);
      // What was typed as a mark may be a passphrase that slipped: it is not written down.
      this.logger.warn(`a ${which} was refused: unknown mark`);
      return null;
    }
    const right =
      which === 'pin' ? await this.people.pinIs(person, secret) : await this.people.passphraseIs(person, secret);
    if (!right) this.logger.warn(`a ${which} was refused for ${person.mark}`);
    return right ? person : null;
  }
}
