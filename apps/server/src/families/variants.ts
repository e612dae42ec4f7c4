import { isDeepStrictEqual } from 'node:util';
import type { EntityManager } from 'typeorm';
import type { Refusal } from '../platform/index.ts';
import type { FamilyFieldsDto } from './family.dto.ts';
import { FamilyEntity } from './family.entity.ts';
import { EMPTY_SHEET, type FamilySheet } from './sheet.ts';

/** The facts of a family about its engines, without its name and base. */
type Stated = Pick<
  FamilyEntity,
  Exclude<keyof FamilyFieldsDto & keyof FamilyEntity, 'code' | 'stampingPattern' | 'baseId'>
>;

/** Never inherited: a stamping pattern must find one family. */
const OWN_ALWAYS: readonly string[] = ['code', 'stampingPattern', 'baseId'] satisfies (keyof FamilyFieldsDto)[];

/** The fields that a variant may override, by path: `layout`, `sheet.mark`. */
function stated(family: Stated): Map<string, unknown> {
  const { sheet, ...fields } = family;
  const whole: FamilySheet = { ...EMPTY_SHEET, ...sheet };
  return new Map<string, unknown>([
    ...Object.entries(fields).filter(([name]) => !OWN_ALWAYS.includes(name)),
    ...Object.entries(whole).map(([name, value]) => [`sheet.${name}`, value] as const),
  ]);
}

const statedBy = (family: FamilyEntity): Stated => ({
  layout: family.layout,
  cylinders: family.cylinders,
  intakePerCylinder: family.intakePerCylinder,
  exhaustPerCylinder: family.exhaustPerCylinder,
  temperature: family.temperature,
  belowC: family.belowC,
  restHours: family.restHours,
  fromC: family.fromC,
  toC: family.toC,
  temperatureRecipe: family.temperatureRecipe,
  positions: family.positions,
  positionRecipe: family.positionRecipe,
  adjuster: family.adjuster,
  turning: family.turning,
  intervalHours: family.intervalHours,
  intervalMonths: family.intervalMonths,
  breakInHours: family.breakInHours,
  seasonDay: family.seasonDay,
  dealerOnly: family.dealerOnly,
  noInterval: family.noInterval,
  cautions: family.cautions,
  adjusterKind: family.adjusterKind,
  strokeMm: family.strokeMm,
  rodMm: family.rodMm,
  sheet: { ...EMPTY_SHEET, ...family.sheet },
});

/** The JSON form, with null for missing values. */
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value ?? null));
const alike = (a: unknown, b: unknown): boolean => isDeepStrictEqual(plain(a), plain(b));

/** The fields in which a variant differs from its base, by path. */
export function differing(variant: Stated, base: FamilyEntity): string[] {
  const own = stated(variant);
  return [...stated(statedBy(base))].filter(([path, value]) => !alike(own.get(path), value)).map(([path]) => path);
}

/** A variant after a change of its base: inherited fields are updated. */
export function followed({ ownFields, ...variant }: FamilyEntity, base: FamilyEntity): Stated {
  const own = statedBy({ ownFields, ...variant });
  const below = statedBy(base);
  const keep = (path: string): boolean => ownFields.includes(path);
  const ownSheet = { ...EMPTY_SHEET, ...own.sheet };
  const sheet = Object.fromEntries(
    Object.entries({ ...EMPTY_SHEET, ...below.sheet }).map(([name, value]) => [
      name,
      keep(`sheet.${name}`) ? ownSheet[name as keyof FamilySheet] : value,
    ]),
  );
  const fields = Object.fromEntries(
    Object.entries(below).map(([name, value]) => [name, keep(name) ? own[name as keyof Stated] : value]),
  );
  return { ...fields, sheet } as Stated;
}

/** The variants of this family, locked in id order to avoid deadlocks. */
export const variantsOf = (manager: EntityManager, baseId: string): Promise<FamilyEntity[]> =>
  manager.find(FamilyEntity, { where: { baseId }, order: { id: 'ASC' }, lock: { mode: 'pessimistic_write' } });

/** The base family, locked while the variant is written, or the reason why it cannot be a base. */
export async function baseFor(
  manager: EntityManager,
  id: string,
  baseId: string,
): Promise<{ readonly base: FamilyEntity } | { readonly refusal: Refusal }> {
  const base = await manager.findOne(FamilyEntity, { where: { id: baseId }, lock: { mode: 'pessimistic_read' } });
  if (base === null) return { refusal: noBase };
  if (base.id === id) return { refusal: onItself };
  if (base.baseId !== null) return { refusal: onVariant(base.code) };
  if (await manager.existsBy(FamilyEntity, { baseId: id })) return { refusal: hasVariants };
  return { base };
}

const refused = (detail: string, remedy: string): Refusal => ({
  code: 'family-contradicts-itself',
  status: 422,
  field: 'baseId',
  detail,
  remedy,
});
const noBase = refused('The family it stands on is not known.', 'Choose one of the list.');
const onItself = refused('A family cannot stand on itself.', 'Choose another one, or none.');
const onVariant = (code: string): Refusal =>
  refused(`${code} is a variant itself.`, 'Stand on the family below it, and state what differs.');
const hasVariants = refused(
  'Other families stand on this one.',
  'Let them stand on the same family as this one first.',
);
