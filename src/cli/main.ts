import { parseArgs } from 'node:util';
import { UsageError, usage } from './usage';

const options = {
  json: { type: 'boolean' },
  template: { type: 'string', multiple: true },
  keywords: { type: 'string' },
  fact: { type: 'string', multiple: true },
  'in-place': { type: 'boolean' },
  to: { type: 'string' },
  'dng-sidecar': { type: 'boolean' },
  'date-original': { type: 'boolean' },
  'replace-unreadable': { type: 'boolean' },
  'break-provenance': { type: 'boolean' },
  'lose-jpeg': { type: 'boolean' },
  'give-up-rights': { type: 'boolean' },
  others: { type: 'string' },
  jobs: { type: 'string' },
  help: { type: 'boolean', short: 'h' },
} as const;

const allowed: Readonly<Record<string, readonly string[]>> = {
  read: ['json'],
  fields: ['json'],
  embed: [
    ...['template', 'keywords', 'fact', 'in-place', 'to', 'dng-sidecar', 'date-original', 'jobs'],
    ...['replace-unreadable', 'break-provenance', 'lose-jpeg', 'give-up-rights', 'others', 'json'],
  ],
};

async function main(args: readonly string[]): Promise<number> {
  const { values, positionals } = parsed(args);
  const [command = '', ...files] = positionals;
  if (values.help) {
    console.log(usage);
    return 0;
  }
  const known = allowed[command];
  if (!known) throw new UsageError(command ? `there is no command “${command}”` : 'a command is missing');
  const stray = Object.keys(values).find((name) => !known.includes(name));
  if (stray) throw new UsageError(`--${stray} does not belong to ${command}`);
  if (command === 'fields') {
    if (files.length > 0) throw new UsageError('fields takes no files');
    const { fields } = await import('./commands/fields');
    fields(values.json === true);
    return 0;
  }
  if (command === 'read') {
    if (files.length === 0) throw new UsageError('read needs at least one file');
    const { read } = await import('./commands/read');
    return (await read(files, values.json === true)) > 0 ? 1 : 0;
  }
  const { embed } = await import('./commands/embed');
  const failed = await embed({
    templates: values.template ?? [],
    keywords: values.keywords,
    facts: values.fact ?? [],
    inPlace: values['in-place'] === true,
    to: values.to,
    dngSidecar: values['dng-sidecar'] === true,
    dateOriginal: values['date-original'] === true,
    replaceUnreadable: values['replace-unreadable'] === true,
    breakProvenance: values['break-provenance'] === true,
    loseJpeg: values['lose-jpeg'] === true,
    giveUpRights: values['give-up-rights'] === true,
    others: values.others,
    jobs: values.jobs,
    json: values.json === true,
    files,
  });
  return failed > 0 ? 1 : 0;
}

function parsed(args: readonly string[]) {
  try {
    return parseArgs({ args: [...args], options, allowPositionals: true, strict: true });
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : 'not understood');
  }
}

// Waiting for the disk is most of the work: more of it at a time than Node's four threads allow.
process.env.UV_THREADPOOL_SIZE ??= '16';

// A reader that has seen enough (`| head`) is no failure of ours.
process.stdout.on('error', (error: NodeJS.ErrnoException) => process.exit(error.code === 'EPIPE' ? 0 : 1));

main(process.argv.slice(2)).then(
  (code) => {
    process.exitCode = code;
  },
  (error) => {
    if (error instanceof UsageError) console.error(`${error.message}\n\n${usage}`);
    else console.error(error instanceof Error ? error.message : error);
    process.exitCode = error instanceof UsageError ? 2 : 1;
  },
);
