import type { EntityManager } from 'typeorm';
import { grouped } from './grouped.ts';
import { prepared } from './prepared.ts';

interface OfUnit {
  readonly unitId: string;
}

/**
 * A source of facts about units from one domain: a statement over the units `$1` at the moment `$2` whose rows have a
 * `"unitId"`, and the parser of a row. Moments are text.
 */
export interface FactSource<Row extends OfUnit, Fact = Row> {
  readonly sql: string;
  readonly read: (row: Row) => Fact;
}

/** A source whose rows are the facts. */
export const plainFacts = <Row extends OfUnit>(sql: string): FactSource<Row> => ({ sql, read: (row) => row });

type AnySource = FactSource<never, unknown>;
type Gathered<Sources extends Readonly<Record<string, AnySource>>> = {
  readonly [Name in keyof Sources]: ReadonlyMap<string, ReturnType<Sources[Name]['read']>[]>;
};
/** Up to this many units a prepared statement is used. */
const FEW = 10;

/** Loads facts of all kinds in one statement and one round trip, however many kinds and units. */
export class Facts<Sources extends Readonly<Record<string, AnySource>>> {
  private readonly sql: string;

  constructor(
    private readonly name: string,
    private readonly sources: Sources,
  ) {
    const each = Object.entries(sources).map(
      ([kind, { sql }]) => `select '${kind}' as kind, to_jsonb(fact) as fact from (${sql}) fact`,
    );
    // Every parameter needs a type, also if no source uses it.
    this.sql = `with at as (select $2::timestamptz) ${each.join(' union all ')}`;
  }

  async gather(manager: EntityManager, unitIds: readonly string[], now: Date): Promise<Gathered<Sources>> {
    const rows = await this.ask(manager, [unitIds, now]);
    const byKind = grouped(rows, ({ kind }) => kind);
    return Object.fromEntries(
      Object.entries(this.sources).map(([kind, { read }]) => [
        kind,
        new Map(
          [...grouped(byKind.get(kind) ?? [], ({ fact }) => fact.unitId)].map(([unitId, own]) => [
            unitId,
            own.map(({ fact }) => read(fact as never)),
          ]),
        ),
      ]),
    ) as unknown as Gathered<Sources>;
  }

  private async ask(manager: EntityManager, values: [readonly string[], Date]) {
    type Row = { readonly kind: string; readonly fact: OfUnit };
    const [unitIds] = values;
    return unitIds.length > FEW
      ? manager.query<Row[]>(this.sql, values)
      : prepared<Row>(manager, { name: this.name, text: this.sql }, values);
  }
}
