import { Injectable } from '@nestjs/common';

/** The only clock of the server. Tests replace it. */
@Injectable()
export class Clock {
  now(): Date {
    return new Date();
  }
}
