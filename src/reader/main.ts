import { sentError } from '../server/readers/crossing';
import type { Answer, Question } from '../server/readers/readerProcess';
import { tasks } from '../server/readers/tasks';

/** A reader process: does what it is asked for, one task at a time, and ends with the process that began it. */
process.on('message', async ({ task, given }: Pick<Question, 'task' | 'given'>) => {
  const answer = await carryOut(task, given);
  process.send?.(answer);
});
process.on('disconnect', () => process.exit());

async function carryOut(task: string, given: readonly unknown[]): Promise<Answer> {
  try {
    const work = tasks[task as keyof typeof tasks] as (...all: readonly unknown[]) => Promise<unknown>;
    return { value: await work(...given) };
  } catch (error) {
    return { error: sentError(error) };
  }
}
