import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { DataSource, type EntityManager, IsNull, Not } from 'typeorm';
import { AccessWithdrawn, type PersonEntity } from '../people/index.ts';
import { Clock, type PersonActor, AuditedTransaction, OnDomainEvent, actAs } from '../platform/index.ts';
import { DeviceEntity, SessionEntity, isTrusted } from './session.entity.ts';
import { newToken, tokenHash } from './tokens.ts';

const MINUTE = 60_000;
/** By passphrase: a working day without a sign, a week at most. By PIN: a shared tablet forgets soon. */
const IDLE = { full: 12 * 60 * MINUTE, bench: 45 * MINUTE };
const LONGEST = { full: 7 * 24 * 60 * MINUTE, bench: 14 * 60 * MINUTE };
/** Being seen is written down at most this often. */
const SEEN_EVERY = MINUTE;

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
  ) {}

  /** Signs somebody in; the token goes into the cookie and is kept nowhere. */
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
    await actAs(actorOf(person, session, how.device, how.from), () =>
      this.transaction.run(async (manager) => {
        await manager.insert(SessionEntity, session);
      }),
    );
    return { token, expiresAt: session.expiresAt };
  }

  /** Who holds this token; null when it is unknown, ended, run out, or the person left. */
  async actorOf(token: string, deviceToken: string | null, from: string): Promise<PersonActor | null> {
    // One statement: asked for one alone, what hangs on it would be a second.
    const [session] = await this.database.manager.find(SessionEntity, {
      where: { tokenHash: tokenHash(token), endedAt: IsNull() },
      relations: { person: true, device: true },
    });
    if (!session?.person?.active) return null;
    const now = this.clock.now();
    const idle = now.getTime() - session.lastSeenAt.getTime();
    if (session.expiresAt <= now || idle > IDLE[session.bench ? 'bench' : 'full']) return null;
    // A PIN holds only on the tablet on which it was typed, and only as long as that is trusted.
    if (session.bench && !isOn(session.device ?? null, deviceToken, now)) return null;
    if (idle > SEEN_EVERY) await this.database.manager.update(SessionEntity, { id: session.id }, { lastSeenAt: now });
    return actorOf(session.person, session, session.device ?? null, from);
  }

  /** Signs out one session. */
  async end(sessionId: string): Promise<void> {
    await this.endWhere((manager) => manager.update(SessionEntity, { id: sessionId, endedAt: IsNull() }, this.ended()));
  }

  /** Signs a person out everywhere. */
  async endAll(personId: string): Promise<void> {
    await this.endWhere((manager) => this.endOf(new AccessWithdrawn(manager, personId)));
  }

  @OnDomainEvent(AccessWithdrawn)
  async endOf({ manager, personId, butSession }: AccessWithdrawn): Promise<void> {
    const where = { personId, endedAt: IsNull(), ...(butSession !== undefined && { id: Not(butSession) }) };
    await manager.update(SessionEntity, where, this.ended());
  }

  /** A device that is trusted no more signs out everybody on it. */
  async endOn(manager: EntityManager, deviceId: string): Promise<void> {
    await manager.update(SessionEntity, { deviceId, endedAt: IsNull() }, this.ended());
  }

  private ended = () => ({ endedAt: this.clock.now() });

  private async endWhere(update: (manager: EntityManager) => Promise<unknown>): Promise<void> {
    await this.transaction.run(async (manager) => {
      await update(manager);
    });
  }
}

const isOn = (device: DeviceEntity | null, token: string | null, now: Date): boolean =>
  device !== null && token !== null && device.tokenHash === tokenHash(token) && isTrusted(device, now);

const actorOf = (
  person: PersonEntity,
  session: SessionEntity,
  device: DeviceEntity | null,
  from: string,
): PersonActor => ({
  kind: 'person',
  id: person.id,
  name: person.name,
  initials: person.initials,
  role: person.role,
  sessionId: session.id,
  bench: session.bench,
  device: device?.name ?? null,
  from,
});
