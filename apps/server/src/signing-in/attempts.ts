import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { Clock, type Outcome, type Refusal, done, refuse } from '../platform/index.ts';
import { AttemptEntity } from './session.entity.ts';

/** Five wrong tries in a quarter of an hour shut a door until that quarter is over. */
const MOST = 5;
const MINUTES = 15;

/** Slows guessing down: at most 20 tries an hour at one door, whoever asks and from wherever. */
@Injectable()
export class Attempts {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
  ) {}

  /**
   * Counts a try before it is looked at, so that many at once do not get in between; a right one clears the count.
   * `work` says null for a wrong try.
   */
  async tryAt<T>(door: string, wrong: Refusal, work: () => Promise<T | null>): Promise<Outcome<T>> {
    const now = this.clock.now();
    const expired = new Date(now.getTime() - MINUTES * 60_000);
    const attempts = this.database.getRepository(AttemptEntity);
    const [row] = (await this.database.query(
      `insert into sign_in_attempt (door, failures, since) values ($1, 1, $2)
       on conflict (door) do update set
         failures = case when sign_in_attempt.since < $3 then 1 else sign_in_attempt.failures + 1 end,
         since = case when sign_in_attempt.since < $3 then $2 else sign_in_attempt.since end
       returning failures, since`,
      [door, now, expired],
    )) as { failures: number; since: Date }[];
    if (row !== undefined && row.failures > MOST) return refuse(shut(row.since));
    const value = await work();
    if (value === null) return refuse(wrong);
    await attempts.delete({ door });
    return done(value);
  }

  /** Old counts of doors that nobody tries any more. */
  async forgetOld(): Promise<void> {
    await this.database
      .createQueryBuilder()
      .delete()
      .from(AttemptEntity)
      .where('since < :old', { old: new Date(this.clock.now().getTime() - MINUTES * 60_000) })
      .execute();
  }
}

const shut = (since: Date): Refusal => ({
  code: 'tried-too-often',
  status: 429,
  detail: `Too many wrong tries. This is shut until ${new Date(since.getTime() + MINUTES * 60_000).toISOString().slice(11, 16)} UTC.`,
  mend: 'Wait until then. If you forgot it, ask the owner for a new one.',
});
