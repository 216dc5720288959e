import { existsSync, mkdirSync, renameSync } from 'node:fs';
import path from 'node:path';
import { alive, instanceFile } from './instance.mjs';
import { dataFolder, readJson } from './places.mjs';
import { LauncherError, print } from './told.mjs';

/**
 * Earlier versions kept the data of `start` in the checkout: they move to the user's data folder, once. Data of the demo
 * stay where they are. Returns where they were and are, when they were moved.
 */
export function moveEarlierData(from = earlierFolder()) {
  if (!from || process.env.FABRICA_DATA) return undefined;
  const to = dataFolder();
  const isDemo = existsSync(path.join(from, 'card'));
  if (from === to || isDemo || !existsSync(path.join(from, 'database.json'))) return undefined;
  if (existsSync(path.join(to, 'database.json')) || alive(readJson(instanceFile(from))?.launcher))
    return undefined;
  try {
    mkdirSync(path.dirname(to), { recursive: true });
    // The new folder is empty: it takes the place of an empty one.
    renameSync(from, to);
  } catch (error) {
    throw new LauncherError(
      `Your data of an earlier version lie in ${from}, and could not be moved to ${to} (${error.code}).\nMove that folder yourself, or go on where it is: FABRICA_DATA=${from} ./fabrica start`,
    );
  }
  print(`Your data were moved from ${from} to ${to}.`);
  return { from, to };
}

/** Undefined where the checkout cannot hold data: then it never did. */
function earlierFolder() {
  try {
    return dataFolder({ demo: true });
  } catch {
    return undefined;
  }
}

/** Folders of Fabrica's own, in the database, after the data moved. */
export function moveOwnFolders(postgres, { from, to }) {
  const text = (value) => `'${value.replaceAll("'", "''")}'`;
  postgres.asOwner(
    'fabrica',
    `update opened_folders set path = ${text(to)} || substr(path, length(${text(from)}) + 1) where starts_with(path, ${text(`${from}/`)})`,
  );
}
