import { alive, instanceFile } from './instance.mjs';
import { dataFolder, readJson } from './places.mjs';
import { LauncherError } from './told.mjs';

/** Asks what runs on this data folder to end, and waits until it has: without FABRICA_DATA, `start` and `demo`. */
export async function stop() {
  const folders = new Set([dataFolder(), dataFolder({ demo: true })]);
  const running = [...folders]
    .map((data) => readJson(instanceFile(data)))
    .filter((one) => one && alive(one.launcher));
  if (running.length === 0) console.log('  Fabrica is not running on this data folder.');
  for (const one of running) await end(one);
}

async function end(running) {
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
