import { linkSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createFile } from './createFile';
import { diskLayer } from './diskLayer';
import { giveName } from './giveName';
import type { FileLayer } from './layer';

let root = '';
beforeEach(() => {
  root = mkdtempSync(path.join(tmpdir(), 'fabrica-names-'));
});
afterEach(() => rmSync(root, { recursive: true }));
const at = (name: string) => path.join(root, name);

const failing = (code: string) => Object.assign(new Error(code), { code });
/** A disk without hard links, as exFAT answers. */
const withoutLinks: FileLayer = { ...diskLayer, link: () => Promise.reject(failing('EPERM')) };

test.each([
  ['with hard links', diskLayer],
  ['without hard links', withoutLinks],
])('%s: a part gets its name, and never that of another file', async (_, layer) => {
  writeFileSync(at('part'), 'new');
  writeFileSync(at('taken.jpg'), 'before');
  await expect(giveName(at('part'), at('taken.jpg'), layer)).rejects.toMatchObject({ code: 'EEXIST' });
  expect(readFileSync(at('taken.jpg'), 'utf8')).toBe('before');
  await giveName(at('part'), at('free.jpg'), layer);
  expect(readFileSync(at('free.jpg'), 'utf8')).toBe('new');
  expect(readdirSync(root).sort()).toEqual(['free.jpg', 'taken.jpg']);
});

test('without hard links files are still made whole, and a taken name is told', async () => {
  await createFile(at('a.xmp'), Buffer.from('words'), withoutLinks);
  expect(readFileSync(at('a.xmp'), 'utf8')).toBe('words');
  await expect(createFile(at('a.xmp'), Buffer.from('other'), withoutLinks)).rejects.toMatchObject({
    code: 'already-there',
  });
  expect(readdirSync(root)).toEqual(['a.xmp']);
});

test('a reserved name is given free again where the part cannot take it', async () => {
  writeFileSync(at('part'), 'new');
  const layer: FileLayer = { ...withoutLinks, rename: () => Promise.reject(failing('EIO')) };
  await expect(giveName(at('part'), at('a.jpg'), layer)).rejects.toMatchObject({ code: 'EIO' });
  expect(readdirSync(root)).toEqual(['part']);
});

// Killed between the two, the file was under both names, and the move failed for ever: "already there".
test('a part that was killed between its new name and the loss of its own loses that now', async () => {
  writeFileSync(at('part'), 'new');
  linkSync(at('part'), at('a.jpg'));
  await giveName(at('part'), at('a.jpg'));
  expect(readdirSync(root)).toEqual(['a.jpg']);
  expect(readFileSync(at('a.jpg'), 'utf8')).toBe('new');
  // A copy with the same bytes is another file.
  writeFileSync(at('part'), 'new');
  await expect(giveName(at('part'), at('a.jpg'))).rejects.toMatchObject({ code: 'EEXIST' });
  expect(readdirSync(root).sort()).toEqual(['a.jpg', 'part']);
});
