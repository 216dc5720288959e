import path from 'node:path';
import { config } from '../../config';

/** The folder of Fabrica's own in which copies lie until their archive is fetched. */
export const ownDeliveries = (): string =>
  path.join(/*turbopackIgnore: true*/ config().dataFolder, 'deliveries');
