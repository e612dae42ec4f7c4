import { Injectable, type OnModuleInit } from '@nestjs/common';
import { createHash, randomBytes } from 'node:crypto';
import { Any, DataSource, IsNull } from 'typeorm';
import { Belongings } from '../people/index.ts';
import {
  Clock,
  DomainEvents,
  type KeyActor,
  type Result,
  AuditedTransaction,
  currentPerson,
  ok,
  fail,
} from '../platform/index.ts';
import { AccessEnded } from './access-ended.ts';
import { AccessKeyEntity } from './access-key.entity.ts';
import type { NewAccessKeyDto } from './access-key.dto.ts';

const PREFIX = 'shim_';
const hashOf = (key: string): string => createHash('sha256').update(key).digest('hex');
const USED_EVERY = 60_000;

@Injectable()
export class AccessKeysService implements OnModuleInit {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly clock: Clock,
    private readonly belongings: Belongings,
    private readonly events: DomainEvents,
  ) {}

  onModuleInit(): void {
    this.belongings.register({
      kind: 'access-key',
      of: (manager, madeById) => manager.findBy(AccessKeyEntity, { madeById, revokedAt: IsNull() }),
      end: async (manager, ids) => {
        await manager.update(AccessKeyEntity, { id: Any([...ids]) }, { revokedAt: this.clock.now() });
        await this.events.raise(new AccessEnded(manager, ids));
      },
      handOver: async (manager, ids, heir) => {
        await manager.update(AccessKeyEntity, { id: Any([...ids]) }, { madeById: heir.id });
      },
    });
  }

  all(): Promise<AccessKeyEntity[]> {
    return this.database.manager.find(AccessKeyEntity, { relations: { madeBy: true }, order: { madeAt: 'DESC' } });
  }

  /** Creates a key, which only this answer shows; a repeated request with the same id is refused. */
  async make({ id, name, scopes }: NewAccessKeyDto): Promise<Result<{ key: AccessKeyEntity; secret: string }>> {
    const secret = PREFIX + randomBytes(32).toString('base64url');
    return this.transaction.run(async (manager) => {
      const key: AccessKeyEntity = {
        id,
        name,
        scopes: [...new Set(scopes)],
        keyHash: hashOf(secret),
        madeById: currentPerson().id,
        madeAt: this.clock.now(),
        lastUsedAt: null,
        revokedAt: null,
      };
      await manager.createQueryBuilder().insert().into(AccessKeyEntity).values(key).orIgnore().execute();
      const kept = await manager.findOneBy(AccessKeyEntity, { id });
      if (kept?.keyHash === key.keyHash) return ok({ key, secret });
      return fail({
        code: 'key-shown-already',
        status: 409,
        field: 'id',
        detail: 'This key was made already and is not shown a second time.',
        remedy: 'If it got lost on its way, revoke it and make another.',
      });
    });
  }

  async revoke(id: string): Promise<Result<AccessKeyEntity>> {
    return this.transaction.run(async (manager) => {
      const key = await manager.findOne(AccessKeyEntity, { where: { id }, relations: { madeBy: true } });
      if (key === null) {
        return fail({
          code: 'no-such-key',
          status: 404,
          detail: 'There is no such key.',
          remedy: 'Load the list again.',
        });
      }
      key.revokedAt ??= this.clock.now();
      await manager.update(AccessKeyEntity, { id }, { revokedAt: key.revokedAt });
      await this.events.raise(new AccessEnded(manager, [id]));
      return ok(key);
    });
  }

  /** The holder of this key; null when it is unknown or revoked. */
  async actorOf(secret: string, from: string): Promise<KeyActor | null> {
    if (!secret.startsWith(PREFIX)) return null;
    const key = await this.database.manager.findOneBy(AccessKeyEntity, {
      keyHash: hashOf(secret),
      revokedAt: IsNull(),
    });
    if (key === null) return null;
    const now = this.clock.now();
    if (key.lastUsedAt === null || now.getTime() - key.lastUsedAt.getTime() > USED_EVERY)
      await this.database.manager.update(AccessKeyEntity, { id: key.id }, { lastUsedAt: now });
    return { kind: 'key', id: key.id, name: key.name, scopes: key.scopes, from };
  }
}
