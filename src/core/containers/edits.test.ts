import fc from 'fast-check';
import { concat } from '../bytes/bytes';
import type { Edit } from './container';
import { invertEdits, isUnchanged, joinEdits, plannedSize } from './edits';

const former = new Uint8Array(40).map((_, i) => i);
const apply = (edits: readonly Edit[]) =>
  concat(edits.map((one) => (one.kind === 'copy' ? former.subarray(one.start, one.end) : one.bytes)));
const arbitraryEdits = fc
  .array(fc.oneof(fc.tuple(fc.nat(40), fc.nat(40)), fc.uint8Array({ maxLength: 5 })), { maxLength: 8 })
  .map((parts) =>
    parts
      .map(
        (part): Edit =>
          part instanceof Uint8Array
            ? { kind: 'insert', bytes: part }
            : { kind: 'copy', start: Math.min(...part), end: Math.max(...part) },
      )
      .sort((a, b) => (a.kind === 'copy' && b.kind === 'copy' ? a.start - b.start : 0)),
  );

test('the way back makes the former file from the new one', () => {
  fc.assert(
    fc.property(arbitraryEdits, (edits) => {
      const made = apply(edits);
      const back = concat(
        invertEdits(edits, former.length).map((piece) =>
          (piece.kind === 'copy' ? made : former).subarray(piece.start, piece.end),
        ),
      );
      expect(back).toEqual(former);
    }),
  );
});

test('joined edits make the same file, of the planned size', () => {
  fc.assert(
    fc.property(arbitraryEdits, (edits) => {
      expect(apply(joinEdits(edits))).toEqual(apply(edits));
      expect(plannedSize(edits)).toBe(apply(edits).length);
    }),
  );
});

test('an unchanged file is one whole copy', () => {
  expect(
    isUnchanged(
      [
        { kind: 'copy', start: 0, end: 10 },
        { kind: 'copy', start: 10, end: 40 },
      ],
      40,
    ),
  ).toBe(true);
  expect(
    isUnchanged(
      [
        { kind: 'copy', start: 0, end: 10 },
        { kind: 'insert', bytes: new Uint8Array(1) },
        { kind: 'copy', start: 10, end: 40 },
      ],
      40,
    ),
  ).toBe(false);
});
