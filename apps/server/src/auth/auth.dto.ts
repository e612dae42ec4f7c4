import type { ShopLocale } from '@sturdy-shim/core';
import { ApiProperty } from '@nestjs/swagger';
import {
  ChoiceField,
  FlagField,
  IdField,
  InstantField,
  NameField,
  NestedField,
  NestedListField,
  ROLES,
  type Role,
  TextField,
  LocaleField,
  ZoneField,
} from '../platform/index.ts';

export class PassphraseSignInDto {
  @TextField({ max: 6, description: 'Initials; case is forgiven.' })
  initials!: string;
  @TextField({ max: 200 })
  passphrase!: string;
}

export class PinSignInDto {
  @TextField({ max: 6 })
  initials!: string;
  @TextField({ max: 8 })
  pin!: string;
}

export class SignOutDto {
  @FlagField({ description: 'On every other device too.' })
  everywhere!: boolean;
}

export class FirstOwnerDto {
  @IdField()
  id!: string;
  @TextField({ max: 80 })
  name!: string;
  @NameField({ max: 6 })
  initials!: string;
  @TextField({ max: 200 })
  passphrase!: string;
}

export class SetUpDto {
  @TextField({ max: 20, description: 'As printed in the terminal at the last start.' })
  code!: string;
  @TextField({ max: 80 })
  shopName!: string;
  @ZoneField({ description: 'Where the shop’s days begin and end.' })
  timeZone!: string;
  @LocaleField({ optional: true })
  locale?: ShopLocale;
  @NestedField(() => FirstOwnerDto)
  owner!: FirstOwnerDto;
}

export class ChangeSecretsDto {
  @TextField({ max: 200, description: 'The current passphrase.' })
  current!: string;
  @TextField({ max: 200, optional: true })
  passphrase?: string;
  @TextField({ max: 8, optional: true })
  pin?: string;
}

export class KnownPersonDto {
  @TextField({ max: 6 })
  initials!: string;
  @TextField({ max: 80 })
  name!: string;
}

export class DemoPersonDto extends KnownPersonDto {
  @ChoiceField(ROLES, { name: 'Role' })
  role!: Role;
}

export class DemoSignInDto {
  @TextField({ max: 200 })
  passphrase!: string;
  @TextField({ max: 8 })
  pin!: string;
  @NestedListField(() => DemoPersonDto, { maxItems: 50 })
  people!: DemoPersonDto[];
}

export class BenchDeviceDto {
  @TextField({ max: 60 })
  name!: string;
  @NestedListField(() => KnownPersonDto, { maxItems: 500, description: 'Who has a PIN.' })
  people!: KnownPersonDto[];
}

const SHOP_STATES = ['not-set-up', 'demo', 'real'] as const;

/** The public data of the sign-in page. */
export class SignInOptionsDto {
  @ChoiceField(SHOP_STATES, { name: 'ShopState' })
  shop!: (typeof SHOP_STATES)[number];
  @TextField({ max: 80, min: 0 })
  shopName!: string;
  @NestedField(() => BenchDeviceDto, { nullable: true, description: 'On a trusted device only.' })
  device!: BenchDeviceDto | null;
  @NestedField(() => DemoSignInDto, { nullable: true, description: 'In the demo only.' })
  demo!: DemoSignInDto | null;
}

export class MeDto {
  @IdField()
  id!: string;
  @TextField({ max: 80 })
  name!: string;
  @TextField({ max: 6 })
  initials!: string;
  @ChoiceField(ROLES, { name: 'Role' })
  role!: Role;
  @FlagField({ description: 'Signed in by PIN: only the bench and the hours are open.' })
  bench!: boolean;
  @TextField({ max: 60, nullable: true, description: 'The trusted device this is.' })
  device!: string | null;
  @TextField({ max: 80 })
  shopName!: string;
  @ZoneField({ description: 'Days are shown, compared and offered in this zone.' })
  timeZone!: string;
  @ChoiceField(['mm', 'thou'] as const, {
    name: 'GapUnit',
    description: 'The unit in which gaps are read on devices without a choice of their own.',
  })
  gapUnit!: 'mm' | 'thou';
  @LocaleField()
  locale!: ShopLocale;
  @FlagField()
  demo!: boolean;
  @FlagField({ description: 'The fleet of the demo is still coming in.' })
  demoLoading!: boolean;
  @ApiProperty({ type: [String], description: 'Operations of this contract that will not be refused for the role.' })
  may!: string[];
}

export class NewDeviceDto {
  @IdField()
  id!: string;
  @TextField({ max: 60 })
  name!: string;
}

export class DeviceDto {
  @IdField()
  id!: string;
  @TextField({ max: 60 })
  name!: string;
  @TextField({ max: 80 })
  trustedBy!: string;
  @InstantField()
  trustedAt!: string;
}
