import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { alive, instanceFile } from './instance.mjs';
import { dataFolder, readJson, writeJson } from './places.mjs';
import { LauncherError, print } from './told.mjs';

/**
 * Moves the data of earlier versions from the checkout to the user's data folder, once. Demo data stay in the checkout. A
 * file in the folder records the move until the database has the new paths.
 */
export function migrateDataFolder(from = earlierFolder()) {
  if (!from || process.env.FABRICA_DATA) return;
  const to = dataFolder();
  const isDemo = existsSync(path.join(from, 'card'));
  const isNew = !existsSync(path.join(to, 'database.json'));
  if (from === to || !isNew || !existsSync(path.join(from, 'database.json'))) return;
  if (isDemo) {
    print(`Demo data stay in ${from}. To use them: FABRICA_DATA=${from} ./fabrica start`);
    return;
  }
  if (alive(readJson(instanceFile(from))?.launcher)) return;
  try {
    mkdirSync(path.dirname(to), { recursive: true });
    writeJson(moveFile(from), { from, to });
    // rename(2) replaces an empty folder.
    renameSync(from, to);
  } catch (error) {
    throw new LauncherError(
      `The data of an earlier version in ${from} could not be moved to ${to} (${error.code}).\nMove the folder yourself, or use it in place: FABRICA_DATA=${from} ./fabrica start`,
    );
  }
  print(`Your data were moved from ${from} to ${to}.`);
}

const moveFile = (data) => path.join(data, 'moved.json');

/** Undefined if the checkout is not writable: then it has no data. */
function earlierFolder() {
  try {
    return dataFolder({ demo: true });
  } catch {
    return undefined;
  }
}

/** Updates the paths of Fabrica's own folders in the database after a move. */
export function updateOwnFolders(postgres, data) {
  const moved = readJson(moveFile(data));
  if (!moved) return;
  const { from, to } = moved;
  const text = (value) => `'${value.replaceAll("'", "''")}'`;
  postgres.asOwner(
    'fabrica',
    `update opened_folders set path = ${text(to)} || substr(path, length(${text(from)}) + 1) where starts_with(path, ${text(`${from}/`)})`,
  );
  rmSync(moveFile(data));
}
