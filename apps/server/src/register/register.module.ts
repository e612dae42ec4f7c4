import { Module } from '@nestjs/common';
import { StandingsModule } from '../standings/index.ts';
import { UnitsModule } from '../units/index.ts';
import { RegisterController } from './register.controller.ts';
import { RegisterService } from './register.service.ts';

@Module({ imports: [StandingsModule, UnitsModule], providers: [RegisterService], controllers: [RegisterController] })
export class RegisterModule {}
