import pg from 'pg';

/**
 * A pooled connection that breaks must not end the process. Between checkout and the moment at which its user adds an
 * error listener there is none: an answer and the notice of PostgreSQL's shutdown may arrive in one packet. A query on
 * such a connection fails by itself.
 */
export class SteadyClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config);
    this.on('error', () => undefined);
  }
}
