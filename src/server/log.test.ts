import { errorInLog } from './log';

test('an error is logged without its message, which may hold what somebody wrote', () => {
  const cause = Object.assign(new Error('duplicate key (name)=(Aune Pell)'), { code: '23505' });
  const error = new Error('Failed query: insert …\nparams: Aune Pell,\n    at home in Havnes', { cause });
  const logged = errorInLog(error);
  expect(logged).toMatchObject({ name: 'Error', cause: { name: 'Error', code: '23505' } });
  expect(logged!.at.length).toBeGreaterThan(0);
  expect(JSON.stringify(logged)).not.toMatch(/Aune|Havnes|params|duplicate/);
});

test('what is no error is not logged', () => {
  expect(errorInLog('Aune Pell')).toBeUndefined();
});
