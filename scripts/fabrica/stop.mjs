import { alive, instanceFile } from './instance.mjs';
import { dataFolder, readJson } from './places.mjs';
import { LauncherError } from './told.mjs';

/** Asks the running copy on this data folder to end, and waits until it has. */
export async function stop() {
  const running = readJson(instanceFile(dataFolder()));
  if (!running || !alive(running.launcher)) {
    console.log('  Fabrica is not running on this data folder.');
    return;
  }
  process.kill(running.launcher.pid, 'SIGTERM');
  for (let tries = 0; tries < 400; tries++) {
    if (!alive(running.launcher)) {
      console.log('  Fabrica has ended.');
      return;
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new LauncherError(`Fabrica (process ${running.launcher.pid}) does not end.`);
}
