import { Module } from '@nestjs/common';
import { StandingsModule } from '../standings/index.ts';
import { RegisterController } from './register.controller.ts';
import { RegisterService } from './register.service.ts';

@Module({ imports: [StandingsModule], providers: [RegisterService], controllers: [RegisterController] })
export class RegisterModule {}
