import { recoverUndo, settleByHand, waitingChanges } from '@/server/files/recover';
import { undoFolder } from '@/server/files/writeOver';
import { endpoint } from '@/server/http/endpoint';
import { settlement } from '@/server/http/shapes/runs';
import { announce } from '@/server/jobs/queue';
import { required } from '@/server/problems/errors';

/** Changes that were cut off and wait for their file. */
export const GET = endpoint(() => waitingChanges(undoFolder()));
/** Tries once more to settle them. */
export const POST = endpoint(async ({ context }) => {
  await recoverUndo(undoFolder());
  await announce(context.db, { kind: 'recovery', id: '' });
  return waitingChanges(undoFolder());
});
/** Settles one by a person's word. */
export const PUT = endpoint(async ({ context, body }) => {
  const { act, ...change } = await body(settlement);
  const outcome = await settleByHand(undoFolder(), change, act);
  await announce(context.db, { kind: 'recovery', id: '' });
  return { outcome: required(outcome, 'interrupted write') };
});
