/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { show } from '@/ui/testing';
import { labels } from '../words';
import { UnsavedNotice } from './UnsavedNotice';
import type { WritingState } from './useWriting';

const scope = { of: 'these', ids: ['p1'] } as const;
const refusal = {
  message: 'At most 32,000 characters are possible here.',
  code: 'too-much-text',
};
const refusing = (writing: NonNullable<WritingState['refused']>['act']['writing']) => ({
  state: 'saved' as const,
  refused: { act: { key: 'k', at: 0, scope, writing, refusal }, ...refusal },
  write: jest.fn(),
  dismiss: jest.fn(),
  settle: async () => false,
  whenSaved: async () => {},
});

// Of a refused text only the reason was left: the words themselves were gone after a reload.
test.each([
  [{ kind: 'caption', text: 'wave wave' }, 'wave wave'],
  [{ kind: 'set', field: 'headline', value: 'Launch' }, 'Launch'],
  [{ kind: 'add-keywords', terms: ['ketch', 'oak'] }, 'ketch, oak'],
  [{ kind: 'set-fields', values: { headline: 'Launch', city: 'Havnes' } }, 'Launch\nHavnes'],
] as const)('what was refused is shown whole: %j', async (writing, text) => {
  const state = refusing(writing);
  show(<UnsavedNotice writing={state} />);
  expect(screen.getByLabelText<HTMLTextAreaElement>(labels.textThatWasNotSaved).value).toBe(text);
  await userEvent.setup().click(screen.getByRole('button', { name: labels.copyTheText }));
  expect(await navigator.clipboard.readText()).toBe(text);
  await userEvent.setup().click(screen.getByRole('button', { name: labels.tryAgain }));
  expect(state.write).toHaveBeenCalledWith(scope, writing);
  expect(state.dismiss).toHaveBeenCalledTimes(1);
});

test('what was refused is discarded only by its button', async () => {
  const state = refusing({ kind: 'caption', text: 'wave' });
  show(<UnsavedNotice writing={state} />);
  await userEvent.setup().click(screen.getByRole('button', { name: labels.discardWhatWasNotSaved }));
  expect(state.write).not.toHaveBeenCalled();
  expect(state.dismiss).toHaveBeenCalledTimes(1);
});
