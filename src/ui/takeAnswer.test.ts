import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { takeAnswer } from './takeAnswer';

it('drops a read that began before the write, and reads again', async () => {
  const queries = new QueryClient();
  const answers: ((value: string) => void)[] = [];
  const seen: (string | undefined)[] = [];
  const observer = new QueryObserver<string>(queries, {
    queryKey: ['assignment'],
    queryFn: () => new Promise((resolve) => answers.push(resolve)),
  });
  const stop = observer.subscribe(({ data }) => seen.push(data));
  await takeAnswer(queries, ['assignment'], 'written');
  expect(answers).toHaveLength(2);
  answers[0]!('former');
  answers[1]!('written, read');
  await queries.invalidateQueries({ queryKey: ['assignment'] }, { cancelRefetch: false });
  expect(queries.getQueryData(['assignment'])).toBe('written, read');
  expect(seen).not.toContain('former');
  stop();
  queries.clear();
});
