import pg from 'pg';

/**
 * A connection of the pool that is cut at any moment ends no process. Between the moment at which the pool hands a
 * connection out and the one at which its user listens for errors nobody does: an answer and the notice that PostgreSQL
 * ends may come in one packet. What is asked on such a connection fails by itself.
 */
export class SteadyClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config);
    this.on('error', () => undefined);
  }
}
