import { fieldLabel } from '../../../core/catalogue/fields';
import { brokenLines, openFillIns } from '../../../core/templates/fillIns';
import type { Template } from '../../../core/templates/template';
import { failure } from '../../problems/errors';
import { problemWords } from '../../problems/words';

/** A template that no picture could take is refused before a run, and says where: open fill-ins, wrong placeholders. */
export function refuseUnusable(templates: readonly Pick<Template, 'name' | 'entries'>[]): void {
  const open = openFillIns(templates).map(
    ({ name, fields }) => `“${name}” (${fields.map((id) => fieldLabel(id)).join(', ')})`,
  );
  if (open.length > 0) throw failure('fill-ins-open', { lines: open.join('; ') });
  const [broken] = brokenLines(templates);
  if (broken)
    throw failure('template-broken', {
      name: broken.name,
      field: fieldLabel(broken.field),
      why: problemWords(broken.problem),
    });
}
