export { AccessKeyEntity } from './access-key.entity.ts';
export { KeysModule } from './keys.module.ts';
export { KeysService } from './keys.service.ts';
