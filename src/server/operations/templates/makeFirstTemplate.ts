import { type FirstAnswers, firstDetails, firstTemplate } from '../../../core/templates/firstTemplate';
import { placeholderKey } from '../../../core/templates/grammar';
import type { Context } from '../../context';
import { failure } from '../../problems/errors';
import { listIdentities, saveIdentity } from '../identities/identities';
import { createTemplate, type ListedTemplate } from './templates';

/** Details and a standing template of the first run's answers. Details of that name that are here already stay. */
export async function makeFirstTemplate(context: Context, answers: FirstAnswers): Promise<ListedTemplate> {
  const asked = firstDetails(answers);
  if (asked.name === '') throw failure('own-name-missing');
  const key = placeholderKey(asked.name);
  const known = (await listIdentities(context)).find((one) => placeholderKey(one.name) === key);
  const details = known ?? (await saveIdentity(context, asked));
  return createTemplate(context, {
    name: 'Who I am',
    kind: 'standing',
    entries: firstTemplate(answers, details),
  });
}
