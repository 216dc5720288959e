import fc from 'fast-check';
import { type FieldId, fieldIds } from '../catalogue/fields';
import type { FieldValue } from '../catalogue/value';
import { fieldsImplied, withImplied } from './implied';

const tree: FieldValue = [{ keyword: 'boats', children: [{ keyword: 'ketch' }] }];

test('what changes bring with them is decided by no other fields than those that are named', () => {
  const change = fc.tuple(fc.constantFrom(...fieldIds), fc.constantFrom(null, 'new', ''));
  fc.assert(
    fc.property(fc.array(change, { maxLength: 12 }), fc.boolean(), (changes, hasTree) => {
      const wanted = new Map<FieldId, FieldValue | null>(changes);
      if (hasTree) wanted.set('keywordHierarchy', tree);
      const known = fieldsImplied([...wanted.keys()]);
      const asked = new Set<FieldId>();
      const all = withImplied(wanted, (id) => {
        asked.add(id);
        return 'held';
      });
      expect([...asked, ...all.keys()].filter((id) => !known.includes(id))).toEqual([]);
    }),
    {
      examples: [
        [
          [
            ['gpsLatitude', null],
            ['gpsLongitude', null],
          ],
          true,
        ],
        [[['description', null]], false],
      ],
    },
  );
});
