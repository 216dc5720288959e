import { embargoIn } from './embargo';

test.each([
  ['Embargo until 2026-05-12.', { sentence: 'Embargo until 2026-05-12.', until: '2026-05-12' }],
  [
    'Call first. EMBARGOED until 12 May 2026, noon; no crops.',
    { sentence: 'EMBARGOED until 12 May 2026, noon;', until: '2026-05-12' },
  ],
  ['Embargo: Sept. 3, 2026', { sentence: 'Embargo: Sept. 3, 2026', until: '2026-09-03' }],
  [
    'Embargo until 1. December 2026\nNo crops',
    { sentence: 'Embargo until 1. December 2026', until: '2026-12-01' },
  ],
  ['Embargo until 2026-02-30', undefined],
  ['Embargo until 03/04/2026', undefined],
  ['Embargo until further notice', undefined],
  ['Delivered on 2026-05-12', undefined],
  ['', undefined],
])('%p', (text, expected) => {
  expect(embargoIn(text)).toEqual(expected);
});
