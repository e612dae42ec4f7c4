import { USUAL_LOCALE } from '@sturdy-shim/core';
import { Injectable } from '@nestjs/common';
import { timingSafeEqual } from 'node:crypto';
import { PeopleService, type PersonEntity, hashes, wrongSecrets } from '../people/index.ts';
import { type Result, AuditedTransaction, actAs, ok, fail } from '../platform/index.ts';
import { networkOf } from './address.ts';
import { Attempts, type Try } from './attempts.ts';
import type { SetUpDto } from './auth.dto.ts';
import { codeKey, newCode, tokenHash } from './tokens.ts';

/** The first owner of a real shop is created by the person who can read the terminal that started the server. */
@Injectable()
export class SetUpService {
  private codeHash: string | null = null;

  constructor(
    private readonly people: PeopleService,
    private readonly attempts: Attempts,
    private readonly transaction: AuditedTransaction,
  ) {}

  /** A fresh code for the terminal, or null when the shop is set up already. It is kept as a hash, until the next start. */
  async offerCode(): Promise<string | null> {
    if ((await this.people.shop()) !== null) return null;
    const code = newCode();
    this.codeHash = tokenHash(codeKey(code));
    return code;
  }

  /** Creates the shop and its owner in one transaction. */
  async setUp(
    { code, shopName, timeZone, locale = USUAL_LOCALE, owner }: SetUpDto,
    from: string,
  ): Promise<Result<PersonEntity>> {
    if ((await this.people.shop()) !== null) return fail(setUpAlready);
    const right = await this.attempts.tryAt(attemptFrom(from), wrongCode, () =>
      Promise.resolve(this.isRight(code) || null),
    );
    if (!right.ok) return right;
    const wrong = wrongSecrets(owner, owner);
    if (wrong !== null) return fail({ ...wrong, ...(wrong.field && { field: `owner.${wrong.field}` }) });
    const secrets = await hashes(owner);
    const made = await actAs({ kind: 'program', name: 'set-up' }, () =>
      this.transaction.run(async (manager) => {
        // Of two concurrent requests the second waits here and then finds the shop created.
        await manager.query("select pg_advisory_xact_lock(hashtext('shim.set-up'))");
        if ((await manager.query<unknown[]>('select 1 from shop')).length > 0) return fail(setUpAlready);
        const shop = { kind: 'real' as const, name: shopName, timeZone, locale, demoPassphrase: null, demoPin: null };
        await this.people.open(shop, manager);
        return this.people.addIn(manager, { ...owner, role: 'owner' }, secrets);
      }),
    );
    if (made.ok) this.codeHash = null;
    return made.ok ? ok(made.value) : made;
  }

  private isRight(code: string): boolean {
    if (this.codeHash === null) return false;
    return timingSafeEqual(Buffer.from(tokenHash(codeKey(code))), Buffer.from(this.codeHash));
  }
}

/** The code has too many values to be guessed from many addresses, and changes at the next start. */
const attemptFrom = (from: string): Try => ({
  method: 'set-up code',
  what: '',
  by: networkOf(from),
  from,
  device: null,
  personId: null,
});

const setUpAlready = {
  code: 'set-up-already',
  status: 409,
  detail: 'This shop is set up already.',
  remedy: 'Sign in; an owner can add more people.',
} as const;

const wrongCode = {
  code: 'wrong-code',
  status: 422,
  field: 'code',
  detail: 'This is not the code of the last start.',
  remedy: 'Read it again in the terminal in which the server was started; every start prints a new one.',
} as const;
