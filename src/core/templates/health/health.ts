import { bySeverity } from '../../checks/finding';
import type { Advice, Checked, HealthContext } from './advice';
import { contactChecks } from './contactChecks';
import { rightsChecks } from './rightsChecks';
import { textChecks } from './textChecks';

/** All advice, the weightiest first (common practice; the sources are with the checks). */
export function healthOf(template: Checked, context: HealthContext): Advice[] {
  if (template.entries.length === 0) return [{ code: 'empty-template', severity: 'should' }];
  const found = [...textChecks, ...rightsChecks, ...contactChecks].flatMap((check) =>
    check(template, context),
  );
  return bySeverity(found);
}
