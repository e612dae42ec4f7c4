import { type DynamicModule, Global, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AccessKeysModule } from './access-keys.index.ts';
import { PeopleModule } from '../people/index.ts';
import { Identifier } from '../platform/index.ts';
import { Attempts } from './attempts.ts';
import { Cookies, PublicAddress } from './cookies.ts';
import { DevicesController } from './devices.controller.ts';
import { DevicesService } from './devices.service.ts';
import { KnownDevices } from './known-devices.ts';
import { RequestIdentifier } from './request-identifier.ts';
import {
  AttemptEntity,
  DeviceEntity,
  ServerSecretEntity,
  SessionEntity,
  SignInRefusalEntity,
} from './session.entity.ts';
import { SessionsService } from './sessions.service.ts';
import { SetUpService } from './set-up.service.ts';
import { AuthController } from './auth.controller.ts';
import { AuthService } from './auth.service.ts';

/** Global, because the guard of every route uses it to identify the sender. */
@Global()
@Module({})
export class AuthModule {
  static at(publicUrl: URL | null): DynamicModule {
    return {
      module: AuthModule,
      imports: [
        TypeOrmModule.forFeature([SessionEntity, DeviceEntity, AttemptEntity, SignInRefusalEntity, ServerSecretEntity]),
        PeopleModule,
        AccessKeysModule,
      ],
      providers: [
        { provide: PublicAddress, useValue: { url: publicUrl } satisfies PublicAddress },
        Attempts,
        Cookies,
        KnownDevices,
        SessionsService,
        DevicesService,
        SetUpService,
        AuthService,
        RequestIdentifier,
        { provide: Identifier, useExisting: RequestIdentifier },
      ],
      controllers: [AuthController, DevicesController],
      exports: [Identifier, SessionsService, SetUpService],
    };
  }
}
