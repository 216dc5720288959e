import { copyFileSync, existsSync, readdirSync, rmSync, statSync, truncateSync } from 'node:fs';
import path from 'node:path';

const EVERY_MS = 10 * 60_000;
/** Megabytes of one log; the one before it is kept beside it. */
const MOST = Number(process.env.FABRICA_LOG_MEGABYTES) || 20;

/** Keeps the logs within their bound for as long as Fabrica runs. They are only added to, so that cutting loses nothing. */
export function boundLogs(data, ended) {
  const look = () => {
    if (ended.asked) return;
    cutLogs(data, MOST * 1_000_000);
    setTimeout(look, EVERY_MS).unref();
  };
  look();
}

/** On a full disk the former log is removed: that makes room, and Fabrica goes on. */
function keepBeside(file) {
  const before = `${file}.before`;
  try {
    copyFileSync(file, before);
  } catch {
    rmSync(before, { force: true });
  }
}

/** A log that is larger than `most` bytes goes on from nothing, with the former one beside it. */
export function cutLogs(data, most) {
  const own = readdirSync(data).filter((name) => name.endsWith('.log'));
  for (const name of [...own, 'postgres/log']) {
    const file = path.join(data, name);
    if (!existsSync(file) || statSync(file).size <= most) continue;
    keepBeside(file);
    truncateSync(file);
  }
}
