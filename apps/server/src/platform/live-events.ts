import { Injectable } from '@nestjs/common';
import { LiveEvent } from '@plumgate/contract';
import { Database, type Queries } from './database/database.ts';

const channel = 'live_events';

/**
 * Tells whoever has a screen open, in every process, that something happened: after the transaction of its cause, and
 * only that it did. Nothing is kept: who was not listening looks anew when they are.
 */
@Injectable()
export class LiveEvents {
  private readonly listeners = new Set<(event: LiveEvent) => void>();
  private stopListening: () => Promise<void> = () => Promise.resolve();

  constructor(private readonly database: Database) {}

  async tell(tx: Queries, event: LiveEvent): Promise<void> {
    await this.database.notify(tx, channel, JSON.stringify(event));
    await this.database.afterCommit(tx, () => this.hear(event));
  }

  /** Calls back for every event from now on; gives how to stop. */
  listen(listener: (event: LiveEvent) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  async start(): Promise<void> {
    this.stopListening = await this.database.listen(channel, {
      onMessage: (message) => this.hear(LiveEvent.parse(JSON.parse(message))),
      onState: () => {},
    });
  }

  async stop(): Promise<void> {
    await this.stopListening();
  }

  private hear(event: LiveEvent): void {
    for (const listener of this.listeners) listener(event);
  }
}
