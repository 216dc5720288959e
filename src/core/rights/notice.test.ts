import { isLicenceLink, noticeElements } from './notice';

// 17 U.S.C. § 401(b): the sign or the word, the year of first publication, the owner's name.
test.each([
  ['© 2026 Aune Pell', true, true, true],
  ['Copyright 2026 Aune Pell, all rights reserved', true, true, true],
  ['(c) 2026 Aune Pell', true, true, true],
  ['© Aune Pell', true, false, true],
  ['© 2026', true, true, false],
  ['© 2026, all rights reserved', true, true, false],
  ['2026 Aune Pell', false, true, true],
  ['© 2026 desk@tarn.example', true, true, false],
  ['© 2024–2026 船田', true, true, true],
  ['© Old Mill 1890 Museum', true, false, true],
  ['© Aune Pell, 2026', true, true, true],
  ['', false, false, false],
])('%s: sign %s, year %s, owner %s', (notice, sign, year, owner) => {
  expect(noticeElements(notice)).toMatchObject({ sign, year, owner });
});

test.each([
  ['https://tarn.example/rights', true],
  ['https://tarn.example', true],
  ['http://tarn.example', false],
  ['www.tarn.example', false],
  ['https://tarn', false],
  ['https://tarn.example/a b', false],
])('%s is a licence link: %s', (address, expected) => {
  expect(isLicenceLink(address)).toBe(expected);
});
