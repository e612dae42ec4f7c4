import { ChoiceField, IdField, InstantField, SCOPES, type Scope, TextField } from '../platform/index.ts';
import type { AccessKeyEntity } from './access-key.entity.ts';

const scopesField = () =>
  ChoiceField(SCOPES, {
    name: 'Scope',
    array: true,
    least: 1,
    description: '`read` reads yard, units and families; `readings` records meter readings; `register` imports units.',
  });

export class NewAccessKeyDto {
  @IdField()
  id!: string;
  @TextField({ max: 60 })
  name!: string;
  @scopesField()
  scopes!: Scope[];
}

export class AccessKeyDto {
  @IdField()
  id!: string;
  @TextField({ max: 60 })
  name!: string;
  @scopesField()
  scopes!: Scope[];
  @TextField({ max: 80 })
  madeBy!: string;
  @InstantField()
  madeAt!: string;
  @InstantField({ nullable: true })
  lastUsedAt!: string | null;
  @InstantField({ nullable: true })
  revokedAt!: string | null;
}

export class MadeAccessKeyDto extends AccessKeyDto {
  @TextField({ max: 100, description: 'Shown in this answer only.' })
  secret!: string;
}

export const keyDto = (key: AccessKeyEntity, madeBy = key.madeBy?.name ?? ''): AccessKeyDto => ({
  id: key.id,
  name: key.name,
  scopes: key.scopes,
  madeBy,
  madeAt: key.madeAt.toISOString(),
  lastUsedAt: key.lastUsedAt?.toISOString() ?? null,
  revokedAt: key.revokedAt?.toISOString() ?? null,
});
