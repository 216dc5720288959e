import { errorInLog } from './log';

test('an error is told without its message, which may hold what somebody wrote', () => {
  const cause = Object.assign(new Error('duplicate key (name)=(Aune Pell)'), { code: '23505' });
  const error = new Error('Failed query: insert …\nparams: Aune Pell,\n    at home in Havnes', { cause });
  const told = errorInLog(error);
  expect(told).toMatchObject({ name: 'Error', cause: { name: 'Error', code: '23505' } });
  expect(told!.at.length).toBeGreaterThan(0);
  expect(JSON.stringify(told)).not.toMatch(/Aune|Havnes|params|duplicate/);
});

test('what is no error is not told', () => {
  expect(errorInLog('Aune Pell')).toBeUndefined();
});
