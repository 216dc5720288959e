import { asc } from 'drizzle-orm';
import type { HealthContext } from '../../../core/templates/health/advice';
import { isoDay } from '../../../core/wording/formatDate';
import type { Context } from '../../context';
import { facts } from '../../db/schema/assignments';
import { installationContext } from '../identities/identities';

/** What templates may refer to: facts of any assignment, one's details, and the day. */
export type KnownNames = Pick<HealthContext, 'facts' | 'identities' | 'today'>;

/** The names that placeholders can have, for advice on a template. */
export async function knownNames(context: Context): Promise<KnownNames> {
  const [named, { identities }] = await Promise.all([
    context.db.selectDistinct({ name: facts.name }).from(facts).orderBy(asc(facts.name)),
    installationContext(context),
  ]);
  return {
    facts: named.map((one) => one.name),
    identities: Object.keys(identities),
    today: isoDay(context.now()),
  };
}
