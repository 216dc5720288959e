import { createHash } from 'node:crypto';
import {
  accessSync,
  chmodSync,
  constants,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  realpathSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { homedir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { LauncherError } from './told.mjs';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');

/** The user's data folder (XDG Base Directory Specification, XDG_DATA_HOME); demo data stay in the checkout. */
const ownData = () => path.join(process.env.XDG_DATA_HOME || path.join(homedir(), '.local/share'), 'fabrica');
export const demoData = () => path.join(root, '.fabrica');

/**
 * Creates the data folder if necessary and returns its real path; FABRICA_DATA overrides the default. As root, the user
 * "postgres" must be able to reach it.
 */
export function dataFolder({ demo = false } = {}) {
  const usual = demo ? demoData() : ownData();
  const wished = process.env.FABRICA_DATA ? path.resolve(process.env.FABRICA_DATA) : usual;
  const folder =
    isRoot() && !reachableByAll(wished)
      ? path.join('/var/lib', `fabrica-${digest(wished).slice(0, 8)}`)
      : wished;
  try {
    mkdirSync(folder, { recursive: true, mode: 0o755 });
    accessSync(folder, constants.W_OK);
    return realpathSync(folder);
  } catch {
    throw new LauncherError(
      `Fabrica cannot write to its data folder ${folder}. Choose another one with FABRICA_DATA.`,
    );
  }
}

/** Folders in the data folder that hold what pictures show and say. */
const KEPT = ['previews', 'undo', 'arrivals', 'deliveries', 'backups'];

/**
 * Only the owner reads the data folder and the logs. When Fabrica runs as root, the user "postgres" may pass through the data
 * folder and cannot list it.
 */
export function ownersOnly(data) {
  chmodSync(data, isRoot() ? 0o711 : 0o700);
  for (const name of KEPT) {
    const folder = path.join(data, name);
    mkdirSync(folder, { recursive: true });
    chmodSync(folder, 0o700);
  }
  for (const name of readdirSync(data)) if (name.endsWith('.log')) chmodSync(path.join(data, name), 0o600);
}

export function isRoot() {
  return process.getuid?.() === 0;
}

function reachableByAll(folder) {
  for (let at = folder; at !== path.dirname(at); at = path.dirname(at)) {
    if (existsSync(at) && (statSync(at).mode & 0o001) === 0) return false;
  }
  return true;
}

export function digest(text) {
  return createHash('sha256').update(text).digest('hex');
}

export function readJson(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
}

export function writeJson(file, value, mode = 0o600) {
  writeFileSync(file, `${JSON.stringify(value, null, 2)}\n`, { mode });
}
