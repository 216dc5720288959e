import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { root } from './places.mjs';
import { LauncherError } from './told.mjs';

const help = `Fabrica: metadata templates for photographers.

  ./fabrica demo     everything, with made-up pictures to try it on
  ./fabrica start    the same without demo data
  ./fabrica stop     end what demo or start began
  ./fabrica read FILE…     what files say about themselves
  ./fabrica embed …        embed a template into files (docs/COMMAND_LINE.md)
  ./fabrica fields         every field that Fabrica knows
  ./fabrica test     install what tests need, and run them all
  ./fabrica help     this page

Settings, by environment variable:
  FABRICA_DATA       folder for database, previews and demo pictures (default: .fabrica here)
  FABRICA_WORKERS    processes that carry out runs (default: 2, on one core 1)
  FABRICA_PORT       preferred port (default: 4400; the next free one is taken)
`;

/** The command line by itself: no database, no server. Ends with its exit code. */
async function commandLine(name, args) {
  const { installModules, buildPrograms } = await import('./install.mjs');
  installModules();
  buildPrograms();
  const program = path.join(root, 'dist/cli.mjs');
  const { status, signal } = spawnSync(process.execPath, [program, name, ...args], { stdio: 'inherit' });
  process.exit(signal ? 1 : (status ?? 1));
}

const commands = {
  demo: async () => (await import('./start.mjs')).start({ demo: true }),
  start: async () => (await import('./start.mjs')).start({ demo: false }),
  read: (args) => commandLine('read', args),
  embed: (args) => commandLine('embed', args),
  fields: (args) => commandLine('fields', args),
  stop: async () => (await import('./stop.mjs')).stop(),
  test: async (args) => (await import('./test.mjs')).test(args),
  help: async () => console.log(help),
};

const [name = 'help', ...args] = process.argv.slice(2);
const command = commands[name.replace(/^--?/, '')] ?? (name === '-h' ? commands.help : undefined);
if (!command) {
  console.error(`There is no command “${name}”.\n\n${help}`);
  process.exit(2);
}
try {
  await command(args);
} catch (error) {
  if (error instanceof LauncherError) console.error(`\n${error.message}`);
  else console.error(error);
  process.exit(1);
}
