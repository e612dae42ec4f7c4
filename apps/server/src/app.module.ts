import { ConfigModule } from '@nestjs/config';
import { type DynamicModule, Module, RequestMethod } from '@nestjs/common';
import { ThrottlerModule } from '@nestjs/throttler';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LoggerModule } from 'nestjs-pino';
import { type BackupKeeper, BackupsModule } from './backups/index.ts';
import type { Writable } from 'node:stream';
import { AttachmentsModule } from './attachments/index.ts';
import { BladeSetsModule } from './blade-sets/index.ts';
import { ChecksModule } from './checks/index.ts';
import { JobsModule } from './jobs/index.ts';
import { CalendarModule } from './calendar/index.ts';
import { DigestModule } from './digest/index.ts';
import { StorageListModule } from './storage-list/index.ts';
import { GatewayModule } from './gateway/index.ts';
import { HoursModule } from './hours/index.ts';
import { SoundnessModule } from './soundness/index.ts';
import { UnitRecordModule } from './unit-record/index.ts';
import { UsageModule } from './usage/index.ts';
import { MetricsModule } from './metrics/index.ts';
import { LiveModule } from './live/index.ts';
import { FollowUpsModule } from './follow-ups/index.ts';
import { PastChecksModule } from './past-checks/index.ts';
import { ProblemReportsModule } from './problem-reports/index.ts';
import { databaseOptions } from './database/data-source.ts';
import { DemoModule } from './demo/index.ts';
import { FamiliesModule } from './families/index.ts';
import { ShopRulesModule } from './shop-rules/index.ts';
import { ImportsModule } from './imports/index.ts';
import { AccessKeysModule } from './auth/access-keys.index.ts';
import { PeopleModule } from './people/index.ts';
import { PlatformModule } from './platform/index.ts';
import { ReadingsModule } from './readings/index.ts';
import { AuditLogModule } from './audit-log/index.ts';
import { RegisterModule } from './register/index.ts';
import { AuthModule } from './auth/index.ts';
import { StatusModule } from './status/index.ts';
import { UnitsModule } from './units/index.ts';
import type { Environment } from './config/environment.ts';
import { YardModule } from './yard/index.ts';
import { FirstDayModule } from './first-day/index.ts';

export interface AppSettings {
  /** URL for the serving role, which can neither change the schema nor rewrite the audit log. */
  readonly databaseUrl: string;
  readonly logLevel: 'silent' | 'warn' | 'info';
  /** The public origin of a TLS proxy in front of the server; null without one. */
  readonly publicUrl: URL | null;
  /** Request limit per address; Infinity for load tests. Behind a proxy of the shop several tablets may share one. */
  readonly requestsPerMinute: number;
  readonly backups: BackupKeeper;
  /** The settings of a started server; tests set the others directly. */
  readonly environment?: Environment;
  /** Destination of the log; standard output by default. */
  readonly logTo?: Writable;
}

/** For a server without backups, such as a test server. */
export const NO_BACKUPS: BackupKeeper = { folder: null, database: '', ask: null };

/** The composition root: the modules of the server. */
@Module({})
export class AppModule {
  static with(settings: AppSettings): DynamicModule {
    const { databaseUrl, logLevel, publicUrl, requestsPerMinute, backups, logTo, environment = {} } = settings;
    return {
      module: AppModule,
      imports: [
        ConfigModule.forRoot({
          isGlobal: true,
          ignoreEnvFile: true,
          ignoreEnvVars: true,
          load: [() => ({ ...environment })],
        }),
        LoggerModule.forRoot({
          forRoutes: [{ path: '*path', method: RequestMethod.ALL }],
          pinoHttp: {
            level: logLevel,
            ...(logTo && { stream: logTo }),
            // Addresses and outcomes only: no headers, no bodies, so that no secret reaches a log.
            serializers: {
              req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({
                id,
                method,
                // The address of a calendar is its secret.
                url: url.replace(/^(\/api\/calendar\/).*/, '$1(secret)'),
              }),
              res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
            },
          },
        }),
        ThrottlerModule.forRoot({
          throttlers: [{ name: 'all', ttl: 60_000, limit: requestsPerMinute }],
          skipIf: () => requestsPerMinute === Infinity,
        }),
        TypeOrmModule.forRoot({ ...databaseOptions(databaseUrl), retryAttempts: 1 }),
        PlatformModule,
        JobsModule,
        PeopleModule,
        AuthModule.at(publicUrl),
        AccessKeysModule,
        AuditLogModule,
        BackupsModule.keptBy(backups),
        ShopRulesModule,
        FamiliesModule,
        BladeSetsModule,
        UnitsModule,
        RegisterModule,
        ImportsModule,
        AttachmentsModule,
        ReadingsModule,
        PastChecksModule,
        ProblemReportsModule,
        FollowUpsModule,
        ChecksModule,
        StatusModule,
        UnitRecordModule,
        UsageModule,
        HoursModule,
        LiveModule,
        MetricsModule,
        YardModule,
        GatewayModule,
        SoundnessModule,
        StorageListModule,
        DigestModule,
        CalendarModule,
        FirstDayModule,
        DemoModule,
      ],
    };
  }
}
