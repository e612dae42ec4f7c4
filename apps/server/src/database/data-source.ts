import type { DataSourceOptions } from 'typeorm';
import { AttachmentContentEntity, AttachmentEntity } from '../attachments/index.ts';
import { BladeSetEntity } from '../blade-sets/index.ts';
import { AmendmentEntity, CheckEntity, EngineQuestionEntity, FindingEntity } from '../checks/index.ts';
import { FollowUpEntity } from '../follow-ups/index.ts';
import { ProblemReportEntity } from '../problem-reports/index.ts';
import { SourceEntity, FamilyEntity, RevisionEntity } from '../families/index.ts';
import { ShopRulesEntity } from '../shop-rules/index.ts';
import { AccessKeyEntity } from '../auth/access-keys.index.ts';
import { PersonEntity, ShopEntity } from '../people/index.ts';
import { SnakeCase } from '../platform/index.ts';
import { MeterEntity, ReadingEntity, UseEntryEntity } from '../readings/index.ts';
import { AuditEntryEntity } from '../audit-log/index.ts';
import { AttemptEntity, DeviceEntity, ServerSecretEntity, SessionEntity, SignInRefusalEntity } from '../auth/index.ts';
import { WalkPlaceEntity } from '../hours/index.ts';
import { UsagePoolEntity } from '../usage/index.ts';
import { ReadingsImportEntity, ReadingsImportRowEntity } from '../imports/index.ts';
import { CalendarFeedEntity } from '../calendar/index.ts';
import { DigestSentEntity, DigestSettingsEntity, MailServerEntity } from '../digest/index.ts';
import { StorageListEntity } from '../storage-list/index.ts';
import { FeedMachineEntity, FeedPollEntity, HourFeedEntity, HourFeedSecretEntity } from '../gateway/index.ts';
import { UnitStatusEntity } from '../status/index.ts';
import { UnitFactsEntity } from '../unit-record/index.ts';
import { SiteEntity, UnitEntity, UnitStorageEntity } from '../units/index.ts';
import { MIGRATIONS } from './migrations/index.ts';
import { SteadyClient } from './steady-client.ts';

export const ENTITIES = [
  FamilyEntity,
  SourceEntity,
  RevisionEntity,
  ShopRulesEntity,
  AttachmentEntity,
  AttachmentContentEntity,
  SiteEntity,
  UnitEntity,
  UnitStorageEntity,
  BladeSetEntity,
  ReadingEntity,
  MeterEntity,
  ProblemReportEntity,
  FollowUpEntity,
  CheckEntity,
  FindingEntity,
  AmendmentEntity,
  EngineQuestionEntity,
  UnitStatusEntity,
  UnitFactsEntity,
  FeedMachineEntity,
  FeedPollEntity,
  HourFeedEntity,
  HourFeedSecretEntity,
  StorageListEntity,
  UseEntryEntity,
  DigestSentEntity,
  DigestSettingsEntity,
  MailServerEntity,
  CalendarFeedEntity,
  ReadingsImportEntity,
  ReadingsImportRowEntity,
  UsagePoolEntity,
  WalkPlaceEntity,
  ShopEntity,
  PersonEntity,
  DeviceEntity,
  SessionEntity,
  AttemptEntity,
  SignInRefusalEntity,
  ServerSecretEntity,
  AccessKeyEntity,
  AuditEntryEntity,
];

/** How the server connects to its database. The start script runs the migrations; connecting does not. */
export const databaseOptions = (url: string): DataSourceOptions => ({
  type: 'postgres',
  url,
  entities: ENTITIES,
  migrations: MIGRATIONS,
  migrationsTransactionMode: 'each',
  namingStrategy: new SnakeCase(),
  uuidExtension: 'pgcrypto',
  installExtensions: false,
  // Statement timeout, so that a query that hangs does not hold a worker.
  extra: { Client: SteadyClient, max: 10, statement_timeout: 30_000, connectionTimeoutMillis: 5_000 },
});
