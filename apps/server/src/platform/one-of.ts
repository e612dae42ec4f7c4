import { fieldOf } from '@sturdy-shim/core';
import { applyDecorators } from '@nestjs/common';
import { ApiProperty, getSchemaPath } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsIn, ValidateBy, ValidateNested } from 'class-validator';
import { type Common, documented, presence, say } from './fields.ts';

type Model = new () => object;
/** The class of each kind, by discriminator value. */
export type Kinds = Readonly<Record<string, Model>>;

/** Classes that occur only in a `oneOf` and must be registered with the contract explicitly. */
export const ONE_OF_MODELS = new Set<Model>();

/** The discriminator field. */
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

/** Converts an object to the class of its kind; an unknown kind stays a plain object and is refused by `IsKind`. */
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
          // `['range']` would be converted to the string `range` and match no class.
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

/** An object of one of several kinds; its discriminator determines its fields. */
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
