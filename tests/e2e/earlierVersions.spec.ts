import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { brotliDecompressSync, constants } from 'node:zlib';
import { expect } from '@playwright/test';
import { findPostgres } from '../../scripts/fabrica/packages.mjs';
import { isRoot } from '../../scripts/fabrica/places.mjs';
import { embedAll, exiv2 } from './desk';
import { interrupt, portBeside, root, startFabrica } from './fabrica';
import { labels } from './labels';
import { test } from './test';

/** Starts the data folders of earlier versions (scripts/freezeDataFolder.mjs) with this build, as an upgrade does. */
const fixtures = path.join(root, 'tests/fixtures/dataFolders');
const versions = readdirSync(fixtures).map((name) => name.split('.')[0]!);
const present = readdirSync(path.join(root, 'src/server/db/migrations'))
  .filter((name) => name.endsWith('.sql'))
  .sort()
  .at(-1)!;

function unpack(version: string): string {
  const data = mkdtempSync(path.join(tmpdir(), `fabrica-${version}-`));
  const tar = brotliDecompressSync(readFileSync(path.join(fixtures, `${version}.tar.br`)), {
    params: { [constants.BROTLI_DECODER_PARAM_LARGE_WINDOW]: 1 },
  });
  execFileSync('tar', ['-xf', '-', '--no-same-owner', '-C', data], { input: tar });
  if (isRoot()) execFileSync('chown', ['-R', 'postgres:', path.join(data, 'postgres')]);
  return data;
}

for (const version of versions)
  test(`the data folder of ${version} is migrated; its folder is found again and its drafts are embedded`, async ({
    page,
  }) => {
    const data = unpack(version);
    let fabrica: Awaited<ReturnType<typeof startFabrica>> | undefined;
    try {
      const made = readFileSync(path.join(data, 'postgres/cluster/PG_VERSION'), 'utf8').trim();
      test.skip(!findPostgres()?.includes(`/${made}/`), `PostgreSQL ${made} is not installed`);
      fabrica = await startFabrica(data, { FABRICA_PORT: portBeside(19) }, 'start');
      expect(readdirSync(path.join(data, 'backups'))).toHaveLength(present.startsWith(version) ? 0 : 1);
      await page.goto(fabrica.address);
      await page.getByRole('link', { name: 'Frozen' }).first().click();
      await page.getByRole('button', { name: labels.shell.chooseItsNewPath }).click();
      const dialog = page.getByRole('dialog');
      const folder = path.join(data, 'pictures');
      await dialog.getByRole('textbox', { name: labels.shell.folder }).fill(folder);
      await dialog.getByRole('button', { name: labels.shell.useThisFolder }).click();
      await expect(page.getByRole('button', { name: labels.shell.chooseItsNewPath })).toHaveCount(0);
      await embedAll(page, 2);
      const text = exiv2({ folder }, 'fz-02.jpg');
      expect(text).toContain('Frozen headline');
      expect(text).toContain('Frozen city');
    } finally {
      if (fabrica) expect(await interrupt(fabrica.process)).toBe(0);
      rmSync(data, { recursive: true, force: true });
    }
  });
