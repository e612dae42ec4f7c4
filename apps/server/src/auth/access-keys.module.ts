import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PeopleModule } from '../people/index.ts';
import { AccessKeyEntity } from './access-key.entity.ts';
import { AccessKeysController } from './access-keys.controller.ts';
import { AccessKeysService } from './access-keys.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([AccessKeyEntity]), PeopleModule],
  providers: [AccessKeysService],
  controllers: [AccessKeysController],
  exports: [AccessKeysService],
})
export class AccessKeysModule {}
