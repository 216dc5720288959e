import fc from 'fast-check';
import { tiffWith } from '../../../tests/fixtures/build';
import { ascii, indexOfBytes } from '../bytes/bytes';
import { ByteView } from '../bytes/view';
import { attempt } from '../problems/problem';
import { entry, valueBytes } from '../tiff/ifd';
import { dateTimeOriginal, decodeExif, exifText, TAG } from './exif';
import { textTag, writeTags } from './writeTags';

const model = (bytes: Uint8Array) => decodeExif(bytes).model;
const writeTexts = (one: ReturnType<typeof model>, texts: ReadonlyMap<number, string | undefined>) =>
  writeTags(one, {
    IFD0: new Map([...texts].map(([tag, text]) => [tag, text === undefined ? undefined : textTag(text)])),
  });
const makerNote = new Uint8Array(32).map((_, i) => i + 100);

describe.each(['little', 'big'] as const)('%s-endian Exif', (order) => {
  const before = tiffWith(
    order,
    [
      { tag: TAG.artist, text: 'Aune Pell' },
      { tag: TAG.model, text: 'K2' },
    ],
    '2026:05:14 07:12:40',
  );

  test('texts and the date are read', () => {
    expect(exifText(model(before), 'IFD0', TAG.artist)).toBe('Aune Pell');
    expect(exifText(model(before), 'IFD0', TAG.model)).toBe('K2');
    expect(dateTimeOriginal(model(before)).iso).toBe('2026-05-14T07:12:40');
  });

  test('the date is read from IFD0 where the Exif directory has none (TIFF/EP, ISO 12234-2)', () => {
    const raw = tiffWith(order, [{ tag: TAG.dateTimeOriginal, text: '2026:05:14 07:12:40' }]);
    expect(dateTimeOriginal(model(raw)).iso).toBe('2026-05-14T07:12:40');
  });

  test('a change appends, and the MakerNote keeps its offset', () => {
    const after = writeTexts(
      model(before),
      new Map([
        [TAG.copyright, '© 2026 Åse'],
        [TAG.artist, undefined],
      ]),
    );
    expect(exifText(model(after), 'IFD0', TAG.copyright)).toBe('© 2026 Åse');
    expect(exifText(model(after), 'IFD0', TAG.artist)).toBeUndefined();
    expect(exifText(model(after), 'IFD0', TAG.model)).toBe('K2');
    expect(indexOfBytes(after, makerNote)).toBe(indexOfBytes(before, makerNote));
    const erased = before.slice();
    erased.fill(0, indexOfBytes(before, ascii('Aune Pell')), indexOfBytes(before, ascii('Aune Pell')) + 10);
    expect(after.subarray(8, before.length)).toEqual(erased.subarray(8));
    expect(decodeExif(after).problems).toEqual([]);
  });

  test('the appended area is used again: a second change of the same length does not grow the block', () => {
    const first = writeTexts(model(before), new Map([[TAG.imageDescription, 'a long caption']]));
    const second = writeTexts(
      model(first),
      new Map([[TAG.imageDescription, 'another wording'.slice(0, 14)]]),
    );
    expect(second.length).toBe(first.length);
    expect(exifText(model(second), 'IFD0', TAG.imageDescription)).toBe('another wordin');
    expect(exifText(model(second), 'IFD0', TAG.artist)).toBe('Aune Pell');
  });

  test('bytes that another program laid behind ours are kept', () => {
    const first = writeTexts(model(before), new Map([[TAG.imageDescription, 'ours']]));
    const appended = new Uint8Array([...first, 9, 8, 7, 6]);
    const second = writeTexts(model(appended), new Map([[TAG.imageDescription, 'ours again']]));
    expect(indexOfBytes(second, new Uint8Array([9, 8, 7, 6]))).toBe(first.length);
  });

  test('an unchanged text gives back the same bytes', () => {
    expect(writeTexts(model(before), new Map([[TAG.artist, 'Aune Pell']]))).toBe(before);
  });
});

test('any texts come back as they were written, any number of times', () => {
  const words = fc
    .string({ unit: 'grapheme', maxLength: 40 })
    .map((one) => one.replace(/\0/g, '').trim())
    .filter((one) => one !== '');
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.constantFrom(TAG.artist, TAG.copyright, TAG.imageDescription),
          fc.option(words, { nil: undefined }),
        ),
        { maxLength: 6 },
      ),
      (changes) => {
        let bytes: Uint8Array = tiffWith('little', [{ tag: TAG.artist, text: 'A' }], '2026:05:14 07:12:40');
        const expected = new Map<number, string | undefined>([[TAG.artist, 'A']]);
        for (const [tag, text] of changes) {
          bytes = writeTexts(model(bytes), new Map([[tag, text]]));
          expected.set(tag, text);
        }
        for (const [tag, text] of expected) expect(exifText(model(bytes), 'IFD0', tag)).toBe(text);
        expect(bytes.length).toBeLessThan(900);
      },
    ),
  );
});

test.each([
  ['    :  :     :  :  ', undefined, 0],
  ['0000:00:00 00:00:00', undefined, 0],
  ['2026:13:01 10:00:00', undefined, 1],
  ['yesterday', undefined, 1],
  ['2026:05:14   :  :  ', '2026-05-14', 0],
  ['2026:00:00 00:00:00', '2026', 0],
  ['2026:02:31 10:00:00', undefined, 1],
])('Exif date %j', (text, iso, problems) => {
  const read = dateTimeOriginal(model(tiffWith('big', [], text)));
  expect(read.iso).toBe(iso);
  expect(read.problems).toHaveLength(problems);
});

test('directories that point at each other are a problem, not a loop', () => {
  const bytes = tiffWith('little', [], undefined);
  new DataView(bytes.buffer).setUint32(8 + 2 + 8, 8, true);
  expect(decodeExif(bytes).problems.map((one) => one.code)).toContain('ifd-cycle');
});

test('every cut is an error or a problem, never a silent loss', () => {
  const whole = tiffWith(
    'little',
    [
      { tag: TAG.artist, text: 'Aune Pell' },
      { tag: TAG.copyright, text: '© 2026' },
    ],
    '2026:05:14 07:12:40',
  );
  for (let cut = 0; cut < whole.length; cut++) {
    const tried = attempt(() => decodeExif(whole.subarray(0, cut)));
    expect('problem' in tried || tried.value.problems.length > 0).toBe(true);
  }
});

test('a value that lies in the header of its block keeps its octets when the pointer there changes', () => {
  const before = tiffWith('little', [
    { tag: TAG.artist, text: 'Aune Pell' },
    { tag: TAG.model, text: 'Tindra K2' },
  ]);
  const at = Buffer.from(before).indexOf(Buffer.from([0x10, 0x01, 2, 0, 10, 0, 0, 0]));
  before.set([0x10, 0x01, 1, 0, 8, 0, 0, 0, 0, 0, 0, 0], at);
  const after = model(writeTexts(model(before), new Map([[TAG.artist, 'Ida']])));
  const [was, is] = [model(before), after].map(({ bytes, order, ifds }) =>
    valueBytes(new ByteView(bytes, order, 'Exif'), entry(ifds.IFD0, TAG.model)!),
  );
  expect(was).toEqual(before.subarray(0, 8));
  expect(is).toEqual(was);
});
