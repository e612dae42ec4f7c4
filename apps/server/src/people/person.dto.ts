import {
  ChoiceField,
  CountField,
  FlagField,
  IdField,
  NameField,
  NestedListField,
  ROLES,
  type Role,
  TextField,
} from '../platform/index.ts';
import { BELONGING_KINDS, type BelongingKind } from './belongings.ts';
import type { PersonEntity } from './person.entity.ts';

class PersonFields {
  @TextField({ max: 80 })
  name!: string;
  @NameField({ max: 6, description: 'Initials; what a person types to sign in. Case is forgiven.' })
  initials!: string;
  @ChoiceField(ROLES, { name: 'Role' })
  role!: Role;
}

export class NewPersonDto extends PersonFields {
  @IdField({ description: 'Made by the sender: the same person sent twice is added once.' })
  id!: string;
  @TextField({ max: 200, optional: true, description: 'First passphrase; without one the person cannot sign in yet.' })
  passphrase?: string;
  @TextField({ max: 8, optional: true, description: 'PIN for shared tablets: 4 to 8 digits.' })
  pin?: string;
}

export class ChangePersonDto extends PersonFields {
  @CountField({ min: 1, max: 1_000_000, description: 'The version that this change is based on.' })
  version!: number;
  @FlagField({ description: 'Somebody who left is set inactive; the record keeps the name.' })
  active!: boolean;
  @IdField({
    each: true,
    maxItems: 1000,
    optional: true,
    description:
      'Of somebody who leaves: what they leave behind and you take over. Everything else that they made ends.',
  })
  handOver?: string[];
}

class BelongingDto {
  @IdField()
  id!: string;
  @ChoiceField(BELONGING_KINDS, { name: 'BelongingKind' })
  kind!: BelongingKind;
  @TextField({ max: 200 })
  name!: string;
}

export class LeftBehindDto {
  @NestedListField(() => BelongingDto, { maxItems: 1000 })
  items!: BelongingDto[];
}

export class GiveSecretsDto {
  @TextField({ max: 200, optional: true })
  passphrase?: string;
  @TextField({ max: 8, optional: true })
  pin?: string;
}

export class PersonDto extends PersonFields {
  @IdField()
  id!: string;
  @FlagField()
  active!: boolean;
  @CountField({ min: 1, max: 1_000_000 })
  version!: number;
  @FlagField()
  hasPassphrase!: boolean;
  @FlagField()
  hasPin!: boolean;
}

export const personDto = ({
  id,
  name,
  initials,
  role,
  active,
  version,
  passphraseHash,
  pinHash,
}: PersonEntity): PersonDto => ({
  id,
  name,
  initials,
  role,
  active,
  version,
  hasPassphrase: passphraseHash !== null,
  hasPin: pinHash !== null,
});
