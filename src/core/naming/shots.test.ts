import { groupShots, isSidecarFor, newSidecarName, type Shot } from './shots';

test.each<[string, string[], Shot[]]>([
  ['single files', ['a.jpg', 'b.tif'], [{ main: 'a.jpg' }, { main: 'b.tif' }]],
  ['raw and JPEG are one photo', ['a.NEF', 'a.jpg'], [{ main: 'a.jpg', raw: 'a.NEF' }]],
  [
    'with a sidecar of the stem',
    ['A.CR2', 'a.JPG', 'a.xmp'],
    [{ main: 'a.JPG', raw: 'A.CR2', sidecar: 'a.xmp' }],
  ],
  ['a sidecar with the whole name', ['a.dng', 'a.dng.xmp'], [{ main: 'a.dng', sidecar: 'a.dng.xmp' }]],
  [
    'the whole name goes before the stem, and both are read',
    ['a.arw', 'a.xmp', 'a.arw.xmp'],
    [{ main: 'a.arw', sidecar: 'a.arw.xmp', otherSidecar: 'a.xmp' }],
  ],
  [
    'an edit beside its picture is a photo of its own',
    ['a.jpg', 'a.tif'],
    [
      { main: 'a.jpg', stemShared: true },
      { main: 'a.tif', stemShared: true },
    ],
  ],
  [
    'a stem of two pictures does not tell whose sidecar it is',
    ['a.jpg', 'a.png', 'a.xmp'],
    [
      { main: 'a.jpg', stemShared: true },
      { main: 'a.png', stemShared: true },
    ],
  ],
  [
    'two raw files of one stem',
    ['a.nef', 'a.arw'],
    [
      { main: 'a.nef', stemShared: true },
      { main: 'a.arw', stemShared: true },
    ],
  ],
  [
    'a picture beside a raw file of its stem',
    ['a.nef', 'a.gif', 'a.xmp'],
    [
      { main: 'a.nef', sidecar: 'a.xmp' },
      { main: 'a.gif', stemShared: true },
    ],
  ],
  ['a lone sidecar is no photo', ['a.xmp'], []],
])('%s', (_, names, shots) => {
  expect(groupShots(names)).toEqual(shots);
});

// "a.xmp" for a.gif beside a.jpg belonged to neither when it was read again.
test('a new sidecar is found again as the one of its picture', () => {
  for (const names of [['a.gif', 'a.jpg'], ['a.nef', 'a.gif'], ['a.nef', 'a.arw'], ['a.gif']])
    for (const shot of groupShots(names)) {
      const sidecar = newSidecarName(shot);
      expect(groupShots([...names, sidecar]).find((one) => one.main === shot.main)?.sidecar).toBe(sidecar);
    }
});

test('a new sidecar is named after the raw file', () => {
  expect(newSidecarName({ main: 'a.jpg', raw: 'A.nef' })).toBe('A.xmp');
  expect(newSidecarName({ main: 'b.dng' })).toBe('b.xmp');
  expect(newSidecarName({ main: 'b.nef', stemShared: true })).toBe('b.nef.xmp');
});

// photoshop:SidecarForExtension, as raw converters write it (common practice).
test.each([
  ['a.xmp', 'NEF', ['a.nef'], true],
  ['a.xmp', 'NEF', ['a.jpg'], false],
  ['a.xmp', undefined, ['a.jpg'], true],
  ['a.jpg.xmp', 'NEF', ['a.jpg'], true],
])('%s made for %s belongs to %s: %s', (sidecar, extension, files, expected) => {
  expect(isSidecarFor(sidecar, extension, files)).toBe(expected);
});
