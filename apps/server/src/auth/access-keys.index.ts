export { AccessKeyEntity } from './access-key.entity.ts';
export { AccessKeysModule } from './access-keys.module.ts';
export { AccessKeysService } from './access-keys.service.ts';
