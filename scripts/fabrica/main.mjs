import { Told } from './told.mjs';

const help = `Fabrica: metadata templates for photographers.

  ./fabrica demo     everything, with made-up pictures to try it on
  ./fabrica start    the same without demo data
  ./fabrica stop     end what demo or start began
  ./fabrica test     install what tests need, and run them all
  ./fabrica help     this page

Settings, by environment variable:
  FABRICA_DATA       folder for database, previews and demo pictures (default: .fabrica here)
  FABRICA_PORT       preferred port (default: 4400; the next free one is taken)
`;

const commands = {
  demo: async () => (await import('./start.mjs')).start({ demo: true }),
  start: async () => (await import('./start.mjs')).start({ demo: false }),
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
  if (error instanceof Told) console.error(`\n${error.message}`);
  else console.error(error);
  process.exit(1);
}
