import { guideAddress } from './guides';

test.each([
  ['/templates/new', '/guide/first-template'],
  ['/assignments/1/prepare', '/guide/bring-in-a-card'],
  ['/assignments/1/describe', '/guide/describe-a-group'],
  ['/runs/1', '/guide/deliver-copies'],
  ['/backups', '/guide/restore-a-backup'],
  ['/', '/guide'],
  ['/guide/new-year', '/guide'],
])('%s opens %s', (pathname, address) => {
  expect(guideAddress(pathname)).toBe(address);
});
