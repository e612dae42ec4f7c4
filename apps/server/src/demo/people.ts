import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { PeopleService, type PersonEntity, hashes } from '../people/index.ts';
import { AuditedTransaction, actAs, machineZone } from '../platform/index.ts';
import { DEMO_PASSPHRASE, DEMO_PIN, DESK, HANDS, SHOP } from './staff.ts';

/** The people of the demo; they can exist only in a shop of the demo kind. */
@Injectable()
export class DemoPeople {
  private readonly known = new Map<string, PersonEntity>();

  constructor(
    private readonly people: PeopleService,
    private readonly transaction: AuditedTransaction,
  ) {}

  async add(): Promise<void> {
    // One hash for all: the passphrase is public on the sign-in page, and the demo starts faster.
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

  /** Whether this database has no shop yet. */
  async areWanted(): Promise<boolean> {
    return (await this.people.shop()) === null;
  }

  /** Their actions are in the audit log. */
  async finish(at: Date): Promise<void> {
    await this.transaction.run((manager) => this.people.demoLoaded(manager, at));
  }

  /** Runs past work under one of their names. */
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
