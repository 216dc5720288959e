import { fieldLabel } from '@/core/catalogue/fields';
import { asText } from '@/core/catalogue/value';
import type { Finding } from '@/core/checks/finding';
import type { NamePattern } from '@/core/naming/pattern';
import { writtenYears } from '@/core/rights/noticeParts';
import { brokenLines, openFillIns } from '@/core/templates/fillIns';
import { compileText, type PlaceholderContext } from '@/core/templates/placeholders';
import type { Values } from '@/core/templates/resolution';
import { type CompiledTemplates, resolve } from '@/core/templates/resolve';
import type { Template } from '@/core/templates/template';
import { agrees, counted, formatNumber } from '@/core/wording/counts';
import { problemWords } from '@/server/problems/words';

/** Something to be seen before a run begins. */
export interface CallOut extends Finding<CallOutCode> {
  readonly words: string;
  readonly templateId?: string;
}
type CallOutCode =
  | 'pattern-unusable'
  | 'nothing-in-force'
  | 'empty-template'
  | 'fill-in'
  | 'bad-placeholder'
  | 'of-another-job'
  | 'written-year'
  | 'value-missing';

/** A picture that comes, as the templates in force see it. */
export interface Incoming {
  readonly values: Values;
  readonly missing: readonly Missing[];
}

/** A value that a template asks for and a picture has not. */
export interface Missing {
  readonly templateId: string;
  readonly words: string;
}

interface Asked {
  readonly inForce: readonly Template[];
  readonly incoming: readonly Incoming[];
  /** Names of assignments by template, this one too. */
  readonly inForceIn: Readonly<Record<string, readonly string[]>>;
  readonly assignment: string;
  /** How files and folders are to be named. */
  readonly pattern?: NamePattern;
}

function patternProblems({ name, folder }: NamePattern): CallOut[] {
  return Object.entries({ Names: name, Folders: folder }).flatMap(([label, text]) =>
    compileText(text).problems.map((one) => ({
      code: 'pattern-unusable' as const,
      severity: 'must' as const,
      words: `${label}: ${problemWords(one)}`,
    })),
  );
}

/** What could go wrong in silence: templates that are empty, unfilled, of another job or year, and missing values. */
export function callOuts(asked: Asked): CallOut[] {
  const { inForce, pattern } = asked;
  const named = pattern ? patternProblems(pattern) : [];
  if (inForce.length === 0)
    return [
      ...named,
      {
        code: 'nothing-in-force',
        severity: 'should',
        words: 'No template is in force: the pictures come as they are.',
      },
    ];
  return [...named, ...inForce.flatMap((template) => ofTemplate(template, asked)), ...missing(asked)];
}

function ofTemplate(template: Template, { incoming, inForceIn, assignment }: Asked): CallOut[] {
  const { id, name, kind, entries } = template;
  const found: CallOut[] = [];
  const say = (code: CallOutCode, words: string, severity: CallOut['severity'] = 'should') =>
    found.push({ code, severity, words: `${name}: ${words}`, templateId: id });
  if (entries.length === 0) say('empty-template', 'is empty and puts in nothing.');
  const [open] = openFillIns([template]);
  if (open)
    say('fill-in', `still to be filled in: ${open.fields.map((one) => fieldLabel(one)).join(', ')}.`, 'must');
  for (const { field, problem } of brokenLines([template]))
    say('bad-placeholder', `${fieldLabel(field)}: ${problemWords(problem)}`, 'must');
  const others = (inForceIn[id] ?? []).filter((one) => one !== assignment);
  if (kind === 'job' && others.length > 0)
    say('of-another-job', `is also in force in ${others.join(', ')}. Is it of this job?`);
  const year = wrongYear(template, incoming);
  if (year) say('written-year', year);
  return found;
}

/** A year typed in the notice that is not the year of the pictures that come. */
function wrongYear({ entries }: Template, incoming: readonly Incoming[]): string | undefined {
  const notice = entries.find((one) => one.field === 'copyrightNotice' && one.rule !== 'erase');
  const written = writtenYears(notice?.texts.join(' ') ?? '').at(-1);
  if (!written) return undefined;
  const taken = incoming
    .map(({ values }) => asText(values.dateCreated).slice(0, 4))
    .filter((one) => one !== '');
  const other = taken.filter((one) => one !== written).length;
  return other > 0
    ? `its notice says ${written}, and ${formatNumber(other)} of ${counted(incoming.length, 'picture')} ${agrees(other, 'was', 'were')} taken in another year.`
    : undefined;
}

/** What a picture lacks that the templates ask for. */
export function missingIn(
  compiled: CompiledTemplates,
  values: Values,
  context: PlaceholderContext,
): Missing[] {
  return resolve(compiled, values, context).steps.flatMap(({ templateId, field: id, missing: names }) =>
    [...new Set(names)].map((name) => ({
      templateId,
      words: `${fieldLabel(id)} left empty: “${name}” is not known`,
    })),
  );
}

function missing({ inForce, incoming }: Asked): CallOut[] {
  const nameOf = (id: string) => inForce.find((one) => one.id === id)?.name ?? '';
  const counts = new Map<string, Missing & { pictures: number }>();
  for (const one of incoming) {
    for (const lack of one.missing) {
      const key = `${lack.templateId} ${lack.words}`;
      counts.set(key, { ...lack, pictures: (counts.get(key)?.pictures ?? 0) + 1 });
    }
  }
  return [...counts.values()]
    .sort((a, b) => b.pictures - a.pictures)
    .map(({ words, templateId, pictures }) => ({
      words: `${nameOf(templateId)}: ${words} in ${pictures} of ${incoming.length}.`,
      code: 'value-missing' as const,
      severity: 'should' as const,
      templateId,
    }));
}
