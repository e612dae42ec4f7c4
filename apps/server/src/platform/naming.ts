import { DefaultNamingStrategy, type NamingStrategyInterface } from 'typeorm';

const snake = (name: string): string => name.replace(/([a-z0-9])([A-Z])/g, '$1_$2').toLowerCase();

/** Column names in snake_case, for manual SQL. */
export class SnakeCase extends DefaultNamingStrategy implements NamingStrategyInterface {
  override columnName(property: string, custom: string | undefined, prefixes: string[]): string {
    return custom ?? snake([...prefixes, property].join('_'));
  }
  override relationName(property: string): string {
    return snake(property);
  }
  override joinColumnName(relation: string, referenced: string): string {
    return snake(`${relation}_${referenced}`);
  }
}
