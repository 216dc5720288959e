import { Client } from 'pg';

/** Connects to a database for the duration of `act`. */
export async function withClient<T>(databaseUrl: string, act: (client: Client) => Promise<T>): Promise<T> {
  const client = new Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    return await act(client);
  } finally {
    await client.end();
  }
}
