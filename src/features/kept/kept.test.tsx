/** @jest-environment jsdom */
import { QueryClient } from '@tanstack/react-query';
import { act, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Kept } from '@/server/operations/kept/kept';
import { queryKeys } from '@/ui/queryKeys';
import { answering, inWindow, show } from '@/ui/testing';
import { KeptPage } from './KeptPage';

jest.mock('../shell/TopLine', () => ({ TopLine: () => null }));

const previews: Kept = { name: 'previews', days: 365, megabytes: 20_000, bytes: 3_000_000, count: 3 };
const choice = async (label: string) =>
  within(await screen.findByRole('listitem', { name: 'Previews' })).getByLabelText<HTMLSelectElement>(label);
const chosen = async (label: string) => (await choice(label)).value;

// Two choices right after one another: the second one sent the first bound back as it had been.
test('each choice sends itself alone, and one after the other', async () => {
  const asked = answering({ kept: [previews] });
  show(<KeptPage />);
  await userEvent.selectOptions(await choice('Kept after last use'), '90 days');
  await userEvent.selectOptions(await choice('All together at most'), '50 GB');
  await userEvent.selectOptions(await choice('Kept after last use'), 'for ever');
  const sent = () => asked.filter(({ method }) => method === 'PATCH').map(({ body }) => body);
  await waitFor(() =>
    expect(sent()).toEqual([
      { name: 'previews', days: 90 },
      { name: 'previews', megabytes: 50_000 },
      { name: 'previews', days: null },
    ]),
  );
  expect([await chosen('Kept after last use'), await chosen('All together at most')]).toEqual(['', '50000']);
});

// An answer that was asked for before the choice came after it, and showed the former bound again.
test('an answer that was under way does not overtake a choice', async () => {
  const asked = answering({ kept: [previews] });
  const queries = new QueryClient();
  render(<KeptPage />, { wrapper: inWindow(queries) });
  await choice('Kept after last use');
  const now = global.fetch;
  let answer = () => {};
  const later = new Promise<void>((resolve) => {
    answer = resolve;
  });
  global.fetch = jest.fn(async (...request: Parameters<typeof fetch>) => {
    const given = await now(...request);
    if (request[1]?.method !== 'PATCH') await later;
    return given;
  });
  void queries.invalidateQueries({ queryKey: queryKeys.kept() });
  await waitFor(() => expect(asked).toHaveLength(2));
  await userEvent.selectOptions(await choice('Kept after last use'), '30 days');
  await act(async () => answer());
  await waitFor(() => expect(asked).toHaveLength(3));
  expect(await chosen('Kept after last use')).toBe('30');
});
