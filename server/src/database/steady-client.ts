import { Client, type ClientConfig } from 'pg';

/** A connection whose loss ends nobody: it always has an error listener, idle or in use; the query that waits on it fails by itself. */
export class SteadyClient extends Client {
  constructor(config?: string | ClientConfig) {
    super(config);
    this.on('error', () => {
      // Its pool takes it out; the next query gets another one.
    });
  }
}
