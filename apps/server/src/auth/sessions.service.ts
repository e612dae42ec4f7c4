import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { Any, DataSource, type EntityManager, type FindOptionsWhere, IsNull, Not } from 'typeorm';
import { AccessWithdrawn, type PersonEntity } from '../people/index.ts';
import {
  Clock,
  DomainEvents,
  type PersonActor,
  AuditedTransaction,
  OnDomainEvent,
  actAs,
  prepared,
} from '../platform/index.ts';
import { AccessEnded } from './access-ended.ts';
import { type DeviceEntity, SessionEntity, isTrusted } from './session.entity.ts';
import { newToken, tokenHash } from './tokens.ts';

const MINUTE = 60_000;
/** By passphrase: a working day of inactivity, a week at most. By PIN: shorter, because the tablet is shared. */
const IDLE = { full: 12 * 60 * MINUTE, bench: 45 * MINUTE };
const LONGEST = { full: 7 * 24 * 60 * MINUTE, bench: 14 * 60 * MINUTE };
/** The time of last use is written at most this often. */
const SEEN_EVERY = MINUTE;

/** Runs with every request. */
const HOLDER = {
  name: 'session-holder',
  text: `select session.id, bench, last_seen_at as "lastSeenAt", expires_at as "expiresAt", person.id as "personId",
      person.name, person.initials, person.role, person.active, device.name as "deviceName",
      device.token_hash as "deviceTokenHash", device.trusted_at as "trustedAt", device.revoked_at as "revokedAt"
    from session join person on person.id = person_id left join device on device.id = device_id
    where session.token_hash = $1 and ended_at is null`,
};
type HolderRow = Pick<SessionEntity, 'id' | 'bench' | 'lastSeenAt' | 'expiresAt' | 'personId'> &
  Pick<PersonEntity, 'name' | 'initials' | 'role' | 'active'> & {
    readonly deviceName: string | null;
    readonly deviceTokenHash: string | null;
    readonly trustedAt: Date | null;
    readonly revokedAt: Date | null;
  };

export interface Opened {
  readonly token: string;
  readonly expiresAt: Date;
}

@Injectable()
export class SessionsService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly clock: Clock,
    private readonly events: DomainEvents,
  ) {}

  /** Signs a person in. The token is set in the cookie and not stored. */
  async open(
    person: PersonEntity,
    how: { device: DeviceEntity | null; bench: boolean; from: string },
  ): Promise<Opened> {
    const now = this.clock.now();
    const token = newToken();
    const kind = how.bench ? 'bench' : 'full';
    const session: SessionEntity = {
      id: randomUUID(),
      tokenHash: tokenHash(token),
      personId: person.id,
      bench: how.bench,
      deviceId: how.device?.id ?? null,
      cameFrom: how.from,
      startedAt: now,
      lastSeenAt: now,
      expiresAt: new Date(now.getTime() + LONGEST[kind]),
      endedAt: null,
    };
    await actAs(actorOf(person, session, how.device?.name ?? null, how.from), () =>
      this.transaction.run(async (manager) => {
        await manager.insert(SessionEntity, session);
      }),
    );
    return { token, expiresAt: session.expiresAt };
  }

  /** The session of this token; null when it is unknown, ended or expired, or the person left. */
  async actorOf(token: string, deviceToken: string | null, from: string): Promise<PersonActor | null> {
    const [found] = await prepared<HolderRow>(this.database.manager, HOLDER, [tokenHash(token)]);
    if (!found?.active) return null;
    const { id, bench } = found;
    const now = this.clock.now();
    const idle = now.getTime() - found.lastSeenAt.getTime();
    if (found.expiresAt <= now || idle > IDLE[bench ? 'bench' : 'full']) return null;
    // A PIN session is valid only on its tablet, and only while that is trusted.
    if (bench && !isOn(found, deviceToken, now)) return null;
    if (idle > SEEN_EVERY) await this.database.manager.update(SessionEntity, { id }, { lastSeenAt: now });
    const person = { id: found.personId, name: found.name, initials: found.initials, role: found.role };
    return actorOf(person, found, found.deviceName, from);
  }

  /** Signs out one session. */
  async end(sessionId: string): Promise<void> {
    await this.transaction.run((manager) => this.endWhere(manager, { id: sessionId }));
  }

  /** Signs a person out everywhere. */
  async endAll(personId: string): Promise<void> {
    await this.transaction.run((manager) => this.endWhere(manager, { personId }));
  }

  @OnDomainEvent(AccessWithdrawn)
  async endOf({ manager, personId, butSession }: AccessWithdrawn): Promise<void> {
    await this.endWhere(manager, { personId, ...(butSession !== undefined && { id: Not(butSession) }) });
  }

  /** Revoking the trust of a device ends every session on it. */
  async endOn(manager: EntityManager, deviceId: string): Promise<void> {
    await this.endWhere(manager, { deviceId });
  }

  private async endWhere(manager: EntityManager, which: FindOptionsWhere<SessionEntity>): Promise<void> {
    const open = await manager.find(SessionEntity, { where: { ...which, endedAt: IsNull() }, select: { id: true } });
    if (open.length === 0) return;
    const ids = open.map(({ id }) => id);
    await manager.update(SessionEntity, { id: Any(ids), endedAt: IsNull() }, { endedAt: this.clock.now() });
    await this.events.raise(new AccessEnded(manager, ids));
  }
}

const isOn = ({ deviceTokenHash, trustedAt, revokedAt }: HolderRow, token: string | null, now: Date): boolean =>
  trustedAt !== null &&
  token !== null &&
  deviceTokenHash === tokenHash(token) &&
  isTrusted({ trustedAt, revokedAt }, now);

const actorOf = (
  person: Pick<PersonEntity, 'id' | 'name' | 'initials' | 'role'>,
  session: Pick<SessionEntity, 'id' | 'bench'>,
  device: string | null,
  from: string,
): PersonActor => ({
  kind: 'person',
  id: person.id,
  name: person.name,
  initials: person.initials,
  role: person.role,
  sessionId: session.id,
  bench: session.bench,
  device,
  from,
});
