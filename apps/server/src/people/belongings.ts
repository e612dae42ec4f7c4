import { Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import type { PersonEntity } from './person.entity.ts';

export const BELONGING_KINDS = ['calendar-address', 'access-key', 'tablet'] as const;
export type BelongingKind = (typeof BELONGING_KINDS)[number];

/** Something that a person created and others use: it keeps working after the person has left, unless it is ended. */
export interface Belonging {
  readonly id: string;
  readonly name: string;
}

/** A domain with belongings of people. */
export interface BelongingSource {
  readonly kind: BelongingKind;
  /** The active belongings of a person. */
  of(manager: EntityManager, personId: string): Promise<Belonging[]>;
  end(manager: EntityManager, ids: readonly string[]): Promise<void>;
  handOver(manager: EntityManager, ids: readonly string[], heir: Pick<PersonEntity, 'id' | 'name'>): Promise<void>;
}

/** The belongings of people. Domains register here, so that the people domain does not depend on them. */
@Injectable()
export class Belongings {
  private readonly sources: BelongingSource[] = [];

  register(source: BelongingSource): void {
    this.sources.push(source);
  }

  async of(manager: EntityManager, personId: string): Promise<(Belonging & { readonly kind: BelongingKind })[]> {
    const lists = await Promise.all(
      this.sources.map(async (source) => {
        const belongings = await source.of(manager, personId);
        return belongings.map(({ id, name }) => ({ id, name, kind: source.kind }));
      }),
    );
    return lists.flat().toSorted((a, b) => BELONGING_KINDS.indexOf(a.kind) - BELONGING_KINDS.indexOf(b.kind));
  }

  /** Hands over the selected belongings and ends the others. */
  async settle(
    manager: EntityManager,
    personId: string,
    kept: ReadonlySet<string>,
    heir: Pick<PersonEntity, 'id' | 'name'>,
  ): Promise<void> {
    // In sequence, because they share the connection of the transaction.
    for (const source of this.sources) {
      const ids = (await source.of(manager, personId)).map(({ id }) => id);
      const [handedOver, ended] = [ids.filter((id) => kept.has(id)), ids.filter((id) => !kept.has(id))];
      if (handedOver.length > 0) await source.handOver(manager, handedOver, heir);
      if (ended.length > 0) await source.end(manager, ended);
    }
  }
}
