import { setTimeout } from 'node:timers/promises';
import { Client, type ClientConfig } from 'pg';

export interface Hearer {
  onMessage: (message: string) => void;
  /** Whether messages arrive from now on; between false and true some may have been missed. */
  onState: (isListening: boolean) => void;
}

const retryMs = 1000;

/** Listens on a channel of a PostgreSQL server until it is stopped. */
export async function listenTo(
  config: ClientConfig,
  channel: string,
  { onMessage, onState }: Hearer,
): Promise<() => Promise<void>> {
  let isStopped = false;
  let client: Client | undefined;

  const connect = async (): Promise<void> => {
    const next = new Client({ ...config, connectionTimeoutMillis: 5_000 });
    // A cut connection says so twice, by an error and by its end; the end is enough.
    next.on('error', () => {});
    next.on('notification', ({ payload }) => onMessage(payload ?? ''));
    next.on('end', () => {
      if (isStopped || client !== next) return;
      onState(false);
      again().catch(() => {});
    });
    await next.connect();
    client = next;
    await next.query(`listen ${next.escapeIdentifier(channel)}`);
    onState(true);
  };
  const again = async (): Promise<void> => {
    while (!isStopped) {
      await setTimeout(retryMs, undefined, { ref: false });
      if (isStopped) return;
      try {
        return await connect();
      } catch {
        // The next turn tries again.
      }
    }
  };

  await connect();
  return async () => {
    isStopped = true;
    await client?.end();
  };
}
