import pg from 'pg';
import { DATABASE_LIMITS } from './pool';

const FIRST_RETRY_MS = 250;
const LONGEST_RETRY_MS = 5000;
/** A connection that only listens notices a dead database by asking now and then. */
const HEARTBEAT_MS = 10_000;

export interface Listening {
  readonly stop: () => Promise<void>;
}

/**
 * Hears what is told on a channel of the database, on a connection of its own that is opened again whenever it is lost.
 * @param onMessage called with each payload
 * @param onConnected called whenever listening began: what was told before it was not heard
 * @param onLost called when the connection is lost
 */
export const listenTo = (
  connectionString: string,
  channel: string,
  {
    onMessage,
    onConnected,
    onLost,
  }: {
    readonly onMessage: (payload: string) => void;
    readonly onConnected: () => void;
    readonly onLost: (error: Error) => void;
  },
): Listening => {
  let stopped = false;
  let retryMs = FIRST_RETRY_MS;
  let timer: NodeJS.Timeout | null = null;
  let current: pg.Client | null = null;

  const again = (): void => {
    if (stopped || timer !== null) return;
    timer = setTimeout(() => {
      timer = null;
      void connect();
    }, retryMs);
    retryMs = Math.min(LONGEST_RETRY_MS, retryMs * 2);
  };
  const connect = async (): Promise<void> => {
    const client = new pg.Client({
      connectionString,
      connectionTimeoutMillis: DATABASE_LIMITS.connect,
      query_timeout: DATABASE_LIMITS.query,
      keepAlive: true,
    });
    let heartbeat: NodeJS.Timeout | null = null;
    let lost = false;
    const lose = (error: Error): void => {
      if (lost) return;
      lost = true;
      if (heartbeat !== null) clearInterval(heartbeat);
      if (current === client) current = null;
      client.end().catch(() => undefined);
      if (!stopped) onLost(error);
      again();
    };
    client.on('error', lose);
    client.on('end', () => lose(new Error('The connection that listens has ended.')));
    client.on('notification', ({ payload }) => onMessage(payload ?? ''));
    try {
      await client.connect();
      await client.query(`LISTEN ${pg.escapeIdentifier(channel)}`);
    } catch (error) {
      lose(error instanceof Error ? error : new Error(String(error)));
      return;
    }
    if (stopped) {
      await client.end();
      return;
    }
    current = client;
    retryMs = FIRST_RETRY_MS;
    heartbeat = setInterval(() => void client.query('SELECT 1').catch(lose), HEARTBEAT_MS);
    onConnected();
  };
  void connect();
  return {
    stop: async () => {
      stopped = true;
      if (timer !== null) clearTimeout(timer);
      await current?.end();
    },
  };
};
