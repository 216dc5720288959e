import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { startGuard } from './guard.mjs';
import { buildPrograms, installModules } from './install.mjs';
import { alive, claim, instanceFile, release } from './instance.mjs';
import { installPackages, runPackages } from './packages.mjs';
import { dataFolder, ownersOnly, readJson, root } from './places.mjs';
import { Postgres } from './postgres.mjs';
import { LauncherError, print } from './told.mjs';

/** `./fabrica backup`, `restore` and `check`: run dist/backup.mjs with a database. */
export async function backup(args) {
  const { given, options } = parsed(args, ['--without-undo']);
  await withDatabase((run, { data }) => {
    run('write', [path.resolve(given ?? path.join(data, 'backups')), ...options]);
  });
}

export async function check(args) {
  const { given } = parsed(args, []);
  if (!given) return withDatabase((run) => run('check-files', [], undefined, exitWithOne));
  prepare();
  runProgram('check', [existingFile(given)], {}, exitWithOne);
}

export async function restore(args) {
  const { given, options } = parsed(args, ['--replace']);
  if (!given) throw new LauncherError('Missing argument: ./fabrica restore FILE');
  const file = existingFile(given);
  await withDatabase(
    (run, { data, postgres }) => {
      run('check', [file]);
      if (postgres.isInUse()) {
        if (!options.includes('--replace'))
          throw new LauncherError(
            `The data folder ${data} is in use. Add --replace to replace its data with the backup; the current data is backed up first. Or choose another folder with FABRICA_DATA.`,
          );
        print('Backing up the current data first:');
        run('write', [path.join(data, 'backups')]);
      }
      run('load', [file], postgres.beginRestore());
      postgres.finishRestore();
      print('Restored. Run ./fabrica start.');
    },
    { isRestore: true },
  );
}

/** Parses one optional argument and the known options. */
function parsed(args, known) {
  const options = args.filter((one) => one.startsWith('--'));
  const [given, ...rest] = args.filter((one) => !one.startsWith('--'));
  const unknown = [...rest, ...options.filter((one) => !known.includes(one))];
  if (unknown.length > 0) throw new LauncherError(`Unknown argument: ${unknown.join(' ')}`);
  return { given, options };
}

function existingFile(file) {
  if (!existsSync(file)) throw new LauncherError(`There is no file ${file}.`);
  return path.resolve(file);
}

function prepare() {
  installPackages(runPackages);
  installModules();
  buildPrograms();
}

/** Uses the database of the running instance, or starts one for the duration of `act`. */
async function withDatabase(act, { isRestore = false } = {}) {
  const data = dataFolder();
  const isRunning = alive(readJson(instanceFile(data))?.launcher);
  if (isRunning && isRestore)
    throw new LauncherError('Fabrica is running on this data folder. Stop it first: ./fabrica stop');
  if (!isRestore && !existsSync(path.join(data, 'database.json')))
    throw new LauncherError(`The data folder ${data} has no data. FABRICA_DATA names another one.`);
  prepare();
  const postgres = new Postgres(data);
  if (isRunning) return act(runner(data, postgres), { data, postgres });
  claim(data);
  startGuard(data);
  ownersOnly(data);
  try {
    await postgres.start();
    await act(runner(data, postgres), { data, postgres });
  } finally {
    postgres.stop();
    release(data);
  }
}

const runner =
  (data, postgres) =>
  (verb, args, databaseUrl = postgres.address(), onFailure) =>
    runProgram(
      verb,
      args,
      { FABRICA_DATA: data, FABRICA_DATABASE_URL: databaseUrl, FABRICA_ROOT: root },
      onFailure,
    );

const nothingChanged = () => {
  throw new LauncherError('Nothing was changed.');
};
const exitWithOne = () => {
  process.exitCode = 1;
};

/** The program prints its own errors. */
function runProgram(verb, args, env, onFailure = nothingChanged) {
  const { status } = spawnSync(process.execPath, [path.join(root, 'dist/backup.mjs'), verb, ...args], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (status !== 0) onFailure();
}
