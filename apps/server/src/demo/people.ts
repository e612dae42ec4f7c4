import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { PeopleService, type PersonEntity, hashes } from '../people/index.ts';
import { AuditedTransaction, actAs, machineZone } from '../platform/index.ts';
import { DEMO_PASSPHRASE, DEMO_PIN, DESK, HANDS, SHOP } from './staff.ts';

/** The people of the demo. Its shop is of the demo's kind, and only in such a one can they stand. */
@Injectable()
export class DemoPeople {
  private readonly known = new Map<string, PersonEntity>();

  constructor(
    private readonly people: PeopleService,
    private readonly transaction: AuditedTransaction,
  ) {}

  async add(): Promise<void> {
    // One hash for all: what is shown on the sign-in page needs no salt of its own, and the demo starts sooner.
    const secrets = await hashes({ passphrase: DEMO_PASSPHRASE, pin: DEMO_PIN });
    await this.transaction.run(async (manager) => {
      const shop = {
        kind: 'demo' as const,
        name: SHOP,
        timeZone: machineZone(),
        demoPassphrase: DEMO_PASSPHRASE,
        demoPin: DEMO_PIN,
      };
      await this.people.open(shop, manager);
      for (const person of [...HANDS, ...DESK]) {
        const added = await this.people.addIn(manager, { ...person, id: randomUUID() }, secrets);
        if (!added.ok) throw new Error(`the demo was refused: ${JSON.stringify(added.refusal)}`);
        this.known.set(person.name, added.value);
      }
    });
  }

  /** Whether this database is not set up yet. */
  async areWanted(): Promise<boolean> {
    return (await this.people.shop()) === null;
  }

  /** All that they did is on record. */
  async finish(at: Date): Promise<void> {
    await this.transaction.run((manager) => this.people.demoLoaded(manager, at));
  }

  /** Does the work of the past as one of them. */
  as<T>(name: string, work: () => T): T {
    const person = this.known.get(name);
    if (person === undefined) throw new Error(`nobody is called ${name}`);
    const { id, initials, role } = person;
    return actAs(
      { kind: 'person', id, name, initials, role, sessionId: '', bench: false, device: null, from: 'demo' },
      work,
    );
  }
}
