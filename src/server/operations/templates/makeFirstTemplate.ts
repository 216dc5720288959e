import { type FirstAnswers, firstDetails, firstTemplate } from '../../../core/templates/firstTemplate';
import { placeholderKey } from '../../../core/templates/grammar';
import type { Database } from '../../db/client';
import { OperationError } from '../../problems/operationError';
import { listIdentities, saveIdentity } from '../identities/identities';
import { createTemplate, type ListedTemplate } from './templates';

/** Details and a standing template of the first run's answers. Details of that name that are here already stay. */
export async function makeFirstTemplate(db: Database, answers: FirstAnswers): Promise<ListedTemplate> {
  const asked = firstDetails(answers);
  if (asked.name === '') throw new OperationError('Tell your name first.', 422);
  const key = placeholderKey(asked.name);
  const known = (await listIdentities(db)).find((one) => placeholderKey(one.name) === key);
  const details = known ?? (await saveIdentity(db, asked));
  return createTemplate(db, {
    name: 'Who I am',
    kind: 'standing',
    entries: firstTemplate(answers, details),
  });
}
