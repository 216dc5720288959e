/** @jest-environment jsdom */
import { QueryClient } from '@tanstack/react-query';
import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { queryKeys } from '@/ui/queryKeys';
import { answering, inWindow } from '@/ui/testing';
import { viewOf } from '../set/view';
import { Embedding } from './Embedding';

const push = jest.fn();
jest.mock('next/navigation', () => ({ useRouter: () => ({ push }) }));

const line = {
  field: 'description',
  kind: 'replaced',
  count: 10_001,
  changes: [{ before: 'Old', after: 'New', count: 10_001 }],
};
const proof = {
  pictures: 10_001,
  replacing: 10_001,
  lines: [line],
  asOf: '2026-11-28T00:00:00Z',
  unreadable: 0,
  signed: 0,
  restorable: 0,
  replaced: 0,
  cuts: [],
};

function open(count: number, state: 'saved' | 'saving' = 'saved') {
  const views = Array.from({ length: count }, (_, at) =>
    viewOf({
      id: `p${at}`,
      name: `${at}.jpg`,
      place: at + 1,
      revision: '1',
      strip: 'ffffffff',
      notice: '',
      caption: '',
      drafted: true,
    }),
  );
  const asked = answering({
    'assignments/a1/proof': proof,
    'assignments/a1/blocked': [],
    'assignments/a1/embed': { runId: 'r1' },
  });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  queries.setQueryData(queryKeys.photoList('a1'), { total: count, views });
  const Window = inWindow(queries);
  const writing = { state, settle: async () => false };
  render(
    <Window>
      <Embedding assignmentId="a1" views={views} selected={new Set()} writing={writing} />
    </Window>,
  );
  return asked;
}

test('what is replaced is told ahead for a set, and asked for when it is pressed for very many', async () => {
  const asked = open(10_001);
  const button = await screen.findByRole('button', { name: 'Embed 10,001' });
  expect(asked).toEqual([]);
  fireEvent.click(button);
  expect(await screen.findByText('replaced in 10,001')).toBeTruthy();
  expect(asked[0]!.body).toEqual({ scope: { of: 'query', query: { drafted: true }, upTo: 10_001 } });
  fireEvent.click(screen.getByRole('button', { name: 'Embed 10,001, replace 10,001' }));
  await screen.findByRole('dialog');
  await waitFor(() => expect(push).toHaveBeenCalledWith('/runs/r1'));
  expect(asked.at(-1)).toMatchObject({
    path: 'assignments/a1/embed',
    body: { scope: { of: 'query' }, asOf: proof.asOf },
  });
});

test('of a set the act tells what it replaces before it is pressed', async () => {
  const asked = open(3);
  await screen.findByRole('button', { name: 'Embed 10,001, replace 10,001' });
  expect(asked.map((one) => one.path)).toEqual(['assignments/a1/proof']);
});

test('while drafts are being saved, the server is not asked about them', async () => {
  const asked = open(3, 'saving');
  await screen.findByRole('button', { name: 'Embed 3' });
  expect(asked).toEqual([]);
});
