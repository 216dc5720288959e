import { usualChoices } from '@/core/naming/importChoices';
import type { StoredPlan } from '@/server/db/stored/assignments';
import { differences } from './plan';

const plan: StoredPlan = { ...usualChoices, name: '{{ vessel }}', templates: ['a', 'b'] };
const { templates: _, ...choices } = plan;

test('what differs from a plan is named; the order of templates counts', () => {
  expect(differences(plan, choices, ['a', 'b'])).toEqual([]);
  expect(differences(plan, choices, ['b', 'a'])).toEqual(['templates']);
  expect(differences(plan, { ...choices, mode: 'move', keywords: 'x' }, ['a', 'b'])).toEqual([
    'how pictures come in',
    'keywords',
  ]);
});
