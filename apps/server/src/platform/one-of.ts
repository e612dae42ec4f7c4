import { fieldOf } from '@sturdy-shim/core';
import { applyDecorators } from '@nestjs/common';
import { ApiProperty, getSchemaPath } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsIn, ValidateBy, ValidateNested } from 'class-validator';
import { type Common, documented, presence, say } from './fields.ts';

type Model = new () => object;
/** The class of each kind, by what the discriminator says. */
export type Kinds = Readonly<Record<string, Model>>;

/** Classes that only stand in a `oneOf`: the contract must be told of them by hand. */
export const ONE_OF_MODELS = new Set<Model>();

/** The field that says which kind an object is. */
export function KindField(...values: readonly string[]) {
  return applyDecorators(
    ApiProperty({ type: String, enum: values }),
    IsIn([...values], say(`Must be ${values.join(' or ')}.`, 'Choose one of these kinds.')),
  );
}

function schemaOf(discriminator: string, kinds: Kinds) {
  for (const model of Object.values(kinds)) ONE_OF_MODELS.add(model);
  const paths = Object.entries(kinds).map(([kind, model]) => [kind, getSchemaPath(model)] as const);
  return {
    oneOf: [...new Set(paths.map(([, path]) => path))].map(($ref) => ({ $ref })),
    discriminator: { propertyName: discriminator, mapping: Object.fromEntries(paths) },
  };
}

/** Turns a sent object into the class of its kind; one of no known kind stays plain and is refused by `IsKind`. */
const AsKind = (property: string, kinds: Kinds) =>
  Type(() => Object, {
    discriminator: { property, subTypes: Object.entries(kinds).map(([name, value]) => ({ name, value })) },
    keepDiscriminatorProperty: true,
  });

const IsKind = (discriminator: string, kinds: Kinds, each: boolean) =>
  ValidateBy(
    {
      name: 'isKind',
      validator: {
        validate: (value) => {
          if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
          const kind = fieldOf(value, discriminator);
          // `['range']` would read as `range` and be the class of none.
          return typeof kind === 'string' && Object.hasOwn(kinds, kind);
        },
      },
    },
    {
      each,
      ...say(
        `Must be an object whose ${discriminator} is one of: ${Object.keys(kinds).join(', ')}.`,
        `Give it a ${discriminator} from this list.`,
      ),
    },
  );

/** An object of one of several kinds; which fields it has follows from its discriminator. */
export function OneOfField(discriminator: string, kinds: Kinds, options: Common = {}) {
  return applyDecorators(
    ApiProperty({ ...schemaOf(discriminator, kinds), ...documented(options) }),
    AsKind(discriminator, kinds),
    ...presence(options),
    IsKind(discriminator, kinds, false),
    ValidateNested(),
  );
}

/** A list of such objects. */
export function OneOfListField(discriminator: string, kinds: Kinds, options: Common & { readonly maxItems: number }) {
  return applyDecorators(
    ApiProperty({ type: 'array', items: schemaOf(discriminator, kinds), ...documented(options) }),
    AsKind(discriminator, kinds),
    ...presence(options),
    IsArray(say('Must be a list.', 'Give a list in square brackets.')),
    ArrayMaxSize(options.maxItems, say(`Holds more than ${options.maxItems} entries.`, 'Send fewer at a time.')),
    IsKind(discriminator, kinds, true),
    ValidateNested({ each: true }),
  );
}
