import type { Context } from '../../context';
import { inTransaction } from '../../db/transaction';
import { createGathering } from '../gatherings/gatherings';
import { type AskedSearch, searchOf, wholeSearch } from './askedSearch';
import { indexForAct, putFoundIn, type SearchAnswer, searchPhotos } from './searchPhotos';

/** The pictures of a search, and the sentences that are no conditions: they are kept as typed, and narrow nothing. */
export async function answerSearch(
  context: Context,
  { from, ...asked }: AskedSearch & { readonly from: number },
): Promise<SearchAnswer & { readonly notUnderstood: readonly string[] }> {
  const { search, notUnderstood } = searchOf(asked);
  return { ...(await searchPhotos(context, search, { from })), notUnderstood };
}

/** Begins a gathering with all pictures that a search finds now. Refused where a sentence is no condition. */
export async function gatherFound(
  context: Context,
  { name, ...asked }: AskedSearch & { readonly name: string },
): Promise<{ id: string; pictures: number }> {
  const search = wholeSearch(asked);
  await indexForAct(context);
  return inTransaction(context, async (tx) => {
    const { id } = await createGathering(tx, name);
    return { id, pictures: await putFoundIn(tx, id, search) };
  });
}
