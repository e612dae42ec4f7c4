import { Injectable } from '@nestjs/common';

/** The only place of the server where the present is read. Tests put another one in its place. */
@Injectable()
export class Clock {
  now(): Date {
    return new Date();
  }
}
