import { answerTo } from '../http/endpoint';
import { failure, OperationError, required } from './errors';

test('an error says what happened and what to do, and carries status, code and remedy', () => {
  const error = failure('no-room', { needed: '4 GB', folder: '/pictures', free: '1 GB' });
  expect(error).toBeInstanceOf(OperationError);
  expect(error.message).toBe(
    'The pictures need 4 GB, and the disk of “/pictures” has 1 GB left. Make room, or bring in fewer.',
  );
  expect(answerTo(error)).toEqual({
    status: 422,
    code: 'no-room',
    message: error.message,
    remedy: 'Make room, or bring in fewer.',
  });
});

test('what is not there any more is named', () => {
  expect(() => required(undefined, 'plan')).toThrow('There is no such plan any more.');
  expect(required(0, 'plan')).toBe(0);
});

test.each([
  ['This template', 'This template was changed in another window meanwhile. Nothing is undone.'],
  ['These details', 'These details were changed in another window meanwhile. Nothing is undone.'],
  ['This', 'This was changed in another window meanwhile. Nothing is undone.'],
])('%s that was changed elsewhere', (what, words) => {
  expect(failure('changed-elsewhere', { what, kept: 'Nothing is undone.' }).message).toBe(words);
});

test('a value that the database refuses is a request that is not understood', () => {
  const refused = Object.assign(new Error('invalid input syntax'), { code: '22P02' });
  expect(answerTo(new Error('wrapped', { cause: refused })).status).toBe(400);
});

test.each([
  ['53100', 507, 'data-disk-full'],
  ['57P03', 503, 'database-away'],
  ['08006', 503, 'database-away'],
  ['ECONNREFUSED', 503, 'database-away'],
])('what the database says with %s is said as what it means', (code, status, meaning) => {
  const error = new Error('wrapped', { cause: Object.assign(new Error('secret'), { code }) });
  const answer = answerTo(error);
  expect(answer).toMatchObject({ status, code: meaning });
  expect(JSON.stringify(answer)).not.toContain('secret');
});

test('a connection that ended in the middle of a question', () => {
  expect(answerTo(new Error('Connection terminated unexpectedly'))).toMatchObject({ code: 'database-away' });
});

test('a defect of ours tells nothing of itself', () => {
  const answer = JSON.stringify(answerTo(new Error('secret: /home/somebody')));
  expect(answer).not.toContain('secret');
  expect(answer).toContain('500');
});
