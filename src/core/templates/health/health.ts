import type { Advice, Checked, HealthContext } from './advice';
import { contactChecks } from './contactChecks';
import { rightsChecks } from './rightsChecks';
import { textChecks } from './textChecks';

const weights = { stop: 0, look: 1, hint: 2 } as const;

/** All advice, the weightiest first (common practice; the sources stand with the checks). */
export function healthOf(template: Checked, context: HealthContext): Advice[] {
  if (template.entries.length === 0) return [{ code: 'empty-template', weight: 'look' }];
  const found = [...textChecks, ...rightsChecks, ...contactChecks].flatMap((check) =>
    check(template, context),
  );
  return found.sort((a, b) => weights[a.weight] - weights[b.weight]);
}
