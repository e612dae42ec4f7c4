import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AccessKeyEntity } from './access-key.entity.ts';
import { KeysController } from './keys.controller.ts';
import { KeysService } from './keys.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([AccessKeyEntity])],
  providers: [KeysService],
  controllers: [KeysController],
  exports: [KeysService],
})
export class KeysModule {}
