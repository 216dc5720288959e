import { concernedBy, isSlow, queryKeys } from './queryKeys';

const begins = (key: readonly unknown[], prefix: readonly unknown[]) =>
  prefix.every((part, at) => JSON.stringify(key[at]) === JSON.stringify(part));
const reads = (kind: keyof typeof concernedBy, key: readonly unknown[]) =>
  concernedBy[kind]('1').some((prefix) => begins(key, prefix));

test.each([
  ['photos', queryKeys.desk('1', { of: 'all' }, [])],
  ['photos', queryKeys.proof('1', { of: 'all' }, 3)],
  ['photos', queryKeys.photoList('1')],
  ['photos', queryKeys.assignment('1')],
  ['photos', queryKeys.workshop()],
  ['run', queryKeys.run('1')],
  ['run', queryKeys.workshop()],
  ['template', queryKeys.shelf()],
  ['template', queryKeys.templateVersions('1', 2)],
  ['template', queryKeys.templateSteps('1', true)],
  ['identities', queryKeys.identities()],
  ['makers', queryKeys.makers()],
  ['plans', queryKeys.plans()],
  ['folders', queryKeys.folders()],
  ['recovery', queryKeys.recovery()],
] as const)('a change of the kind %s reads %j again', (kind, key) => {
  expect(reads(kind, key)).toBe(true);
});

test('what does not concern a window is not read again', () => {
  expect(reads('photos', queryKeys.desk('2', { of: 'all' }, []))).toBe(false);
  expect(reads('plans', queryKeys.runs())).toBe(false);
  expect(reads('template', queryKeys.templateVersions('2', 1))).toBe(false);
});

test('a source is not read again for a lost connection, everything else is', () => {
  expect(isSlow(queryKeys.source('1', 'f'))).toBe(true);
  expect(isSlow(queryKeys.photoList('1'))).toBe(false);
});
