import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { partFile, sweepPartFiles } from './partFiles';

test('only what a dead process of this machine left is swept', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-'));
  mkdirSync(path.join(folder, 'inner'));
  const living = partFile(folder);
  const dead = partFile(path.join(folder, 'inner')).replace(`-${process.pid}-`, '-4194399-');
  const elsewhere = partFile(folder)
    .replace(/fabrica-[0-9a-f]{8}/, 'fabrica-00000000')
    .replace(`-${process.pid}-`, '-4194399-');
  for (const file of [
    living,
    dead,
    elsewhere,
    path.join(folder, '.fabrica-mine.part'),
    path.join(folder, 'a.jpg'),
  ])
    writeFileSync(file, 'x');
  expect(await sweepPartFiles(folder)).toBe(1);
  expect(readdirSync(folder).sort()).toEqual(
    [path.basename(elsewhere), path.basename(living), '.fabrica-mine.part', 'a.jpg', 'inner'].sort(),
  );
  expect(readdirSync(path.join(folder, 'inner'))).toEqual([]);
  expect(await sweepPartFiles(path.join(folder, 'gone'))).toBe(0);
  rmSync(folder, { recursive: true });
});
