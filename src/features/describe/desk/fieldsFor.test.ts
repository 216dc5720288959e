import { fieldsFor } from './FieldsPanel';

// Write for these on Check opened "all fields", and the failing field was not among the usual ones.
test.each(['few', 'usual', 'own'] as const)('a field that was opened is there beside %s fields', (need) => {
  const shown = { need, own: new Set<never>(), opened: new Set<never>() };
  expect(fieldsFor(shown)).not.toContain('modelReleaseId');
  expect(fieldsFor({ ...shown, opened: new Set(['modelReleaseId'] as const) })).toContain('modelReleaseId');
});
