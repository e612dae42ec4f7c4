import { Module } from '@nestjs/common';
import { StatusModule } from '../status/index.ts';
import { UnitsModule } from '../units/index.ts';
import { RegisterController } from './register.controller.ts';
import { RegisterService } from './register.service.ts';

@Module({ imports: [StatusModule, UnitsModule], providers: [RegisterService], controllers: [RegisterController] })
export class RegisterModule {}
