import { useSyncExternalStore } from 'react';

/** The state of the live connection, which tells whether the page is up to date. */
export type Connection = 'open' | 'server-away' | 'database-away';

/** A shorter interruption is not shown. */
const UNNOTICED_MS = 4000;

/** The state of this page's live connection. */
export class ConnectionState {
  private state: Connection = 'open';
  private soon: ReturnType<typeof setTimeout> | null = null;
  private readonly listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly current = (): Connection => this.state;

  /** Disconnected: shown if it lasts. */
  cut(): void {
    this.soon ??= setTimeout(() => this.turn('server-away'), UNNOTICED_MS);
  }

  is(state: Connection): void {
    if (this.soon !== null) clearTimeout(this.soon);
    this.soon = null;
    this.turn(state);
  }

  private turn(state: Connection): void {
    if (state === this.state) return;
    this.state = state;
    for (const listener of this.listeners) listener();
  }
}

export const connection = new ConnectionState();

export const useConnection = (): Connection => useSyncExternalStore(connection.subscribe, connection.current);
