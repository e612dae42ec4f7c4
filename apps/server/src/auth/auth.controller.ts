import { USUAL_LOCALE } from '@sturdy-shim/core';
import { Body, Controller, Get, HttpCode, Post, Put, Req, Res } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiForbiddenResponse,
  ApiOkResponse,
  ApiTags,
  ApiTooManyRequestsResponse,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import type { Request, Response } from 'express';
import { PeopleService } from '../people/index.ts';
import { Public, RequireRole, Operations, ProblemDto, actorOf, currentPerson, valueOf } from '../platform/index.ts';
import { Cookies } from './cookies.ts';
import { DevicesService } from './devices.service.ts';
import { KnownDevices } from './known-devices.ts';
import { SessionsService } from './sessions.service.ts';
import { SetUpService } from './set-up.service.ts';
import {
  ChangeSecretsDto,
  SignInOptionsDto,
  MeDto,
  PassphraseSignInDto,
  PinSignInDto,
  SetUpDto,
  SignOutDto,
} from './auth.dto.ts';
import { type Asking, AuthService } from './auth.service.ts';

/** Hashing is slow on purpose, so the rate per address is limited. */
const Guarded = () => Throttle({ all: { limit: 30, ttl: 60_000 } });

@ApiTags('signing in')
@Controller()
@ApiTooManyRequestsResponse({ type: ProblemDto })
export class AuthController {
  constructor(
    private readonly auth: AuthService,
    private readonly setUpService: SetUpService,
    private readonly sessions: SessionsService,
    private readonly devices: DevicesService,
    private readonly people: PeopleService,
    private readonly operations: Operations,
    private readonly cookies: Cookies,
    private readonly knownDevices: KnownDevices,
  ) {}

  @Get('sign-in')
  @Public()
  @ApiOkResponse({ type: SignInOptionsDto })
  async signInOptions(@Req() request: Request): Promise<SignInOptionsDto> {
    return this.auth.signInOptions(await this.deviceOf(request));
  }

  @Post('sign-in')
  @HttpCode(204)
  @Public()
  @Guarded()
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async signIn(
    @Body() { initials, passphrase }: PassphraseSignInDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    const opened = valueOf(await this.auth.byPassphrase(initials, passphrase, await this.asking(request)));
    const { token, expiresAt, personId } = opened;
    await this.leave(request);
    this.cookies.keepSession(response, token, expiresAt);
    await this.knownDevices.remember(request, response, personId);
  }

  @Post('sign-in/pin')
  @HttpCode(204)
  @Public()
  @Guarded()
  @ApiForbiddenResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async signInByPin(
    @Body() { initials, pin }: PinSignInDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    const opened = valueOf(await this.auth.byPin(initials, pin, await this.asking(request)));
    await this.leave(request);
    this.cookies.keepSession(response, opened.token, opened.expiresAt);
  }

  @Post('set-up')
  @HttpCode(204)
  @Public()
  @Guarded()
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async setUp(
    @Body() setUp: SetUpDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    const owner = valueOf(await this.setUpService.setUp(setUp, from(request)));
    const { token, expiresAt } = await this.sessions.open(owner, { device: null, bench: false, from: from(request) });
    this.cookies.keepSession(response, token, expiresAt);
  }

  @Post('sign-out')
  @HttpCode(204)
  @RequireRole('viewer', { bench: true })
  async signOut(@Body() { everywhere }: SignOutDto, @Res({ passthrough: true }) response: Response): Promise<void> {
    const { id, sessionId } = currentPerson();
    await (everywhere ? this.sessions.endAll(id) : this.sessions.end(sessionId));
    this.cookies.forgetSession(response);
  }

  @Get('me')
  @RequireRole('viewer', { bench: true })
  @ApiOkResponse({ type: MeDto })
  async me(@Req() request: Request): Promise<MeDto> {
    const person = currentPerson();
    const { id, name, initials, role, bench } = person;
    // The tablet may have been trusted after this person signed in.
    const device = (await this.deviceOf(request))?.name ?? null;
    const shop = await this.people.shop();
    return {
      id,
      name,
      initials,
      role,
      bench,
      device,
      shopName: shop?.name ?? '',
      timeZone: shop?.timeZone ?? 'UTC',
      gapUnit: shop?.gapUnit ?? 'mm',
      locale: shop?.locale ?? USUAL_LOCALE,
      demo: shop?.kind === 'demo',
      demoLoading: shop?.kind === 'demo' && shop.demoLoadedAt === null,
      may: this.operations.of(person),
    };
  }

  @Put('me/secrets')
  @HttpCode(204)
  @RequireRole('viewer')
  @Guarded()
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async changeOwnSecrets(@Body() change: ChangeSecretsDto, @Req() request: Request): Promise<void> {
    valueOf(await this.auth.changeOwn(currentPerson(), change, await this.asking(request)));
  }

  private asking = async (request: Request): Promise<Asking> => ({
    request,
    device: await this.deviceOf(request),
    from: from(request),
  });

  private deviceOf = (request: Request) => this.devices.ofToken(this.cookies.device(request));

  /** Signing in over another person's session ends that session. */
  private async leave(request: Request): Promise<void> {
    const before = actorOf(request);
    if (before?.kind === 'person') await this.sessions.end(before.sessionId);
  }
}

export const from = (request: Request): string => request.ip ?? 'unknown';
