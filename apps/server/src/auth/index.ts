export {
  AttemptEntity,
  DeviceEntity,
  ServerSecretEntity,
  SessionEntity,
  SignInRefusalEntity,
} from './session.entity.ts';
export { AccessEnded } from './access-ended.ts';
export { SessionsService } from './sessions.service.ts';
export { SetUpService } from './set-up.service.ts';
export { AuthModule } from './auth.module.ts';
export { newToken, tokenHash } from './tokens.ts';
