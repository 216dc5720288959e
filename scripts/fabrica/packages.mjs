import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { isRoot } from './places.mjs';
import { LauncherError, print } from './told.mjs';

/** Installs missing Debian packages when it may, else says the one command that does. */
export function installPackages(wanted) {
  const missing = wanted.filter((one) => !one.present()).map((one) => one.name);
  if (missing.length === 0) return;
  const command = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (!onPath('apt-get'))
    throw new LauncherError(
      `Fabrica needs: ${missing.join(', ')}. Install them with your system's package manager and start again.`,
    );
  const may = isRoot() || spawnSync('sudo', ['-n', 'true']).status === 0;
  if (!may)
    throw new LauncherError(
      `Fabrica needs packages that only an administrator can install. Run this once, then start again:\n\n  sudo sh -c '${command}'\n`,
    );
  print(`Installing from Debian: ${missing.join(', ')}`);
  keepDebianClusterOut();
  const shell = isRoot() ? ['sh', '-c', command] : ['sudo', '-n', 'sh', '-c', command];
  const done = spawnSync(shell[0], shell.slice(1), {
    stdio: ['ignore', 'ignore', 'pipe'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  const still = wanted.filter((one) => !one.present()).map((one) => one.name);
  if (done.status !== 0 || still.length > 0) {
    throw new LauncherError(
      `Installing ${still.join(', ')} failed:\n${String(done.stderr).split('\n').slice(-6).join('\n')}\nRun it by hand and start again:\n\n  ${command}\n`,
    );
  }
}

/** Debian's server package would make and start a cluster of its own; ours is private. */
function keepDebianClusterOut() {
  if (existsSync('/etc/postgresql-common') || findPostgres()) return;
  const script =
    'mkdir -p /etc/postgresql-common && echo "create_main_cluster = false" > /etc/postgresql-common/createcluster.conf';
  spawnSync(isRoot() ? 'sh' : 'sudo', isRoot() ? ['-c', script] : ['-n', 'sh', '-c', script]);
}

export function onPath(program) {
  return spawnSync('sh', ['-c', `command -v ${program}`]).status === 0;
}

/** The folder with initdb and pg_ctl of the newest PostgreSQL here. */
export function findPostgres() {
  const home = '/usr/lib/postgresql';
  const versions = existsSync(home) ? readdirSync(home).sort((a, b) => Number(b) - Number(a)) : [];
  return versions
    .map((version) => `${home}/${version}/bin`)
    .find((bin) => existsSync(`${bin}/initdb`) && existsSync(`${bin}/postgres`));
}

export const runPackages = [
  { name: 'postgresql', present: () => findPostgres() !== undefined },
  {
    name: 'fonts-noto-core',
    present: () => existsSync('/usr/share/fonts/truetype/noto/NotoSans-Regular.ttf'),
  },
];

const library = (file) => () => existsSync(`/usr/include/${file}`);
export const testPackages = [
  { name: 'chromium-headless-shell', present: () => existsSync('/usr/bin/chromium-headless-shell') },
  {
    name: 'fonts-noto-cjk',
    present: () => existsSync('/usr/share/fonts/opentype/noto/NotoSansCJK-Regular.ttc'),
  },
  { name: 'exiv2', present: () => onPath('exiv2') },
  { name: 'libexempi-dev', present: library('exempi-2.0/exempi/xmp.h') },
  { name: 'pkg-config', present: () => onPath('pkg-config') },
  { name: 'libexiv2-dev', present: library('exiv2/exiv2.hpp') },
  { name: 'g++', present: () => onPath('g++') && onPath('gcc') },
  { name: 'raptor2-utils', present: () => onPath('rapper') },
  { name: 'libjpeg-turbo-progs', present: () => onPath('djpeg') },
  { name: 'libtiff-tools', present: () => onPath('tiffcp') },
  { name: 'libvips-tools', present: () => onPath('vips') },
  { name: 'imagemagick', present: () => onPath('identify') },
  { name: 'ffmpeg', present: () => onPath('ffmpeg') },
  { name: 'libheif-examples', present: () => onPath('heif-enc') },
  { name: 'libjxl-tools', present: () => onPath('cjxl') },
  { name: 'libraw-bin', present: () => onPath('unprocessed_raw') },
  { name: 'unzip', present: () => onPath('unzip') },
  { name: 'pngcheck', present: () => onPath('pngcheck') },
  { name: 'webp', present: () => onPath('webpinfo') },
  { name: 'libiptcdata-bin', present: () => onPath('iptc') },
  {
    name: 'libmetadata-extractor-java',
    present: () => ['metadata-extractor', 'xmpcore'].every((one) => existsSync(`/usr/share/java/${one}.jar`)),
  },
  { name: 'default-jdk-headless', present: () => onPath('javac') },
  { name: 'attr', present: () => onPath('setfattr') },
  { name: 'iproute2', present: () => onPath('ip') || existsSync('/usr/sbin/ip') },
];
