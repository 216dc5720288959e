import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { completion, overview, pageOf } from './help.mjs';
import { root } from './places.mjs';
import { LauncherError } from './told.mjs';

/** The command line by itself: no database, no server. Ends with its exit code. */
async function commandLine(name, args) {
  const { installModules, buildPrograms } = await import('./install.mjs');
  installModules();
  buildPrograms();
  const program = path.join(root, 'dist/cli.mjs');
  const { status, signal } = spawnSync(process.execPath, [program, name, ...args], { stdio: 'inherit' });
  process.exit(signal ? 1 : (status ?? 1));
}

function printCompletion([shell]) {
  const script = completion(shell);
  if (!script) notUnderstood(`Completion is known for bash and zsh, not for “${shell ?? ''}”.`);
  console.log(script);
}

function notUnderstood(words) {
  console.error(`${words}\n\n${overview()}`);
  process.exit(2);
}

const commands = {
  demo: async () => (await import('./start.mjs')).start({ demo: true }),
  start: async () => (await import('./start.mjs')).start({ demo: false }),
  read: (args) => commandLine('read', args),
  embed: (args) => commandLine('embed', args),
  fields: (args) => commandLine('fields', args),
  stop: async () => (await import('./stop.mjs')).stop(),
  backup: async (args) => (await import('./backup.mjs')).backup(args),
  restore: async (args) => (await import('./backup.mjs')).restore(args),
  check: async (args) => (await import('./backup.mjs')).check(args),
  service: async (args) => (await import('./service.mjs')).service(args),
  test: async (args) => (await import('./test.mjs')).test(args),
  guard: async () => (await import('./guard.mjs')).guard(),
  completion: printCompletion,
  help: async () => console.log(overview()),
};

const [given = 'help', ...args] = process.argv.slice(2);
const name = given === '-h' ? 'help' : given.replace(/^--?/, '');
const command = commands[name];
if (!command) notUnderstood(`There is no command “${given}”.`);
const page = args.some((one) => one === '--help' || one === '-h') ? pageOf(name) : undefined;
if (page) {
  console.log(page);
  process.exit(0);
}
try {
  await command(args);
} catch (error) {
  if (error instanceof LauncherError) console.error(`\n${error.message}`);
  else console.error(error);
  process.exit(1);
}
