/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Task, Workshop } from '@/server/operations/workshop/readWorkshop';
import { answering, show } from '@/ui/testing';
import { Assignments } from './Assignments';
import { Tasks } from './Tasks';

jest.mock('next/navigation', () => ({ useRouter: () => ({ push: jest.fn(), refresh: jest.fn() }) }));

const task = (kind: Task['kind'], more: Partial<Task> = {}): Task => ({
  kind,
  assignmentId: 'a1',
  assignment: 'Relaunch of the ketch',
  pictures: 3,
  shown: [],
  ...more,
});

test.each([
  [task('answer', { about: 'Mats Orrin' }), 'Who is Mats Orrin?', '/assignments/a1/bring-in'],
  [task('settle'), 'Settle 3', '/assignments/a1/describe?select=disagrees'],
  [task('embed'), 'Embed 3', '/assignments/a1/describe'],
  [
    task('caption', { pictures: 1200 }),
    /Write captions for 1.?200/,
    '/assignments/a1/describe?select=caption',
  ],
  [task('bring-in', { about: 'Memory card' }), 'Bring in from Memory card', '/assignments/a1/bring-in'],
])('a task says what to do and leads to where it is done: %#', (one, title, href) => {
  show(<Tasks tasks={[one]} />);
  const link = screen.getByRole('link', { name: title });
  expect(link.getAttribute('href')).toBe(href);
});

test('one picture is one picture', () => {
  show(<Tasks tasks={[task('embed', { pictures: 1 })]} />);
  expect(screen.getByText(/1 picture with drafts/)).toBeTruthy();
});

test('with nothing to do there is no such part', () => {
  show(<Tasks tasks={[]} />);
  expect(screen.queryByRole('heading', { name: 'Next' })).toBeNull();
});

const assignment: Workshop['assignments'][number] = {
  id: 'a1',
  name: 'Winter lay-up',
  photos: 5,
  drafted: 2,
  isArchived: false,
  isFolderMissing: false,
  strips: [{ strip: 'ssssffss', count: 5 }],
  shown: [{ id: 'p1', revision: '1' }],
};

const listing = (assignments: Workshop['assignments']) => ({
  assignments,
  templates: [],
  found: assignments.length,
  total: assignments.length,
  archived: 0,
  search: { of: 'present', find: '', most: 40 } as const,
  onSearch: jest.fn(),
  onMore: jest.fn(),
});

test('of many assignments some are shown: the others are found by name, or shown on request', async () => {
  const props = { ...listing([assignment]), found: 408, total: 408 };
  show(<Assignments {...props} />);
  expect(screen.getByText('1 of 408')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Show more assignments' }));
  expect(props.onMore).toHaveBeenCalled();
  await userEvent.type(screen.getByRole('searchbox', { name: 'Find an assignment' }), 'x');
  expect(props.onSearch).toHaveBeenCalledWith({ find: 'x' });
});

test('words that no name has are reported, and can be changed', () => {
  show(<Assignments {...listing([])} total={3} search={{ of: 'present', find: 'quay', most: 40 }} />);
  expect(screen.getByText('No assignment has “quay” in its name, facts or years.')).toBeTruthy();
  expect(screen.getByRole('searchbox', { name: 'Find an assignment' })).toBeTruthy();
});

test('an assignment shows its pictures, its drafts, and what is open', () => {
  show(<Assignments {...listing([assignment])} />);
  expect(screen.getByRole('link', { name: 'Winter lay-up' }).getAttribute('href')).toBe(
    '/assignments/a1/describe',
  );
  expect(screen.getByText(/5 pictures · 2 drafts/)).toBeTruthy();
  expect(screen.getByRole('img', { name: 'open: caption 5, keywords 5' })).toBeTruthy();
});

test('one without pictures leads to its preparation', () => {
  show(<Assignments {...listing([{ ...assignment, photos: 0, drafted: 0, strips: [], shown: [] }])} />);
  expect(screen.getByRole('link', { name: 'Winter lay-up' }).getAttribute('href')).toBe(
    '/assignments/a1/prepare',
  );
  expect(screen.getByText(/no pictures yet/)).toBeTruthy();
});

test('a new assignment keeps what is typed, and tells why it could not begin', async () => {
  const asked = answering({
    assignments: new Error('There is no folder “/nowhere”.'),
    'folders/state?path=%2Fnowhere': { state: 'missing' },
  });
  const { unmount } = show(<Assignments {...listing([])} />);
  await userEvent.type(screen.getByRole('textbox', { name: 'Name' }), 'First job');
  await userEvent.type(screen.getByRole('textbox', { name: 'Folder' }), '/nowhere');
  await userEvent.click(screen.getByRole('button', { name: 'Begin' }));
  expect((await screen.findByText(/There is no folder/)).closest('[role="alert"]')).toBeTruthy();
  expect(asked.find((one) => one.path === 'assignments')).toMatchObject({
    method: 'POST',
    body: { name: 'First job', workingPath: '/nowhere' },
  });
  unmount();
  show(<Assignments {...listing([])} />);
  expect(within(document.body).getByRole<HTMLInputElement>('textbox', { name: 'Name' }).value).toBe(
    'First job',
  );
});

test('templates that contradict each other are not proposed together; both can be chosen, with a warning', async () => {
  const template = (id: string, creator: string) => ({
    id,
    name: `Rights of ${creator}`,
    entries: [{ field: 'creator', rule: 'overwrite', texts: [creator] }],
  });
  const asked = answering({
    'assignments/start': {
      templates: [template('t1', 'Aune Pell'), template('t2', 'Mats Orrin')],
      identities: { 'Aune Pell': { name: 'Aune Pell' }, 'Mats Orrin': { name: 'Mats Orrin' } },
    },
    assignments: { id: 'a1' },
    'folders/uses?path=%2Fpictures': [],
  });
  show(<Assignments {...listing([])} />);
  const begin = screen.getByRole('button', { name: 'Begin' });
  const name = screen.getByRole('textbox', { name: 'Name' });
  await userEvent.clear(name);
  expect(screen.getByText('Type a name first.')).toBeTruthy();
  expect(begin.hasAttribute('disabled')).toBe(true);
  const box = (name: RegExp) => screen.getByRole<HTMLInputElement>('checkbox', { name });
  await screen.findByRole('group', { name: 'Templates to begin with' });
  const ticked = () => [box(/Aune Pell/).checked, box(/Mats Orrin/).checked];
  expect(ticked()).toEqual([true, false]);
  await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Made by' }), 'Mats Orrin');
  expect(ticked()).toEqual([false, true]);
  expect(screen.queryByText(/contradict/)).toBeNull();
  await userEvent.click(box(/Aune Pell/));
  expect(
    screen.getByText(/“Rights of Aune Pell” and “Rights of Mats Orrin” contradict .* Creator/),
  ).toBeTruthy();
  await userEvent.click(box(/Aune Pell/));
  await userEvent.type(name, 'Second job');
  const folder = screen.getByRole('textbox', { name: 'Folder' });
  await userEvent.clear(folder);
  await userEvent.type(folder, '/pictures');
  await userEvent.click(begin);
  await waitFor(() =>
    expect(asked.find((one) => one.path === 'assignments')?.body).toMatchObject({ inForce: ['t2'] }),
  );
});
