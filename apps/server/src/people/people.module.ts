import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { Belongings } from './belongings.ts';
import { PeopleController } from './people.controller.ts';
import { PeopleService } from './people.service.ts';
import { PersonEntity, ShopEntity } from './person.entity.ts';

@Module({
  imports: [TypeOrmModule.forFeature([PersonEntity, ShopEntity])],
  providers: [PeopleService, Belongings],
  controllers: [PeopleController],
  exports: [PeopleService, Belongings],
})
export class PeopleModule {}
