import { recoverUndo, settleByHand, waitingChanges } from '@/server/files/recover';
import { undoFolder } from '@/server/files/writeOver';
import { endpoint } from '@/server/http/endpoint';
import { settlement } from '@/server/http/shapes/runs';

/** Changes that were cut off and wait for their file. */
export const GET = endpoint(() => waitingChanges(undoFolder()));
/** Tries once more to settle them. */
export const POST = endpoint(async () => {
  await recoverUndo(undoFolder());
  return waitingChanges(undoFolder());
});
/** Settles one by a person's word. */
export const PUT = endpoint(async ({ body }) => {
  const { act, ...change } = await body(settlement);
  return { outcome: await settleByHand(undoFolder(), change, act) };
});
