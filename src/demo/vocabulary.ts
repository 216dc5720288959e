import { starterTerms } from '../core/keywords/starters';
import { parseCsv } from '../core/keywords/vocabulary/csv';
import type { Context } from '../server/context';
import { createBundle } from '../server/operations/vocabulary/bundles';
import { takeInTerms } from '../server/operations/vocabulary/exchangeVocabulary';

/** The yard's own words: a few of its terms are on pictures, some pictures carry words that it does not know yet. */
const yard = `term,synonyms,broader,note,state,nb
crafts,,,,heading,
boatbuilding,boat building,crafts,,,båtbygging
planking,,boatbuilding,Laying planks on the frames,,bordlegging
caulking,calking,boatbuilding,Driving oakum into the seams,,driving
sailmaking,,crafts,,,seilmaking
people of the yard,,,,heading,
shipwright,boatbuilder,people of the yard,,,båtbygger
sailmaker,,people of the yard,,,seilmaker
vessels,,,,heading,
ketch,two-master,vessels,"Two masts, the after one lower",,ketsj
rowing boat,,vessels,,,robåt
parts of a vessel,,,,heading,
plank,board,parts of a vessel,,,planke
frame,rib,parts of a vessel,,,spant
sail,,parts of a vessel,,,seil
rigging,,parts of a vessel,,,rigg
mainsail,,sail,,,storseil
the yard,,,,heading,
boatyard,,the yard,,,båtbyggeri
sail loft,sail-loft,the yard,,,seilloft
slipway,,the yard,,,slipp
restoration,,,,,restaurering
old timber,,,"Say what wood it is",retired,
`;

/** A vocabulary as one has it after some months: the yard's own terms, and two of the ready ones. */
export async function demoVocabulary(context: Context): Promise<void> {
  await takeInTerms(context, parseCsv(yard), true);
  for (const name of ['season, weather, light', 'people'] as const)
    await takeInTerms(context, starterTerms(name), true);
  await createBundle(context, { name: 'Sail loft', terms: ['sail loft', 'sailmaking', 'sail', 'indoors'] });
  await createBundle(context, { name: 'On the slip', terms: ['slipway', 'boatyard', 'restoration'] });
}
