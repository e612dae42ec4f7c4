import { Module } from '@nestjs/common';
import { StorageListController } from './storage-list.controller.ts';
import { StorageListService } from './storage-list.service.ts';

@Module({ providers: [StorageListService], controllers: [StorageListController] })
export class StorageListModule {}
