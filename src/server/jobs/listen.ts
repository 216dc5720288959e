import { Client } from 'pg';
import { config } from '../config';
import { log } from '../log';

const RETRY_MS = 1000;

/**
 * Listens on a channel of PostgreSQL with a connection of its own, for as long as the process lives. Connects
 * again when the connection is lost; `onGap` is called then, because what was said meanwhile was not heard.
 */
export async function listen(
  channel: string,
  onNotice: (payload: string) => void,
  onGap: () => void,
): Promise<void> {
  const client = new Client({ connectionString: config().databaseUrl });
  let isLost = false;
  const again = () => {
    if (!isLost) setTimeout(() => void listen(channel, onNotice, onGap), RETRY_MS).unref();
    isLost = true;
  };
  client.on('notification', ({ payload }) => onNotice(payload ?? ''));
  client.on('error', again);
  client.on('end', again);
  try {
    await client.connect();
    await client.query(`listen ${client.escapeIdentifier(channel)}`);
    onGap();
  } catch {
    log.warn({ channel }, 'a channel could not be listened to; trying again');
    again();
  }
}
