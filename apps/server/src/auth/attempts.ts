import { Injectable, Logger } from '@nestjs/common';
import { DataSource, LessThan } from 'typeorm';
import { randomUUID } from 'node:crypto';
import {
  Clock,
  KeyedSemaphore,
  type Result,
  type Refusal,
  AuditedTransaction,
  actAs,
  ok,
  fail,
} from '../platform/index.ts';
import { AttemptEntity, SignInRefusalEntity, type SignInMethod } from './session.entity.ts';

const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;
/** Number of wrong attempts without a wait. */
const FREE = 4;
const LONGEST_WAIT = 60 * MINUTE;
/** Unknown initials from one address are logged once in this time, so that guessing does not fill the audit log. */
const UNKNOWN_EVERY = 10 * MINUTE;

/** The wait by number of wrong attempts: a minute after the fifth, doubled with each, an hour at most. */
export const waitAfter = (failures: number): number =>
  failures <= FREE ? 0 : Math.min(LONGEST_WAIT, MINUTE * 2 ** Math.min(20, failures - FREE - 1));

/** The account and the source of an attempt. */
export interface Try {
  readonly method: SignInMethod;
  /** The account, such as the initials in their compared form. */
  readonly what: string;
  /** A known device, or the address. Attempts of one source never lock out another. */
  readonly by: string;
  readonly from: string;
  readonly device: string | null;
  readonly personId: string | null;
}

/**
 * Rate limit for guesses, by account and source together, so that an attacker elsewhere does not lock the owner out.
 * Kept in the database, so that it holds across restarts and nodes.
 */
@Injectable()
export class Attempts {
  private readonly logger = new Logger('Signing in');
  /** Serializes correct attempts, because concurrent ones would look like guessing. */
  private readonly semaphore = new KeyedSemaphore();

  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly clock: Clock,
  ) {}

  /**
   * Counts an attempt before it is verified, so that concurrent attempts cannot bypass the limit; a correct one
   * clears the count. `work` returns null for a wrong attempt.
   */
  tryAt<T>(attempt: Try, wrong: Refusal, work: () => Promise<T | null>): Promise<Result<T>> {
    return this.semaphore.take(`${keyOf(attempt)} ${attempt.by}`, () => this.tryInTurn(attempt, wrong, work));
  }

  private async tryInTurn<T>(attempt: Try, wrong: Refusal, work: () => Promise<T | null>): Promise<Result<T>> {
    const until = await this.counted(attempt);
    if (until !== null) {
      await this.refused(attempt, 'waits');
      return fail(waits(until.getTime() - this.clock.now().getTime()));
    }
    const value = await work();
    if (value === null) {
      await this.refused(attempt, 'wrong');
      await this.forgetOld();
      return fail(wrong);
    }
    await this.database.manager.delete(AttemptEntity, { account: keyOf(attempt), by: attempt.by });
    return ok(value);
  }

  /** Counts the attempt. @returns until when to wait, if the wait after the last wrong attempt is not over */
  private counted(attempt: Try): Promise<Date | null> {
    const now = this.clock.now();
    const key = { account: keyOf(attempt), by: attempt.by };
    return this.database.transaction(async (manager) => {
      // An update that changes nothing locks the row, or creates it, so that a concurrent clear comes before or after.
      const [row] = await manager.query<[{ failures: number; since: Date }]>(
        `insert into sign_in_attempt (account, by, failures, since) values ($1, $2, 0, $3)
         on conflict (account, by) do update set failures = sign_in_attempt.failures returning failures, since`,
        [key.account, key.by, now],
      );
      const failures = now.getTime() - row.since.getTime() > DAY ? 0 : row.failures;
      const until = new Date(row.since.getTime() + waitAfter(failures));
      if (now < until) return until;
      await manager.update(AttemptEntity, key, { failures: failures + 1, since: now });
      return null;
    });
  }

  /** Logged with the address and recorded, so that the owner of the account can see the attempts. */
  private async refused({ method, from, device, personId }: Try, why: 'wrong' | 'waits'): Promise<void> {
    // The typed initials may be a passphrase in the wrong field: they are not logged.
    this.logger.warn(
      `a ${method} was refused from ${from}: ${personId === null ? 'unknown initials' : personId}, ${why}`,
    );
    const at = this.clock.now();
    await actAs({ kind: 'program', name: 'signing in' }, () =>
      this.transaction.run(async (manager) => {
        const since = new Date(at.getTime() - (why === 'wrong' && personId !== null ? 0 : UNKNOWN_EVERY));
        const told = await manager
          .createQueryBuilder(SignInRefusalEntity, 'refusal')
          .where('refusal.came_from = :from and refusal.why = :why and refusal.at > :since', { from, why, since })
          .andWhere('refusal.person_id is not distinct from :personId', { personId })
          .getExists();
        if (told) return;
        await manager.insert(SignInRefusalEntity, {
          id: randomUUID(),
          at,
          method,
          why,
          cameFrom: from,
          device: device ?? '',
          personId,
        });
      }),
    );
  }

  /** Deletes counts of accounts without recent attempts. */
  private async forgetOld(): Promise<void> {
    await this.database.manager.delete(AttemptEntity, { since: LessThan(new Date(this.clock.now().getTime() - DAY)) });
  }
}

const keyOf = ({ method, what }: Try): string => `${method} ${what}`;

function waits(ms: number): Refusal {
  const minutes = Math.max(1, Math.ceil(ms / MINUTE));
  return {
    code: 'tried-too-often',
    status: 429,
    detail: `Too many wrong tries from here. The next one is taken in ${minutes} minute${minutes === 1 ? '' : 's'}.`,
    remedy:
      'Wait until then, or use a device on which you have signed in before. If you forgot it, ask the owner for a new one.',
    facts: { minutes },
  };
}
