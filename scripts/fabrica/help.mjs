/** What every command does, by name: the overview, each page of help, and the completion come from here. */
export const commands = {
  demo: {
    words: 'everything, with made-up pictures to try it on',
    help: `Installs what is missing, builds, starts a private database, draws the demo's pictures while it builds, and
prints the address. The first start takes a few minutes, each further one a few seconds. Ctrl-C ends it.`,
    codes: '0 when it was ended, 1 when it could not start or a part of it ended by itself',
  },
  start: {
    words: 'the same without demo data',
    help: 'Like demo, with an empty workshop: it begins with five questions.',
    codes: '0 when it was ended, 1 when it could not start or a part of it ended by itself',
  },
  stop: {
    words: 'end what demo or start began',
    help: 'Ends the copy that runs on the data folder, and waits until it has ended. Runs go on with the next start.',
    codes: '0 when nothing runs any more, 1 when it does not end',
  },
  backup: {
    words: '[TO]    back up everything that is not in the files',
    help: `Writes an archive into the folder TO, or to the file TO (default: backups in the data folder), and verifies it. Fabrica may be
running. If FABRICA_PASSPHRASE is set, the archive is encrypted. See docs/BACKUP.md.`,
    options: ['--without-undo'],
    codes: '0 when the archive was written and verified, 1 otherwise',
  },
  restore: {
    words: 'FILE    restore a backup into the data folder',
    help: `Stop Fabrica first. If the data folder is in use, --replace is required; the current data is backed up first. An interrupted
restore leaves the previous data. FABRICA_PASSPHRASE decrypts an encrypted backup.`,
    options: ['--replace'],
    codes: '0 when restored, 1 otherwise; then nothing was changed',
  },
  check: {
    words: '[FILE]  compare the database with the files, or verify a backup',
    help: `Without FILE: checks every file of every assignment, lists missing ones, and rebuilds summaries and the search index. With
FILE: reads the entire backup and compares it with its checksums.`,
    codes: '0 when all is well, 1 when something is missing or damaged',
  },
  read: {
    words: 'FILE…   what files say about themselves',
    help: undefined,
    options: ['--json'],
    codes: '0 all went well, 1 some files failed, 2 not understood',
  },
  embed: {
    words: '…       embed a template into files (docs/COMMAND_LINE.md)',
    help: undefined,
    options: [
      '--template',
      '--keywords',
      '--fact',
      '--in-place',
      '--to',
      '--dng-sidecar',
      '--date-original',
      '--replace-unreadable',
      '--break-provenance',
      '--give-up-rights',
      '--others',
      '--json',
      '--jobs',
    ],
    codes: '0 all went well, 1 some files failed, 2 not understood',
  },
  fields: {
    words: 'every field that Fabrica knows',
    help: undefined,
    options: ['--json'],
    codes: '0 all went well, 2 not understood',
  },
  service: {
    words: 'install|remove   run as a systemd user service',
    help: `Writes a unit file, enables and starts the service. systemd restarts it after a failure. Settings come from fabrica.env
beside the unit file, as lines NAME=VALUE. Logs: journalctl --user -u fabrica. For a container see Containerfile.`,
    codes: '0 when installed or removed, 1 when systemd is not available',
  },
  test: {
    words: 'install what tests need, and run them all',
    help: `Format, types, boundaries, unused code, unit, property and oracle tests, and the browser tests.
--changed [REVISION] runs what the changes since then (HEAD) can affect.`,
    options: ['--changed'],
    codes: '0 when all passed, 1 when something failed',
  },
  completion: {
    words: 'bash|zsh   completion for the shell',
    help: 'Prints a script. Bash: source <(./fabrica completion bash). Zsh: the same, with zsh, after compinit.',
    codes: '0, or 2 for a shell that is not known',
  },
  help: { words: 'this page', help: 'The overview of all commands.', codes: '0' },
};

const settings = `Settings, by environment variable:
  FABRICA_DATA       folder for database, previews and demo pictures (default: ~/.local/share/fabrica, for demo .fabrica here)
  FABRICA_WORKERS    processes that carry out runs (default: 2, on one core 1)
  FABRICA_PORT       preferred port (default: 4400; the next free one is taken)
  FABRICA_LOOK_MINUTES interval of the scan for changed files (default: 10; 0: no scan, and folders are not watched)
  FABRICA_PASSPHRASE encrypts and decrypts backups
  FABRICA_DEMO       card: the demo's memory card alone, without the other assignments
`;

export function overview() {
  const rows = Object.entries(commands).map(
    ([name, { words }]) =>
      `  ./fabrica ${/^(FILE|\[|…|bash|install\|)/.test(words) ? `${name} ${words}` : `${name.padEnd(10)} ${words}`}`,
  );
  return `Fabrica: metadata templates for photographers.

${rows.join('\n')}

./fabrica COMMAND --help tells more of one. Exit codes: 0 well, 1 something failed, 2 not understood.

${settings}`;
}

/** The page of one command; undefined where the program itself has a better one. */
export function pageOf(name) {
  const { words, help, codes } = commands[name];
  return help && `./fabrica ${name}: ${words}\n\n${help}\n\nExit codes: ${codes}.\n\n${settings}`;
}

/** Bash takes it as it is; zsh by its own emulation of bash's completion. */
export function completion(shell) {
  if (shell !== 'bash' && shell !== 'zsh') return undefined;
  const names = Object.keys(commands).join(' ');
  const cases = Object.entries(commands)
    .map(([name, { options = [] }]) => `    ${name}) words="${[...options, '--help'].join(' ')}" ;;`)
    .join('\n');
  return `${shell === 'zsh' ? 'autoload -U +X bashcompinit && bashcompinit\n' : ''}_fabrica() {
  local word="\${COMP_WORDS[COMP_CWORD]}" words=""
  if [ "$COMP_CWORD" -eq 1 ]; then
    COMPREPLY=( $(compgen -W "${names}" -- "$word") )
    return
  fi
  case "\${COMP_WORDS[1]}" in
${cases}
  esac
  case "$word" in
    -*) COMPREPLY=( $(compgen -W "$words" -- "$word") ) ;;
    *) COMPREPLY=( $(compgen -f -- "$word") ) ;;
  esac
}
complete -o filenames -F _fabrica fabrica ./fabrica
`;
}
