import { utf8Length } from '../../bytes/text';
import { field, fieldLabel } from '../../catalogue/fields';
import { FILLER, leftOverIn } from '../../checks/leftOver';
import { compileTemplates } from '../compile';
import { placeholderKey, replacePlaceholders } from '../grammar';
import { FILL_IN, fieldBehind, isBuiltIn, placeholdersIn } from '../placeholders';
import { checkEntry } from '../template';
import type { Advice, Check } from './advice';
import { allTexts, isLiteral, without } from './entries';

const FORM_OF_ADDRESS =
  /^(mr|mrs|ms|miss|mx|dr|prof|sir|madam|herr|frau|fru|hr|monsieur|madame|señora?|sr|sra)\.?$/i;

const fillIns: Check = ({ entries }) =>
  entries.flatMap((entry): Advice[] =>
    allTexts(entry).some((text) => placeholdersIn(text).some((name) => placeholderKey(name) === FILL_IN))
      ? [{ code: 'fill-in', severity: 'must', field: entry.field }]
      : [],
  );

const placeholders: Check = ({ entries }, { facts, identities }) => {
  const known = new Set([...facts, ...identities].map(placeholderKey));
  return entries.flatMap((entry) =>
    allTexts(entry).flatMap((text) =>
      placeholdersIn(text)
        .filter(
          (name) =>
            !isBuiltIn(placeholderKey(name)) && !known.has(placeholderKey(name)) && !fieldBehind(name),
        )
        .map(
          (found): Advice => ({ code: 'unknown-placeholder', severity: 'note', field: entry.field, found }),
        ),
    ),
  );
};

const syntax: Check = ({ kind, entries }) =>
  entries.flatMap((entry): Advice[] => {
    const [wrong] = checkEntry(entry);
    if (wrong?.code === 'rule-not-for-field')
      return [{ code: wrong.code, severity: 'should', field: entry.field, found: entry.rule }];
    if (wrong)
      return [
        {
          code: 'value-not-allowed',
          severity: 'must',
          field: entry.field,
          ...(wrong.expected ? { found: wrong.expected } : {}),
        },
      ];
    const [problem] = compileTemplates([{ id: '', name: '', kind, version: 0, entries: [entry] }]).problems;
    if (!problem) return [];
    const found = problem.found ? { found: problem.found } : {};
    return [{ code: 'bad-placeholder', severity: 'should', field: entry.field, ...found }];
  });

const cycles: Check = ({ kind, entries }) =>
  compileTemplates([{ id: '', name: '', kind, version: 0, entries }]).fields.flatMap(({ id, withheld }) =>
    withheld.size > 0
      ? [
          {
            code: 'made-of-itself',
            severity: 'should',
            field: id,
            found: fieldLabel([...withheld][0]!),
          } as const,
        ]
      : [],
  );

const leftOvers: Check = (template) =>
  template.entries.flatMap((entry): Advice[] => {
    const texts = allTexts(entry).map((text) => replacePlaceholders(text, () => '{}'));
    const left = texts.map(leftOverIn).find(Boolean);
    if (left) return [{ code: 'left-over-text', severity: 'must', field: entry.field, found: left }];
    const filler = texts.find((text) => FILLER.test(text.trim()));
    const repair = without(template, entry.field);
    if (filler && field(entry.field).type !== 'choice')
      return [{ code: 'filler', severity: 'should', field: entry.field, found: filler, repair }];
    const address =
      entry.field === 'jobTitle' ? texts.find((text) => FORM_OF_ADDRESS.test(text.trim())) : undefined;
    return address
      ? [{ code: 'form-of-address', severity: 'should', field: 'jobTitle', found: address, repair }]
      : [];
  });

/** Lengths of IIM 4.2 in bytes of UTF-8, for texts without placeholders. */
const lengths: Check = ({ entries }) =>
  entries.flatMap((entry): Advice[] => {
    const { iim, type } = field(entry.field);
    if (!iim || type === 'date') return [];
    const longest = Math.max(0, ...entry.texts.filter(isLiteral).map(utf8Length));
    const found = `${longest} of ${iim.maxBytes} bytes`;
    if (longest > iim.maxBytes)
      return [{ code: 'cut-in-iim', severity: 'should', field: entry.field, found }];
    return longest > iim.maxBytes * 0.8 && iim.maxBytes > 8
      ? [{ code: 'near-iim-limit', severity: 'note', field: entry.field, found }]
      : [];
  });

/** Description, title, date belong to the single picture: a standing template leaves them alone. */
const individual: Check = (template) =>
  template.kind === 'job'
    ? []
    : template.entries.flatMap((entry): Advice[] => {
        const { nature } = field(entry.field);
        const alone = entry.texts.length > 0 && entry.texts.every(isLiteral);
        const careful =
          entry.rule === 'fill' ||
          entry.rule === 'after' ||
          entry.rule === 'before' ||
          entry.rule === 'erase';
        return nature === 'individual' && alone && !careful && entry.field !== 'keywords'
          ? [
              {
                code: 'individual-in-standing',
                severity: entry.field === 'dateCreated' || entry.field === 'title' ? 'should' : 'note',
                field: entry.field,
                repair: template.entries.map((one) =>
                  one === entry ? { ...one, rule: 'fill' as const } : one,
                ),
              },
            ]
          : [];
      });

export const textChecks: readonly Check[] = [
  fillIns,
  leftOvers,
  syntax,
  cycles,
  placeholders,
  lengths,
  individual,
];
