import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { Response } from 'express';
import { AccessEnded } from '../auth/index.ts';
import { Notices, OnDomainEvent } from '../platform/index.ts';
import { StatusesComputed } from '../status/index.ts';
import { Lines } from './lines.ts';

const CHANNEL = 'shim_live';
const ENDED_CHANNEL = 'shim_access_ended';
/** Above this count clients refetch everything. */
const NAMED_AT_MOST = 100;
/** A client that does not read is disconnected; it refetches when it reconnects. */
const BEHIND_BYTES = 100_000;

/**
 * Tells open pages which units have a new status, on every node. Only the ids are sent: each page requests the data
 * itself, with its own rights.
 */
@Injectable()
export class LiveChanges implements OnModuleDestroy {
  private readonly lines = new Lines();
  private hearing: Promise<unknown> | null = null;

  constructor(private readonly notices: Notices) {}

  /** Sent with the commit. */
  @OnDomainEvent(StatusesComputed)
  async tell({ manager, tags }: StatusesComputed): Promise<void> {
    await this.notices.say(manager, CHANNEL, JSON.stringify(tags.length > NAMED_AT_MOST ? 'many' : tags));
  }

  /** Closes the streams of an ended session or a revoked key, on every node. */
  @OnDomainEvent(AccessEnded)
  async tellEnded({ manager, holders }: AccessEnded): Promise<void> {
    for (let from = 0; from < holders.length; from += NAMED_AT_MOST)
      await this.notices.say(manager, ENDED_CHANNEL, JSON.stringify(holders.slice(from, from + NAMED_AT_MOST)));
  }

  /**
   * Adds a response to the streams of change events. The first event confirms the subscription: every change committed
   * after it is sent.
   * @param holder the session or access key of the stream
   */
  async stream(holder: string, response: Response): Promise<void> {
    await this.hear();
    // The response may be closed already, and would then never be removed from the list.
    if (response.destroyed) return;
    this.lines.add({ holder, response }, (old) => {
      send(old, 'crowded', '');
      old.end();
    });
    send(response, 'ready', '');
  }

  onModuleDestroy(): void {
    for (const line of this.lines.all()) line.end();
  }

  private hear(): Promise<unknown> {
    this.hearing ??= this.notices
      .hear(CHANNEL, (text) => this.toAll('units', text))
      .then(() => this.notices.hear(ENDED_CHANNEL, (text) => this.endOf(JSON.parse(text) as string[])))
      .then(() => {
        this.notices.onLost(() => this.toAll('database', 'away'));
        this.notices.onBack(() => {
          this.toAll('database', 'back');
          this.toAll('units', '"many"');
        });
      })
      .catch((error: unknown) => {
        this.hearing = null;
        throw error;
      });
    return this.hearing;
  }

  private toAll(event: string, data: string): void {
    for (const line of this.lines.all()) {
      if (line.writableLength > BEHIND_BYTES) line.destroy();
      else send(line, event, data);
    }
  }

  private endOf(holders: readonly string[]): void {
    for (const line of this.lines.of(new Set(holders))) line.end();
  }
}

/** One event in the server-sent events format of HTML. */
const send = (response: Response, event: string, data: string): void =>
  void response.write(`event: ${event}\ndata: ${data}\n\n`);
