import pg from 'pg';

/**
 * A pooled connection that breaks must not end the process. Between checkout and the user's own error listener the
 * connection has none, and PostgreSQL's shutdown message can arrive in that time. This client adds a listener of its
 * own; a query on the broken connection then rejects.
 */
export class SteadyClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config);
    this.on('error', () => undefined);
  }
}
