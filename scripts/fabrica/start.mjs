import { randomBytes } from 'node:crypto';
import { availableParallelism } from 'node:os';
import path from 'node:path';
import { runChild, startChild, stopChild } from './children.mjs';
import { startGuard } from './guard.mjs';
import { buildAside, buildPrograms, installModules } from './install.mjs';
import { claim, identity, release, remember } from './instance.mjs';
import { boundLogs } from './logs.mjs';
import { migrateDataFolder, updateOwnFolders } from './migrateDataFolder.mjs';
import { installPackages, runPackages } from './packages.mjs';
import { dataFolder, ownersOnly, root } from './places.mjs';
import { freePort } from './ports.mjs';
import { Postgres } from './postgres.mjs';
import { LauncherError, print, Steps } from './told.mjs';
import { keepDatabase, keepRunning } from './watch.mjs';

const partNames = { web: 'web application', worker: 'worker' };
const isAlive = (child) => child.exitCode === null && child.signalCode === null;
/** Workers share the items of a run; more than two wait for the disk. */
const WORKERS = Number(process.env.FABRICA_WORKERS ?? Math.min(2, availableParallelism()));

/** Processes that read files for the web application; each worker has one of its own. */
const READERS = 2;

/**
 * How long a connection is kept that nobody uses, in ms. After Node's own 5 s, a page that asks just then found it closed
 * under its request.
 */
const KEPT_OPEN_MS = 75_000;

/** A database that was killed leaves processes that end a moment later; it does not start before. */
const DATABASE_TRIES = 5;
const DATABASE_PAUSE_MS = 2000;

/** Everything from a fresh machine to a running Fabrica; ends when asked to, and then ends all it began. */
export async function start({ demo }) {
  if (!demo) migrateDataFolder();
  const data = dataFolder({ demo });
  claim(data);
  startGuard(data);
  ownersOnly(data);
  const running = { children: [], postgres: undefined };
  const ended = endings(data, running);
  try {
    const steps = new Steps(demo ? 6 : 5);
    await steps.step('Packages of Debian', () => installPackages(runPackages));
    await steps.step('Packages of npm', () => installModules());
    // Drawing needs a program that is built in a moment, and goes on beside everything else.
    const drawing = demo ? draw(data) : undefined;
    drawing?.catch(() => undefined);
    await steps.step('Web application and worker', () => buildAside());
    running.postgres = new Postgres(data);
    const databaseUrl = await steps.step('Database', () => readyDatabase(running.postgres, data));
    const port = await freePort(Number(process.env.FABRICA_PORT ?? 4400));
    const address = `http://127.0.0.1:${port}`;
    const env = {
      ...process.env,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      FABRICA_ROOT: root,
      FABRICA_DATA: data,
      FABRICA_DATABASE_URL: databaseUrl,
      FABRICA_ADDRESS: address,
      FABRICA_SESSION: randomBytes(8).toString('hex'),
    };
    if (demo)
      await steps.step('Demo pictures and assignments', async () => {
        await drawing;
        await withDatabase(running.postgres, async () => {
          if (!running.postgres.isRunning()) running.postgres.startAgain();
          await mustRun('dist/demo.mjs', [], env, 'The demo data could not be made');
        });
      });
    const next = path.join(root, 'node_modules/next/dist/bin/next');
    const keep = (name, args, more) => {
      const log = path.join(data, `${name}.log`);
      const start = () => {
        const child = startChild(name, args, { env: { ...env, ...more }, cwd: root, log });
        running.children = [...running.children.filter(isAlive), child];
        remember(data, { address, children: running.children.map((one) => identity(one.pid)) });
        return child;
      };
      keepRunning({ name: partNames[name], log, start, ended, giveUp });
    };
    const listening = ['-H', '127.0.0.1', '-p', String(port), '--keepAliveTimeout', String(KEPT_OPEN_MS)];
    keep('web', [next, 'start', ...listening], { FABRICA_READERS: String(READERS) });
    for (let n = 0; n < WORKERS; n++)
      keep('worker', [path.join(root, 'dist/worker.mjs')], {
        FABRICA_READERS: '1',
        PGAPPNAME: 'fabrica worker',
      });
    keepDatabase({ postgres: running.postgres, ended, giveUp });
    boundLogs(data, ended);
    await steps.step('Start', () => answering(address));
    console.log(
      `\n  Fabrica is at ${address} (ready after ${steps.seconds()} s)\n  Data in ${data}. Ctrl-C ends it.\n`,
    );
    await ended.promise;
  } catch (error) {
    await endAll(data, running);
    throw error;
  }
}

/** Starts the database and brings its tables up to date; returns its address. */
function readyDatabase(postgres, data) {
  return withDatabase(postgres, async () => {
    const databaseUrl = await postgres.start();
    const env = {
      ...process.env,
      FABRICA_ROOT: root,
      FABRICA_DATA: data,
      FABRICA_DATABASE_URL: databaseUrl,
    };
    updateOwnFolders(postgres, data);
    postgres.dropTemporaryDatabases();
    const backups = ['write-if-older', path.join(data, 'backups')];
    await mustRun('dist/backup.mjs', backups, env, 'The data of the earlier version could not be backed up');
    await mustRun('dist/migrate.mjs', [], env, 'The database could not be brought up to date');
    return databaseUrl;
  });
}

/** Repeats what failed because the database ended in the middle of it. */
async function withDatabase(postgres, act) {
  for (let tried = 1; ; tried++) {
    try {
      return await act();
    } catch (error) {
      if (tried === DATABASE_TRIES || postgres.isRunning()) throw error;
      print('The database ended unexpectedly and is started again.');
      await new Promise((resolve) => setTimeout(resolve, DATABASE_PAUSE_MS));
    }
  }
}

/** The demo's pictures, while the web application is built and the database starts. */
async function draw(data) {
  buildPrograms();
  await mustRun(
    'dist/demo.mjs',
    ['draw'],
    { ...process.env, FABRICA_DATA: data },
    'The demo pictures could not be drawn',
  );
}

async function mustRun(program, args, env, failure) {
  const { code, errors } = await runChild([path.join(root, program), ...args], {
    env,
    cwd: root,
    onLine: (line) => line && print(line),
  });
  if (code !== 0) throw new LauncherError(`${failure}:\n${errors}`);
}

/** Waits until the web application answers and all parts are there; `keepRunning` says when they do not stay. */
async function answering(address) {
  for (let tries = 0; tries < 1800; tries++) {
    const answer = await fetch(`${address}/api/health`).catch(() => undefined);
    if (answer?.ok && (await answer.json()).well) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new LauncherError('The web application does not answer; its log tells why.');
}

/** Ends everything, because a part of it cannot be kept running. */
function giveUp(why) {
  console.error(`\n  ${why}`);
  process.exitCode = 1;
  process.kill(process.pid, 'SIGTERM');
}

function endings(data, running) {
  const ended = { asked: false };
  ended.promise = new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
      process.on(signal, async () => {
        if (ended.asked) return;
        ended.asked = true;
        console.log('\n  Ending …');
        await endAll(data, running);
        resolve();
        process.exit();
      });
    }
  });
  return ended;
}

async function endAll(data, running) {
  await Promise.all(running.children.map(stopChild));
  running.postgres?.stop();
  release(data);
}
