import type { DataSourceOptions } from 'typeorm';
import { AttachmentContentEntity, AttachmentEntity } from '../attachments/index.ts';
import { BladeSetEntity } from '../blade-sets/index.ts';
import { AmendmentEntity, CheckEntity, FindingEntity } from '../checks/index.ts';
import { ComplaintEntity } from '../complaints/index.ts';
import { ClaimEntity, FamilyEntity, RevisionEntity } from '../families/index.ts';
import { HouseRulesEntity } from '../house/index.ts';
import { AccessKeyEntity } from '../keys/index.ts';
import { PersonEntity, ShopEntity } from '../people/index.ts';
import { SnakeCase } from '../platform/index.ts';
import { MeterEntity, ReadingEntity } from '../readings/index.ts';
import { RecordEntryEntity } from '../record/index.ts';
import {
  AttemptEntity,
  DeviceEntity,
  ServerSecretEntity,
  SessionEntity,
  SignInRefusalEntity,
} from '../signing-in/index.ts';
import { StandingEntity } from '../standings/index.ts';
import { SiteEntity, UnitEntity } from '../units/index.ts';
import { MIGRATIONS } from './migrations/index.ts';

export const ENTITIES = [
  FamilyEntity,
  ClaimEntity,
  RevisionEntity,
  HouseRulesEntity,
  AttachmentEntity,
  AttachmentContentEntity,
  SiteEntity,
  UnitEntity,
  BladeSetEntity,
  ReadingEntity,
  MeterEntity,
  ComplaintEntity,
  CheckEntity,
  FindingEntity,
  AmendmentEntity,
  StandingEntity,
  ShopEntity,
  PersonEntity,
  DeviceEntity,
  SessionEntity,
  AttemptEntity,
  SignInRefusalEntity,
  ServerSecretEntity,
  AccessKeyEntity,
  RecordEntryEntity,
];

/** How the server reaches its database. Migrations are run by whoever starts the server, not by connecting. */
export const databaseOptions = (url: string): DataSourceOptions => ({
  type: 'postgres',
  url,
  entities: ENTITIES,
  migrations: MIGRATIONS,
  migrationsTransactionMode: 'each',
  namingStrategy: new SnakeCase(),
  uuidExtension: 'pgcrypto',
  installExtensions: false,
  // A query that hangs must not hold a worker for ever; an answer within this or an error.
  extra: { max: 10, statement_timeout: 30_000, connectionTimeoutMillis: 5_000 },
});
