import { failure } from '../problems/errors';

/** How many of a kind one process answers at the same time: a caller that asks for more has to wait. */
const most = { requests: 200, uploads: 8, streams: 60 } as const;
export type Kind = keyof typeof most;
const underWay: Record<Kind, number> = { requests: 0, uploads: 0, streams: 0 };

/** Takes a place until `leave` is called, as often as one likes. Throws `too-busy` where none is free. */
export function enter(kind: Kind): () => void {
  if (underWay[kind] >= most[kind]) throw failure('too-busy');
  underWay[kind]++;
  let isIn = true;
  return () => {
    if (isIn) underWay[kind]--;
    isIn = false;
  };
}
