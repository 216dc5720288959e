import fc from 'fast-check';
import { dataSet, UTF8_MARK } from '../../../tests/fixtures/build';
import { concat } from '../bytes/bytes';
import { encodeUtf8 } from '../bytes/text';
import { ByteWriter } from '../bytes/writer';
import { charsetOf, textsOf, toUtf8 } from './charset';
import { decodeIim, encodeIim, type IimModel, valuesOf, withValues } from './codec';
import { iimFromIso, isoFromIim } from './date';

const values = (model: IimModel, record: number, dataset: number) => textsOf(model, record, dataset);
const arbitraryModel = fc.record({
  dataSets: fc.array(
    fc.record({ record: fc.nat(9), dataset: fc.nat(255), value: fc.uint8Array({ maxLength: 80 }) }),
    { maxLength: 20 },
  ),
  rest: fc.nat(5).map((n) => new Uint8Array(n)),
});

test('decode after encode gives the same DataSets, and encode after decode the same bytes', () => {
  fc.assert(
    fc.property(arbitraryModel, (model) => {
      const bytes = encodeIim(model);
      const decoded = decodeIim(bytes);
      expect(decoded.problems).toEqual([]);
      expect(decoded.model.dataSets).toEqual(model.dataSets);
      expect(encodeIim(decoded.model)).toEqual(bytes);
    }),
  );
});

test('an extended DataSet keeps the width of its length field', () => {
  const long = new Uint8Array(40_000).fill(65);
  const bytes = new ByteWriter().u8(0x1c).u8(2).u8(202).u16(0x8003).u8(0).u16(40_000).bytes(long).done();
  const { model, problems } = decodeIim(bytes);
  expect(problems).toEqual([]);
  expect(model.dataSets[0]).toMatchObject({ lengthOctets: 3, value: long });
  expect(encodeIim(model)).toEqual(bytes);
});

test('every cut inside a DataSet is reported and nothing before it is lost', () => {
  const whole = concat([UTF8_MARK, dataSet(2, 105, 'Launch day'), dataSet(2, 25, 'ketch')]);
  const ends = [UTF8_MARK.length, UTF8_MARK.length + dataSet(2, 105, 'Launch day').length];
  for (let cut = 1; cut < whole.length; cut++) {
    const { model, problems } = decodeIim(whole.subarray(0, cut));
    expect(problems.map((one) => one.code)).toEqual(ends.includes(cut) ? [] : ['iim-cut']);
    expect(encodeIim(model)).toEqual(whole.subarray(0, cut));
  }
});

test('new values stand where the old ones stood, else in the order of numbers', () => {
  const { model } = decodeIim(
    concat([dataSet(2, 5, 'a'), dataSet(2, 25, 'x'), dataSet(2, 120, 'c'), dataSet(2, 25, 'y')]),
  );
  const replaced = withValues(model, 2, 25, ['p', 'q'].map(encodeUtf8));
  expect(replaced.dataSets.map((one) => one.dataset)).toEqual([5, 25, 25, 120]);
  expect(withValues(replaced, 1, 90, [new Uint8Array(1)]).dataSets[0]?.record).toBe(1);
  expect(withValues(replaced, 2, 25, []).dataSets.map((one) => one.dataset)).toEqual([5, 120]);
});

test('unmarked text is UTF-8 where valid, else Windows-1252, and the assumption is stated', () => {
  const asUtf8 = decodeIim(dataSet(2, 120, 'Kåre')).model;
  expect(charsetOf(asUtf8).problems).toMatchObject([{ code: 'iim-charset-assumed', found: 'utf-8' }]);
  expect(textsOf(asUtf8, 2, 120)).toEqual(['Kåre']);
  const asWindows = decodeIim(dataSet(2, 120, new Uint8Array([0x4b, 0xe5, 0x93]))).model;
  expect(charsetOf(asWindows).problems).toMatchObject([{ found: 'windows-1252' }]);
  expect(textsOf(asWindows, 2, 120)).toEqual(['Kå“']);
  expect(charsetOf(decodeIim(dataSet(2, 120, 'plain')).model).problems).toEqual([]);
});

test('setting 1:90 encodes text anew and leaves the binary DataSets alone', () => {
  const binary = new Uint8Array([0xe5, 0x00, 0xff]);
  const before = decodeIim(
    concat([
      dataSet(2, 90, new Uint8Array([0xe5])),
      dataSet(2, 125, binary),
      dataSet(2, 202, binary),
      dataSet(2, 240, binary),
    ]),
  ).model;
  const after = toUtf8(before);
  expect(values(after, 2, 90)).toEqual(['å']);
  for (const dataset of [125, 202, 240]) expect(valuesOf(after, 2, dataset)).toEqual([binary]);
  expect(charsetOf(after).charset).toBe('utf-8');
});

test.each([
  ['20260514', '071240+0200', '2026-05-14T07:12:40+02:00'],
  ['20260514', undefined, '2026-05-14'],
  ['20260500', undefined, '2026-05'],
  ['20260000', '071240+0200', '2026'],
  ['20260514', '991240+0200', '2026-05-14'],
  ['00000000', undefined, undefined],
  ['2026-05-14', undefined, '2026-05-14'],
  ['2026:05:14', '07:12:40', '2026-05-14T07:12:40'],
  ['20260231', undefined, undefined],
  ['20261314', undefined, undefined],
])('IIM date %s %s is %s', (date, time, iso) => {
  expect(isoFromIim(date, time)?.iso).toBe(iso);
});

test.each([
  ['2026', { date: '20260000', zoneMissing: false }],
  ['2026-05', { date: '20260500', zoneMissing: false }],
  ['2026-05-14', { date: '20260514', zoneMissing: false }],
  ['2026-05-14T07:12', { date: '20260514', zoneMissing: true }],
  ['2026-05-14T07:12:40.55-03:30', { date: '20260514', time: '071240-0330', zoneMissing: false }],
  ['2026-05-14T07:12:40Z', { date: '20260514', time: '071240+0000', zoneMissing: false }],
  ['last summer', undefined],
])('ISO date %s in IIM', (iso, expected) => {
  expect(iimFromIso(iso)).toEqual(expected);
});
