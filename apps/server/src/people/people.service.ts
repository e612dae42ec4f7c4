import { nameKey } from '@sturdy-shim/core';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { type EntityManager, In, Repository } from 'typeorm';
import {
  type Result,
  type Refusal,
  AuditedTransaction,
  DomainEvents,
  bestNamed,
  currentPerson,
  ok,
  idTaken,
  keysFor,
  fail,
  staleVersion,
} from '../platform/index.ts';
import {
  type ChangePersonDto,
  type GiveSecretsDto,
  type LeftBehindDto,
  type NewPersonDto,
  personDto,
} from './person.dto.ts';
import { Belongings } from './belongings.ts';
import { AccessWithdrawn } from './access-withdrawn.ts';
import { PersonEntity, ShopEntity } from './person.entity.ts';
import * as refusals from './refusals.ts';
import { hashed, matches, weakPassphrase } from './secrets.ts';

@Injectable()
export class PeopleService {
  constructor(
    @InjectRepository(PersonEntity) private readonly people: Repository<PersonEntity>,
    private readonly transaction: AuditedTransaction,
    private readonly events: DomainEvents,
    private readonly belongings: Belongings,
  ) {}

  all(): Promise<PersonEntity[]> {
    return this.people.find({ order: { active: 'DESC', name: 'ASC' } });
  }

  shop(): Promise<ShopEntity | null> {
    return this.people.manager.findOneBy(ShopEntity, { singleRow: true });
  }

  /** Creates the shop, once; its kind never changes. */
  async open(
    shop: Omit<ShopEntity, 'singleRow' | 'demoLoadedAt' | 'gapUnit' | 'locale'> & Partial<Pick<ShopEntity, 'locale'>>,
    manager: EntityManager,
  ): Promise<void> {
    await manager.insert(ShopEntity, { singleRow: true, demoLoadedAt: null, ...shop });
  }

  /** Marks the demo's fleet as completely loaded. */
  async demoLoaded(manager: EntityManager, at: Date): Promise<void> {
    await manager.update(ShopEntity, { kind: 'demo' }, { demoLoadedAt: at });
  }

  /** An active person, by initials. */
  async byInitials(initials: string): Promise<PersonEntity | null> {
    const found = await this.people.find({
      where: { initialsKey: In(keysFor(initials)), active: true },
      order: { initialsKey: 'ASC' },
    });
    return bestNamed(found, initials, (each) => each.initials);
  }

  async byId(id: string): Promise<Result<PersonEntity>> {
    const person = await this.people.findOneBy({ id });
    return person === null ? fail(refusals.noSuchPerson) : ok(person);
  }

  /** Adds a person; idempotent by id. */
  async add(person: NewPersonDto): Promise<Result<PersonEntity>> {
    const wrong = wrongSecrets(person, person);
    if (wrong !== null) return fail(wrong);
    const secrets = await hashes(person);
    return this.transaction.run((manager) => this.addIn(manager, person, secrets));
  }

  /** The same within a transaction, such as the set-up of a shop. */
  async addIn(
    manager: EntityManager,
    person: NewPersonDto,
    secrets: Partial<Pick<PersonEntity, 'passphraseHash' | 'pinHash'>>,
  ): Promise<Result<PersonEntity>> {
    const shop = await manager.findOneByOrFail(ShopEntity, { singleRow: true });
    const { id, name, initials, role } = person;
    const row: PersonEntity = {
      id,
      name,
      initials,
      initialsKey: nameKey(initials),
      role,
      active: true,
      version: 1,
      shopKind: shop.kind,
      passphraseHash: null,
      pinHash: null,
      ...secrets,
    };
    await manager.createQueryBuilder().insert().into(PersonEntity).values(row).orIgnore().execute();
    const kept = await manager.findOneBy(PersonEntity, { id });
    if (kept === null) return fail(refusals.initialsTaken(initials));
    const same = samePerson(kept, row) && (await sameSecrets(kept, person));
    return same ? ok(kept) : fail(idTaken('person', personDto(kept)));
  }

  /** Belongings of a person that keep working without them. */
  async leavesBehind(id: string): Promise<Result<LeftBehindDto>> {
    const person = await this.byId(id);
    return person.ok ? ok({ items: await this.belongings.of(this.people.manager, id) }) : person;
  }

  /**
   * Changes name, initials, role or whether a person works here. A stale version is refused with the stored one.
   * When a person leaves, the belongings in `handOver` go to the person who makes the change; the rest end.
   */
  async change(
    id: string,
    { version, name, initials, role, active, handOver = [] }: ChangePersonDto,
  ): Promise<Result<PersonEntity>> {
    return this.transaction.run(async (manager) => {
      const person = await lockedPerson(manager, id);
      if (person === null) return fail(refusals.noSuchPerson);
      const next = { name, initials, initialsKey: nameKey(initials), role, active };
      // Idempotent.
      if (person.version === version + 1 && samePerson(person, { ...person, ...next }) && person.active === active)
        return ok(person);
      if (person.version !== version)
        return fail(staleVersion(person.name, person.version, version, { person: personDto(person) }));
      const taken = await manager.findOneBy(PersonEntity, { initialsKey: next.initialsKey });
      if (taken !== null && taken.id !== id) return fail(refusals.initialsTaken(initials));
      if ((role !== 'owner' || !active) && (await isLastOwner(manager, person))) return fail(refusals.lastOwner);
      await manager.update(PersonEntity, { id }, { ...next, version: version + 1 });
      if (!active) {
        await this.events.raise(new AccessWithdrawn(manager, id));
        await this.belongings.settle(manager, id, new Set(handOver), currentPerson());
      }
      return ok(Object.assign(person, next, { version: version + 1 }));
    });
  }

  /** Sets a new passphrase or PIN. The earlier ones are deleted, and their sessions end, except one. */
  async giveSecrets(id: string, secrets: GiveSecretsDto, butSession?: string): Promise<Result<PersonEntity>> {
    const found = await this.byId(id);
    if (!found.ok) return found;
    if (found.value.shopKind === 'demo') return fail(refusals.demoSecrets);
    const wrong = wrongSecrets(secrets, found.value);
    if (wrong !== null) return fail(wrong);
    const next = await hashes(secrets);
    if (Object.keys(next).length === 0) return found;
    return this.transaction.run(async (manager) => {
      await manager.update(PersonEntity, { id }, next);
      await this.events.raise(new AccessWithdrawn(manager, id, butSession));
      return ok(Object.assign(found.value, next));
    });
  }

  passphraseIs = ({ passphraseHash }: PersonEntity, passphrase: string): Promise<boolean> =>
    matches(passphraseHash, passphrase);

  pinIs = ({ pinHash }: PersonEntity, pin: string): Promise<boolean> => matches(pinHash, pin);

  /** For unknown initials: takes as long as a real refusal. */
  wasteTime = (secret: string): Promise<boolean> => matches(null, secret);
}

const lockedPerson = async (manager: EntityManager, id: string): Promise<PersonEntity | null> => {
  // Every change of people locks the shop's row first, so that two owners cannot remove each other concurrently.
  await manager.findOneOrFail(ShopEntity, { where: { singleRow: true }, lock: { mode: 'pessimistic_write' } });
  return manager.findOneBy(PersonEntity, { id });
};

async function isLastOwner(manager: EntityManager, person: PersonEntity): Promise<boolean> {
  if (person.role !== 'owner' || !person.active) return false;
  const owners = await manager.findBy(PersonEntity, { role: 'owner', active: true });
  return owners.every(({ id, passphraseHash }) => id === person.id || passphraseHash === null);
}

const samePerson = (a: PersonEntity, b: PersonEntity): boolean =>
  a.name === b.name && a.initialsKey === b.initialsKey && a.initials === b.initials && a.role === b.role;

/** A repeated request must carry the stored passphrase or PIN: it must not report success for another one. */
const sameSecrets = async (
  { passphraseHash, pinHash }: PersonEntity,
  { passphrase, pin }: NewPersonDto,
): Promise<boolean> =>
  (passphrase === undefined || (await matches(passphraseHash, passphrase))) &&
  (pin === undefined || (await matches(pinHash, pin)));

const PLAIN_ROWS = '01234567890 09876543210';

/** The error of a chosen passphrase or PIN. */
export function wrongSecrets({ passphrase, pin }: GiveSecretsDto, person: { readonly name: string }): Refusal | null {
  if (passphrase !== undefined) {
    const weak = weakPassphrase(passphrase, person);
    if (weak !== null) return weak;
  }
  if (pin === undefined) return null;
  const plain = /^(\d)\1*$/.test(pin) || PLAIN_ROWS.includes(pin);
  return /^\d{4,8}$/.test(pin) && !plain ? null : refusals.badPin;
}

export async function hashes({
  passphrase,
  pin,
}: GiveSecretsDto): Promise<Partial<Pick<PersonEntity, 'passphraseHash' | 'pinHash'>>> {
  return {
    ...(passphrase !== undefined && { passphraseHash: await hashed(passphrase) }),
    ...(pin !== undefined && { pinHash: await hashed(pin) }),
  };
}
