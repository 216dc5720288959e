import { chmodSync, mkdirSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { createAssignment } from '@/server/operations/assignments/createAssignment';
import { changeSource } from '@/server/operations/bringIn/sources';
import {
  browseFolder,
  folderPlaces,
  folderState,
  makeFolder,
} from '@/server/operations/folders/browseFolders';
import { openFolder } from '@/server/operations/folders/folders';
import { openTestServer, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
let home: string;
beforeAll(async () => {
  server = await openTestServer();
  home = path.join(server.folder, 'pictures');
  for (const one of ['card 10', 'card 9', '.hidden', 'Undone by Fabrica'])
    mkdirSync(path.join(home, one), { recursive: true });
  writeFileSync(path.join(home, 'card 9/a.jpg'), await smallJpeg(1));
  writeFileSync(path.join(home, 'notes.txt'), '');
  await openFolder(server.context, { path: home, kind: 'working' });
});
afterAll(() => server.end());

test('places are opened folders, the newest first, and where disks and the home folder are', async () => {
  await openFolder(server.context, { path: path.join(home, 'card 9'), kind: 'source' });
  const opened = (await folderPlaces(server.context)).filter((one) => one.kind === 'opened');
  expect(opened.map((one) => one.label)).toEqual(['card 9', 'pictures']);
});

test('folders are listed with what lies in them, in the order of their numbers, without hidden ones', async () => {
  expect(await browseFolder(server.context, home)).toEqual({
    path: home,
    above: null,
    folders: [
      { name: 'card 9', path: path.join(home, 'card 9'), pictures: 1, folders: 0 },
      { name: 'card 10', path: path.join(home, 'card 10'), pictures: 0, folders: 0 },
    ],
    pictures: 0,
    truncated: false,
  });
  expect((await browseFolder(server.context, path.join(home, 'card 10'))).above).toBe(home);
});

test('what lies outside of the places is not listed, by no way', async () => {
  symlinkSync('/etc', path.join(home, 'out'));
  for (const wished of [
    '/etc',
    '/',
    path.join(home, '../..'),
    path.join(home, 'out'),
    `${home}/../../../etc`,
  ])
    await expect(browseFolder(server.context, wished)).rejects.toThrow('outside the places');
  await expect(browseFolder(server.context, 'pictures')).rejects.toThrow('no folder');
  await expect(browseFolder(server.context, path.join(home, 'nowhere'))).rejects.toThrow('no folder');
});

test('a typed path is told: there, missing, a file, no whole path, not writable', async () => {
  const readOnly = path.join(home, 'card 10');
  expect(await folderState(home)).toEqual({ state: 'here' });
  expect(await folderState(path.join(home, 'new'))).toEqual({ state: 'missing' });
  expect(await folderState(path.join(home, 'notes.txt'))).toEqual({ state: 'not-a-folder' });
  for (const odd of ['relative', '', '/', '/..', 'a\0b'])
    expect(await folderState(odd)).toEqual({ state: 'unusable' });
  chmodSync(readOnly, 0o555);
  // Root may write everywhere: then there is nothing to see.
  const expected = process.getuid?.() === 0 ? 'here' : 'not-writable';
  expect(await folderState(readOnly)).toEqual({ state: expected });
  chmodSync(readOnly, 0o755);
});

test('a missing folder is made, twice is as good as once; a slip of the beginning makes no tree', async () => {
  const wished = path.join(home, '2026/relaunch');
  expect(await makeFolder(wished)).toEqual({ path: wished });
  expect(await makeFolder(wished)).toEqual({ path: wished });
  await expect(makeFolder(path.join(home, 'notes.txt'))).rejects.toThrow('A file has this name');
  await expect(makeFolder('/mnet/a/b/c/d')).rejects.toThrow('Check the spelling');
  await expect(makeFolder('relative')).rejects.toThrow('whole path');
});

test('where pictures come from and where they go must not lie inside each other', async () => {
  const sub = path.join(home, 'card 9');
  const make = (workingPath: string, sourcePath: string) =>
    createAssignment(server.context, { name: 'Relaunch', workingPath, sourcePath });
  await expect(make(home, home)).rejects.toThrow('leave “Pictures come from” empty');
  await expect(make(home, sub)).rejects.toThrow('must not lie inside each other');
  await expect(make(sub, home)).rejects.toThrow('must not lie inside each other');
  const { id } = await createAssignment(server.context, { name: 'Relaunch', workingPath: home });
  await expect(changeSource(server.context, id, { path: sub })).rejects.toThrow(
    'must not lie inside each other',
  );
});
