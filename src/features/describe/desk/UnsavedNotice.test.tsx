/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { show } from '@/ui/testing';
import type { WritingState } from '../store/useWriting';
import { labels } from '../words';
import { UnsavedNotice } from './UnsavedNotice';

const scope = { of: 'these', ids: ['p1'] } as const;
const refusal = {
  message: 'At most 32,000 characters are possible here.',
  code: 'too-much-text',
};
const refusing = (writing: NonNullable<WritingState['refused']>['writing']) => ({
  state: 'saved' as const,
  refused: { key: 'k', at: 0, scope, writing, refusal },
  write: jest.fn(),
  lastStep: undefined,
  step: jest.fn(),
  retry: jest.fn(),
  discard: jest.fn(),
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
  expect(state.retry).toHaveBeenCalledWith(state.refused);
});

test('what was refused is discarded only by its button', async () => {
  const state = refusing({ kind: 'caption', text: 'wave' });
  show(<UnsavedNotice writing={state} />);
  await userEvent.setup().click(screen.getByRole('button', { name: labels.discardWhatWasNotSaved }));
  expect(state.retry).not.toHaveBeenCalled();
  expect(state.discard).toHaveBeenCalledWith('k');
});
