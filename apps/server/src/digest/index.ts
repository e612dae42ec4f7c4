export { DigestModule } from './digest.module.ts';
export { DigestSentEntity, DigestSettingsEntity, MailServerEntity } from './digest-settings.entity.ts';
