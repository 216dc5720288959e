import { cardState, changeCard, inDemo } from '@/server/card/simulatedCard';
import { endpoint } from '@/server/http/endpoint';
import { cardChange } from '@/server/http/shapes/bringIn';

/** The simulated memory card of the demo. */
export const GET = endpoint(async () => inDemo(cardState));
export const PUT = endpoint(async ({ body }) => {
  const change = await body(cardChange);
  return inDemo(() => changeCard(change));
});
