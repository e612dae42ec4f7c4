import { applyDecorators } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import { Transform, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsUUID,
  Length,
  Max,
  Min,
  ValidateBy,
  ValidateIf,
  ValidateNested,
  type ValidationOptions,
} from 'class-validator';
import { SHOP_LOCALES, isStorable, isTimeZone, namesSomething, utcOffsetMinutes } from '@sturdy-shim/core';

/**
 * One decorator per kind of field, which declares it in the contract, validates it and states the remedy, so that the
 * three stay consistent.
 */
export interface Common {
  readonly description?: string;
  /** May be left out. */
  readonly optional?: boolean;
  /** May be null, which means "none". */
  readonly nullable?: boolean;
}

type Remedy = { readonly message: string; readonly context: { readonly remedy: string } };
export const say = (message: string, remedy: string): Remedy => ({ message, context: { remedy } });

export function presence({ optional, nullable }: Common): PropertyDecorator[] {
  // Absent is not null: an optional field accepts null only if null has a meaning.
  if (optional) return nullable ? [IsOptional()] : [ValidateIf((_, value) => value !== undefined)];
  return nullable ? [ValidateIf((_, value) => value !== null)] : [];
}

export const documented = ({ description, optional, nullable }: Common) => ({
  ...(description !== undefined && { description }),
  required: !optional,
  ...(nullable && { nullable: true }),
});

export function TextField(options: Common & { readonly max: number; readonly min?: number; readonly lines?: boolean }) {
  const { max, min = 1, lines = false } = options;
  return applyDecorators(
    ApiProperty({ type: String, minLength: min, maxLength: max, ...documented(options) }),
    Transform(({ value }: { value: unknown }) =>
      typeof value === 'string' ? value.replaceAll('\r\n', '\n').trim() : value,
    ),
    ...presence(options),
    Length(
      min,
      max,
      say(`Must be text of ${min} to ${max} characters.`, min > 0 ? 'Write something short.' : 'Shorten it.'),
    ),
    Storable({ lines }),
  );
}

/** An invisible or bidirectional control character would make a name look like another. */
const Storable = ({ lines = false, each = false }: { readonly lines?: boolean; readonly each?: boolean }) =>
  ValidateBy(
    { name: 'isStorable', validator: { validate: (value) => typeof value === 'string' && isStorable(value, lines) } },
    {
      each,
      ...say(
        'Holds a control, direction or invisible character.',
        'Type it again. Such characters come along when text is pasted.',
      ),
    },
  );

/** A name by which records are found; it must contain a letter or a digit. */
export function NameField(options: Common & { readonly max: number }) {
  return applyDecorators(
    TextField(options),
    ValidateBy(
      {
        name: 'namesSomething',
        validator: { validate: (value) => typeof value === 'string' && namesSomething(value) },
      },
      say('Needs a letter or a digit.', 'Write what it is called; dashes, dots and spaces do not tell two apart.'),
    ),
  );
}

export function NumberField(
  options: Common & {
    readonly min: number;
    readonly max: number;
    readonly unit: string;
    readonly example: number;
    readonly fromText?: boolean;
  },
) {
  const { min, max, unit, example, fromText = false } = options;
  const remedy = `Give ${unit} as plain digits with a decimal point, for example ${example}.`;
  return applyDecorators(
    ApiProperty({ type: Number, minimum: min, maximum: max, ...documented(options) }),
    ...(fromText ? [Type(() => Number)] : []),
    ...presence(options),
    IsNumber({ allowNaN: false, allowInfinity: false }, say(`Must be a number of ${unit}.`, remedy)),
    Min(min, say(`Must be ${min} ${unit} or more.`, remedy)),
    Max(max, say(`Must be ${max} ${unit} or less.`, remedy)),
  );
}

export function CountField(
  options: Common & { readonly min: number; readonly max: number; readonly fromText?: boolean },
) {
  const { min, max, fromText = false } = options;
  const remedy = `Give a whole number from ${min} to ${max}.`;
  return applyDecorators(
    ApiProperty({ type: 'integer', minimum: min, maximum: max, ...documented(options) }),
    ...(fromText ? [Type(() => Number)] : []),
    ...presence(options),
    IsInt(say('Must be a whole number.', remedy)),
    Min(min, say(`Must be ${min} or more.`, remedy)),
    Max(max, say(`Must be ${max} or less.`, remedy)),
  );
}

export function FlagField(options: Common = {}) {
  return applyDecorators(
    ApiProperty({ type: Boolean, ...documented(options) }),
    ...presence(options),
    IsBoolean(say('Must be true or false.', 'Give true or false, without quotes.')),
  );
}

const lowerCase = (value: unknown): unknown => (typeof value === 'string' ? value.toLowerCase() : value);

export function IdField(options: Common & { readonly each?: boolean; readonly maxItems?: number } = {}) {
  const { each = false, maxItems = 1000 } = options;
  return applyDecorators(
    ApiProperty({
      type: String,
      format: 'uuid',
      isArray: each,
      ...(each && { maxItems: maxItems }),
      ...documented(options),
    }),
    // The database writes ids in lower case: one that is compared as text must be written the same way.
    Transform(({ value }: { value: unknown }) => (Array.isArray(value) ? value.map(lowerCase) : lowerCase(value))),
    ...presence(options),
    ...(each
      ? [
          IsArray(say('Must be a list.', 'Give a list in square brackets.')),
          ArrayMinSize(1, say('Must not be empty.', 'Choose one or more.')),
          ArrayMaxSize(maxItems, say(`Holds more than ${maxItems} entries.`, 'Send fewer at a time.')),
        ]
      : []),
    IsUUID('all', {
      each,
      ...say(
        'Must be a UUID.',
        'Make one with a UUID generator; the sender makes ids so that a write can be sent twice.',
      ),
    }),
  );
}

export function ChoiceField<T extends string>(
  choices: readonly T[],
  options: Common & { readonly name: string; readonly array?: boolean; readonly least?: number },
) {
  const { array = false, name, least = 0 } = options;
  return applyDecorators(
    ApiProperty({ enum: choices, enumName: name, isArray: array, ...documented(options) }),
    ...presence(options),
    ...(array
      ? [
          IsArray(say('Must be a list.', 'Give a list in square brackets.')),
          ArrayMaxSize(choices.length),
          ...(least > 0 ? [ArrayMinSize(least, say('Must not be empty.', `Choose ${least} or more.`))] : []),
        ]
      : []),
    IsIn(choices, {
      each: array,
      ...say(`Must be one of: ${choices.join(', ')}.`, 'Choose one of these, spelled just so.'),
    }),
  );
}

const EARLIEST = Date.UTC(1950, 0, 1);
const LATEST = Date.UTC(2200, 0, 1);
const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(?<offset>Z|[+-]\d{2}:\d{2})$/i;
const DAY = /^\d{4}-\d{2}-\d{2}$/;
const YEAR_DAY = /^\d{2}-\d{2}$/;

function isRealDate(value: unknown, shape: RegExp, asDate: (text: string) => string): boolean {
  const found = typeof value === 'string' ? shape.exec(value) : null;
  if (typeof value !== 'string' || found === null) return false;
  const offset = found.groups?.offset;
  if (offset !== undefined && utcOffsetMinutes(offset) === null) return false;
  const text = asDate(value);
  const time = Date.parse(text);
  const sameDay = new Date(`${text.slice(0, 10)}T00:00:00Z`).toISOString().startsWith(text.slice(0, 10));
  return time >= EARLIEST && time < LATEST && sameDay;
}

const DateLike = (shape: RegExp, remedy: Remedy, asDate = (text: string): string => text) =>
  ValidateBy(
    { name: 'isRealDate', validator: { validate: (value) => safely(() => isRealDate(value, shape, asDate)) } },
    remedy,
  );

/** A 31 February makes `toISOString` throw: that is a wrong date, not a bug. */
function safely(check: () => boolean): boolean {
  try {
    return check();
  } catch {
    return false;
  }
}

export function InstantField(options: Common = {}) {
  return applyDecorators(
    ApiProperty({ type: String, format: 'date-time', ...documented(options) }),
    // RFC 3339 allows `t` and `z`, but later readers of the field may not.
    Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.toUpperCase() : value)),
    ...presence(options),
    DateLike(INSTANT, say('Must be a moment with its time zone.', 'Write it as 2026-05-04T07:15:00Z.')),
  );
}

export function DayField(options: Common = {}) {
  return applyDecorators(
    ApiProperty({ type: String, format: 'date', ...documented(options) }),
    ...presence(options),
    DateLike(DAY, say('Must be a day.', 'Write it as 2026-05-04: year, month, day.')),
  );
}

/** How the shop writes days, times and counts. */
export const LocaleField = (options: Common = {}) =>
  ChoiceField(SHOP_LOCALES, {
    name: 'ShopLocale',
    description: 'How the shop writes days, times and counts.',
    ...options,
  });

/** A zone of the IANA time zone database. */
export function ZoneField(options: Common = {}) {
  return applyDecorators(
    ApiProperty({ type: String, minLength: 1, maxLength: 60, ...documented(options) }),
    ...presence(options),
    ValidateBy(
      {
        name: 'isZone',
        validator: { validate: (value) => typeof value === 'string' && value.length <= 60 && isTimeZone(value) },
      },
      say('Must be a time zone by its name.', 'Write it as America/Chicago: region, then city.'),
    ),
  );
}

export function YearDayField(options: Common = {}) {
  return applyDecorators(
    ApiProperty({ type: String, pattern: '^\\d{2}-\\d{2}$', ...documented(options) }),
    ...presence(options),
    DateLike(YEAR_DAY, say('Must be a day of the year.', 'Write it as 03-01: month, day.'), (text) => `2028-${text}`),
  );
}

const IsPart = (options: ValidationOptions) =>
  ValidateBy(
    {
      name: 'isPart',
      validator: { validate: (value) => typeof value === 'object' && value !== null && !Array.isArray(value) },
    },
    options,
  );

export function NestedField<T>(type: () => new () => T, options: Common = {}) {
  return applyDecorators(
    ApiProperty({ type: () => type(), ...documented(options) }),
    Type(type),
    ...presence(options),
    IsPart(say('Must be an object with its own fields.', 'Give an object in curly brackets.')),
    ValidateNested(),
  );
}

export function NestedListField<T>(type: () => new () => T, options: Common & { readonly maxItems: number }) {
  return applyDecorators(
    ApiProperty({ type: () => type(), isArray: true, ...documented(options) }),
    Type(type),
    ...presence(options),
    IsArray(say('Must be a list.', 'Give a list in square brackets.')),
    ArrayMaxSize(options.maxItems, say(`Holds more than ${options.maxItems} entries.`, 'Send fewer at a time.')),
    // `ValidateNested` alone accepts a list within the list if the inner one is empty.
    IsPart({
      each: true,
      ...say('Every entry must be an object with its own fields.', 'Give objects in curly brackets.'),
    }),
    ValidateNested({ each: true }),
  );
}

/** A list of short texts. */
export function TextsField(options: Common & { readonly max: number; readonly maxItems: number }) {
  const { max, maxItems } = options;
  const remedy = `Give up to ${maxItems} texts of 1 to ${max} characters each.`;
  return applyDecorators(
    ApiProperty({ type: [String], maxItems: maxItems, ...documented(options) }),
    Transform(({ value }: { value: unknown }) =>
      Array.isArray(value) ? value.map((each: unknown) => (typeof each === 'string' ? each.trim() : each)) : value,
    ),
    ...presence(options),
    IsArray(say('Must be a list.', 'Give a list in square brackets.')),
    ArrayMaxSize(maxItems, say(`Holds more than ${maxItems} entries.`, remedy)),
    Length(1, max, { each: true, ...say(`Every entry must be text of 1 to ${max} characters.`, remedy) }),
    Storable({ each: true }),
  );
}

/** A list of numbers. */
export function NumbersField(
  options: Common & { readonly min: number; readonly max: number; readonly maxItems: number; readonly unit: string },
) {
  const { min, max, maxItems, unit } = options;
  const remedy = `Give up to ${maxItems} numbers of ${unit} from ${min} to ${max}.`;
  return applyDecorators(
    ApiProperty({ type: [Number], maxItems: maxItems, ...documented(options) }),
    ...presence(options),
    IsArray(say('Must be a list.', 'Give a list in square brackets.')),
    ArrayMaxSize(maxItems, say(`Holds more than ${maxItems} entries.`, remedy)),
    IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, ...say(`Must be numbers of ${unit}.`, remedy) }),
    Min(min, { each: true, ...say(`Must be ${min} ${unit} or more.`, remedy) }),
    Max(max, { each: true, ...say(`Must be ${max} ${unit} or less.`, remedy) }),
  );
}
