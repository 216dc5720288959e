/** @jest-environment jsdom */

import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { pace } from '@/core/wording/pace';
import { answering, show } from '@/ui/testing';
import type { Receipt } from './types';
import { UndoRun } from './UndoRun';
import { askedBy, outcome, runName, total, undoWords } from './words';

const push = jest.fn();
jest.mock('next/navigation', () => ({ useRouter: () => ({ push }) }));

const counts = { waiting: 0, done: 3, unchanged: 1, failed: 0, undone: 0 };
const receipt: Receipt = {
  id: 'r1',
  kind: 'import',
  act: 'copy',
  state: 'done',
  paused: false,
  createdAt: '2026-05-14T07:12:40.000Z',
  assignmentId: 'a1',
  assignmentName: 'Relaunch',
  counts,
  startedAt: null,
  endedAt: null,
  fetchedAt: null,
  undoes: null,
  askedBy: 'person',
  askedByName: 'aune',
  strips: [],
  reversible: 3,
  kept: { folder: '/pictures/Undone by Fabrica/r1', drafted: 2 },
};

test('what came of a run, in words', () => {
  expect(outcome(counts, 'copy')).toBe('3 copied, 1 already right');
  expect(outcome({ ...counts, done: 0, unchanged: 0 }, 'embed')).toBe('nothing done');
  expect(outcome({ ...counts, failed: 2, waiting: 1, undone: 4 }, 'embed')).toBe(
    '3 written, 1 already right, 4 undone since, 2 failed, 1 not done',
  );
  expect(total(counts)).toBe(4);
});

test('an undo that is undone is done again', () => {
  expect(runName({ act: 'undo', undone: 'embed' })).toBe('Undone');
  expect(runName({ act: 'undo', undone: 'undo' })).toBe('Done again');
});

test.each([
  [0, 5, 'under way'],
  [2.04, 10, '2.0 a second, about 5 s left'],
  [0.5, 300, '30 a minute, about 10 min left'],
  [3, 0, '3.0 a second'],
])('%d a second with %d to come: %s', (perSecond, waiting, words) => {
  expect(pace(perSecond, waiting)).toBe(words);
});

test.each([
  ['copy', undefined, 'Nothing is deleted'],
  ['move', undefined, 'made again byte for byte'],
  ['take-up', undefined, 'Their files stay where they are'],
  ['embed', undefined, 'exactly the bytes that it had before'],
  ['undo', 'embed', 'written into the files once more'],
  ['undo', 'copy', 'move back to where they were'],
] as const)('undoing a run that was “%s” (%s) says what it will do', (act, undone, words) => {
  const { kept, fetchedAt } = receipt;
  const asked = { act, ...(undone && { undone }), ...(kept && { kept }), fetchedAt };
  expect(undoWords(asked).join(' ')).toContain(words);
});

test('undoing a delivery says whether its archive was downloaded', () => {
  const before = { act: 'deliver', fetchedAt: null } as const;
  expect(undoWords(before).join(' ')).not.toContain('downloaded');
  expect(undoWords({ ...before, fetchedAt: '2026-05-14T07:12:40.000Z' }).join(' ')).toMatch(
    /The archive was downloaded on .*14.*2026/,
  );
});

test('undo says what it will do before it is done, and a double press begins one run', async () => {
  const asked = answering({ 'runs/r1/undo': { runId: 'r2' } });
  show(<UndoRun run={receipt} />);
  await userEvent.click(screen.getByRole('button', { name: 'Undo this run' }));
  expect(await screen.findByText(/2 pictures have text that is not embedded yet/)).toBeTruthy();
  await userEvent.dblClick(screen.getByRole('button', { name: 'Undo 3' }));
  expect(new Set(asked.map((one) => one.key)).size).toBe(1);
  expect(push).toHaveBeenCalledWith('/runs/r2');
});

test('why it cannot be undone stands in the dialog', async () => {
  answering({ 'runs/r1/undo': new Error('A later run embedded into these files. Undo that run first.') });
  show(<UndoRun run={receipt} />);
  await userEvent.click(screen.getByRole('button', { name: 'Undo this run' }));
  await userEvent.click(await screen.findByRole('button', { name: 'Undo 3' }));
  expect((await screen.findByRole('alert')).textContent).toContain('Undo that run first.');
});

test('left alone nothing is asked', async () => {
  const asked = answering({});
  show(<UndoRun run={receipt} />);
  await userEvent.click(screen.getByRole('button', { name: 'Undo this run' }));
  await userEvent.click(await screen.findByRole('button', { name: 'Cancel' }));
  expect(asked).toEqual([]);
});

test.each([
  ['person', 'aune', 'asked for by aune'],
  ['person', '', 'asked for here'],
  ['worker', 'aune', 'by itself, from a drop folder'],
  ['', '', ''],
])('who asked for a run: %s %s', (kind, name, words) => {
  expect(askedBy({ askedBy: kind, askedByName: name })).toBe(words);
});
