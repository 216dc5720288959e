import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { refresh } from './refresh';

const settle = () => new Promise((resolve) => setTimeout(resolve, 20));

/** A query that is looked at, whose answers come when they are given. */
function looked(queries: QueryClient) {
  const answers: ((value: string) => void)[] = [];
  const observer = new QueryObserver<string>(queries, {
    queryKey: ['photos', '1'],
    staleTime: 5000,
    queryFn: () => new Promise<string>((resolve) => answers.push(resolve)),
  });
  const stop = observer.subscribe(() => undefined);
  const again = () => observer.subscribe(() => undefined);
  return { answers, stop, again, data: () => observer.getCurrentResult().data };
}

// A picture that was found in the folder just while the page was opened was not told of.
test('what changes while a query is read for the first time is read once more', async () => {
  const queries = new QueryClient();
  const query = looked(queries);
  void refresh(queries, { queryKey: ['photos'] });
  void refresh(queries);
  query.answers[0]!('before the change');
  await settle();
  expect(query.answers).toHaveLength(2);
  query.answers[1]!('after it');
  await settle();
  expect(query.data()).toBe('after it');
  expect(query.answers).toHaveLength(2);
  query.stop();
  queries.clear();
});

test('what is known already is read again at once, and other queries are left alone', async () => {
  const queries = new QueryClient();
  const query = looked(queries);
  query.answers[0]!('known');
  await settle();
  void refresh(queries, { queryKey: ['runs'] });
  expect(query.answers).toHaveLength(1);
  void refresh(queries, { queryKey: ['photos', '1'] });
  await settle();
  expect(query.answers).toHaveLength(2);
  query.answers[1]!('new');
  await settle();
  expect(query.data()).toBe('new');
  query.stop();
  queries.clear();
});

// An assignment that was brought back was missing from the list that was shown again within five seconds.
test('a read that is no longer shown and began before a change is not new when it is shown again', async () => {
  const queries = new QueryClient();
  const query = looked(queries);
  query.answers[0]!('known');
  await settle();
  void refresh(queries, { queryKey: ['photos'] });
  query.stop();
  void refresh(queries, { queryKey: ['photos'] });
  query.answers[1]!('before the change');
  await settle();
  const stop = query.again();
  await settle();
  expect(query.answers).toHaveLength(3);
  query.answers[2]!('after it');
  await settle();
  expect(query.data()).toBe('after it');
  stop();
  queries.clear();
});
