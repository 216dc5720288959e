import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import path from 'node:path';
import { root } from './places.mjs';
import { LauncherError, print } from './told.mjs';

/** Folder of user units (systemd.unit(5)). */
const folder = () =>
  path.join(process.env.XDG_CONFIG_HOME || path.join(homedir(), '.config'), 'systemd/user');

/** Returns the unit file. Escapes `%`, which begins a specifier, and quotes paths (systemd.service(5)). */
export function unit(checkout, node, settings) {
  const escaped = (text) => text.replaceAll('%', '%%');
  const quoted = (text) => `"${escaped(text).replaceAll('\\', '\\\\').replaceAll('"', '\\"')}"`;
  return `[Unit]
Description=Fabrica: metadata templates for photographers

[Service]
ExecStart=${quoted(path.join(checkout, 'fabrica'))} start
ExecStop=${quoted(path.join(checkout, 'fabrica'))} stop
Environment=${quoted(`PATH=${path.dirname(node)}:/usr/local/bin:/usr/bin:/bin`)}
EnvironmentFile=-${escaped(settings)}
Restart=on-failure
RestartSec=10
TimeoutStopSec=60

[Install]
WantedBy=default.target
`;
}

/** Installs or removes the unit. */
export function service([verb]) {
  const file = path.join(folder(), 'fabrica.service');
  if (verb === 'install') {
    mkdirSync(folder(), { recursive: true });
    writeFileSync(file, unit(root, process.execPath, path.join(folder(), 'fabrica.env')), { mode: 0o644 });
    print(`Wrote ${file}.`);
    systemctl('daemon-reload');
    systemctl('enable', '--now', 'fabrica.service');
    print('Fabrica runs, and starts with your session. Its address: journalctl --user -u fabrica');
  } else if (verb === 'remove') {
    if (!existsSync(file)) throw new LauncherError('The service is not installed.');
    systemctl('disable', '--now', 'fabrica.service');
    rmSync(file);
    systemctl('daemon-reload');
    print('The service was removed; the data stay.');
  } else throw new LauncherError('./fabrica service install, or ./fabrica service remove');
}

function systemctl(...args) {
  const { status, error, stderr } = spawnSync('systemctl', ['--user', ...args], { encoding: 'utf8' });
  if (error || status !== 0)
    throw new LauncherError(
      `systemd rejected the service (${error ? error.code : stderr.trim()}). The unit is ${path.join(folder(), 'fabrica.service')}; enable it manually: systemctl --user enable --now fabrica`,
    );
}
