/** @jest-environment jsdom */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { ValuesPart } from '@/server/operations/photos/listValues';
import { apiRequestLines } from '@/ui/api';
import { valuesRow } from './testValues';
import { useArrivingValues } from './useValues';

jest.mock('@/ui/api');
const asked = jest.mocked(apiRequestLines);

/** An answer whose lines arrive when the test sends them. */
function slowAnswer() {
  let tell: (part: ValuesPart) => void = () => undefined;
  let end: () => void = () => undefined;
  asked.mockImplementation((_path, onLine) => {
    tell = onLine as typeof tell;
    return new Promise((resolve) => {
      end = resolve;
    });
  });
  const part = (...ids: string[]) => ({ rows: ids.map((id) => valuesRow(id, { city: 'Havnes' })) });
  return { tell: (one: ValuesPart) => tell(one), end: () => end(), part };
}

const open = () => {
  const queries = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  return renderHook(() => useArrivingValues('one', true), { wrapper });
};
const idsOf = (rows: ReturnType<typeof useArrivingValues>['arrived']) =>
  rows ? [...rows.keys()] : undefined;

test('what came already is there to be shown; what is told of all pictures waits for the last one', async () => {
  const answer = slowAnswer();
  const { result } = open();
  act(() => answer.tell({ snapshot: '1:1:', until: '7' }));
  act(() => answer.tell(answer.part('a')));
  expect([idsOf(result.current.values), idsOf(result.current.arrived)]).toEqual([undefined, ['a']]);
  act(() => answer.tell(answer.part('b')));
  expect(idsOf(result.current.arrived)).toEqual(['a', 'b']);
  act(() => answer.end());
  await waitFor(() => expect(idsOf(result.current.values)).toEqual(['a', 'b']));
  expect(result.current.arrived).toBe(result.current.values);
});
