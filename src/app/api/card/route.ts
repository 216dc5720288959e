import { cardState, changeCard } from '@/server/card/simulatedCard';
import { endpoint } from '@/server/http/endpoint';
import { cardChange } from '@/server/http/shapes/bringIn';

/** The simulated memory card of the demo. */
export const GET = endpoint(async () => cardState());
export const PUT = endpoint(async ({ body }) => changeCard(await body(cardChange)));
