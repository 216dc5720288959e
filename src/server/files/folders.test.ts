import { mkdirSync, mkdtempSync, realpathSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { listPictures, pathInside } from './folders';

let folder = '';
beforeEach(() => {
  folder = realpathSync(mkdtempSync(path.join(tmpdir(), 'fabrica-')));
  mkdirSync(path.join(folder, 'open/inner'), { recursive: true });
  mkdirSync(path.join(folder, 'secret'));
  symlinkSync(path.join(folder, 'secret'), path.join(folder, 'open/way-out'));
});
afterEach(() => rmSync(folder, { recursive: true }));

test.each(['../secret/a.jpg', '/etc/passwd', 'inner/../../secret/a.jpg', 'way-out/a.jpg', '.', '', 'a\0b'])(
  '%j leads outside',
  async (relative) => {
    await expect(pathInside(path.join(folder, 'open'), relative)).rejects.toMatchObject({
      code: 'outside-folders',
    });
  },
);

test.each(['a.jpg', 'inner/a.jpg', 'inner/../b.jpg', 'way-outside.jpg', '..name.jpg'])(
  '%j lies inside',
  async (relative) => {
    expect(await pathInside(path.join(folder, 'open'), relative)).toBe(path.join(folder, 'open', relative));
  },
);

test('pictures are listed by name; hidden, linked and other files are passed over', async () => {
  const open = path.join(folder, 'open');
  for (const name of ['b.JPG', 'a.jpeg', 'notes.txt', '.hidden.jpg', 'inner/c.jpg'])
    writeFileSync(path.join(open, name), 'x');
  symlinkSync(path.join(open, 'b.JPG'), path.join(open, 'link.jpg'));
  const { shots, passedOver } = await listPictures(open);
  expect(shots.map((one) => one.relativePath)).toEqual(['a.jpeg', 'b.JPG', 'inner/c.jpg']);
  expect(passedOver).toBe(1);
});
