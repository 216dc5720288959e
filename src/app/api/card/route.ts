import { cardState, changeCard } from '@/server/card/simulatedCard';
import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { cardChange } from '@/server/http/shapes';

/** The simulated memory card of the demo. */
export const GET = endpoint(async () => cardState());
export const PUT = endpoint(async ({ request }) => changeCard(await body(request, cardChange)));
