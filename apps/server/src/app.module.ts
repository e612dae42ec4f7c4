import { type DynamicModule, Module, RequestMethod } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LoggerModule } from 'nestjs-pino';
import { BladeSetsModule } from './blade-sets/index.ts';
import { ChecksModule } from './checks/index.ts';
import { ComplaintsModule } from './complaints/index.ts';
import { databaseOptions } from './database/data-source.ts';
import { DemoModule } from './demo/index.ts';
import { FamiliesModule } from './families/index.ts';
import { PlatformModule } from './platform/index.ts';
import { ReadingsModule } from './readings/index.ts';
import { StandingsModule } from './standings/index.ts';
import { UnitsModule } from './units/index.ts';
import { YardModule } from './yard/index.ts';

export interface AppSettings {
  readonly databaseUrl: string;
  readonly logLevel: 'silent' | 'warn' | 'info';
}

/** The only place where the parts of the server are chosen. */
@Module({})
export class AppModule {
  static with({ databaseUrl, logLevel }: AppSettings): DynamicModule {
    return {
      module: AppModule,
      imports: [
        LoggerModule.forRoot({
          forRoutes: [{ path: '*path', method: RequestMethod.ALL }],
          pinoHttp: {
            level: logLevel,
            // Addresses and outcomes only: no headers, no bodies.
            serializers: {
              req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({ id, method, url }),
              res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
            },
          },
        }),
        TypeOrmModule.forRoot({ ...databaseOptions(databaseUrl), retryAttempts: 1 }),
        PlatformModule,
        FamiliesModule,
        BladeSetsModule,
        UnitsModule,
        ReadingsModule,
        ComplaintsModule,
        ChecksModule,
        StandingsModule,
        YardModule,
        DemoModule,
      ],
    };
  }
}
