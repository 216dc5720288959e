import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { diskLayer } from './diskLayer';
import type { FileLayer } from './layer';
import { lockOf, withLock } from './lock';
import { machine } from './processMark';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'fabrica-lock-'));
});
afterEach(() => rmSync(folder, { recursive: true }));

test('two writers of one file follow each other, and no lock stays', async () => {
  const target = path.join(folder, 'a.jpg');
  const order: string[] = [];
  const writer = (name: string) =>
    withLock(target, diskLayer, async () => {
      order.push(`${name} in`);
      await new Promise((resolve) => setTimeout(resolve, 30));
      order.push(`${name} out`);
    });
  await Promise.all([writer('one'), writer('two'), writer('three')]);
  for (let i = 0; i < order.length; i += 2) expect(order[i]!.replace('in', 'out')).toBe(order[i + 1]);
  expect(readdirSync(folder)).toEqual([]);
});

test('the lock of a process that has ended is taken away', async () => {
  const target = path.join(folder, 'a.jpg');
  const { pid } = spawnSync('true');
  writeFileSync(lockOf(target), `${machine} ${pid} 12345`);
  expect(await withLock(target, diskLayer, async () => 'done')).toBe('done');
  expect(readdirSync(folder)).toEqual([]);
});

test('a name of 255 bytes can be locked', async () => {
  const target = path.join(folder, `${'n'.repeat(251)}.jpg`);
  expect(path.basename(lockOf(target)).length).toBeLessThan(64);
  await withLock(target, diskLayer, async () => undefined);
});

// On a full disk an empty lock stayed, and kept every other writer away for ten seconds.
test('a lock that cannot be filled is taken away at once', async () => {
  const target = path.join(folder, 'a.jpg');
  const full: FileLayer = {
    ...diskLayer,
    create: async (...asked) => ({
      ...(await diskLayer.create(...asked)),
      write: () => Promise.reject(Object.assign(new Error('full'), { code: 'ENOSPC' })),
    }),
  };
  await expect(withLock(target, full, async () => undefined)).rejects.toMatchObject({ code: 'no-space' });
  expect(readdirSync(folder)).toEqual([]);
});
