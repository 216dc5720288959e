import { createServer } from 'node:net';
import { LauncherError } from './told.mjs';

/** The first free loopback port from `preferred` on. */
export async function freePort(preferred) {
  for (let port = preferred; port < preferred + 200; port++) if (await isFree(port)) return port;
  throw new LauncherError(`No free port between ${preferred} and ${preferred + 199}.`);
}

function isFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}
