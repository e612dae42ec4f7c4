import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { Response } from 'express';
import { Notices, OnDomainEvent } from '../platform/index.ts';
import { StatusesComputed } from '../status/index.ts';

const CHANNEL = 'shim_live';
/** More at once, and everybody looks at everything again. */
const NAMED_AT_MOST = 100;
/** Who does not read is left behind, and looks again when he comes back. */
const BEHIND_BYTES = 100_000;

/**
 * Tells open pages which units stand otherwise now, whoever changed them and on whichever node. Only that something
 * changed goes out: what it is, a page asks for itself, with its own rights.
 */
@Injectable()
export class LiveChanges implements OnModuleDestroy {
  private readonly streams = new Set<Response>();
  private hearing: Promise<unknown> | null = null;

  constructor(private readonly notices: Notices) {}

  /** Goes out with the commit. */
  @OnDomainEvent(StatusesComputed)
  async tell({ manager, tags }: StatusesComputed): Promise<void> {
    await this.notices.say(manager, CHANNEL, JSON.stringify(tags.length > NAMED_AT_MOST ? 'many' : tags));
  }

  /** Sends changes into an answer until it is closed. The first line says that from here on nothing is missed. */
  async stream(response: Response): Promise<void> {
    await this.hear();
    this.streams.add(response);
    response.once('close', () => this.streams.delete(response));
    send(response, 'ready', '');
  }

  onModuleDestroy(): void {
    for (const stream of this.streams) stream.end();
  }

  private hear(): Promise<unknown> {
    this.hearing ??= this.notices
      .hear(CHANNEL, (text) => this.toAll('units', text))
      .then(() => this.notices.onBack(() => this.toAll('units', '"many"')))
      .catch((error: unknown) => {
        this.hearing = null;
        throw error;
      });
    return this.hearing;
  }

  private toAll(event: string, data: string): void {
    for (const stream of this.streams) {
      if (stream.writableLength > BEHIND_BYTES) stream.destroy();
      else send(stream, event, data);
    }
  }
}

/** One event as HTML's server-sent events are written. */
const send = (response: Response, event: string, data: string): void =>
  void response.write(`event: ${event}\ndata: ${data}\n\n`);
