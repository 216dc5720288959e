import type { FieldId } from '../../catalogue/fields';
import { contradictions } from '../../checks/contradictions';
import { noticeElements } from '../../rights/notice';
import { withSign, withYearTaken, writtenYears } from '../../rights/noticeParts';
import { noticeSketch } from '../../rights/noticeSketch';
import { placeholdersIn } from '../placeholders';
import type { Entry } from '../template';
import type { Advice, Check } from './advice';
import { allTexts, entryOf, textOf, withTexts } from './entries';

/** A year typed into a standing text stays when the next one begins. */
const years: Check = (template) =>
  (['copyrightNotice', 'usageTerms', 'creditLine'] as const).flatMap((id): Advice[] => {
    const found = writtenYears(textOf(template, id)).at(-1);
    if (!found) return [];
    const mended = withTexts(template, id, withYearTaken);
    const repairs = mended.some((one, i) => one.texts.join() !== template.entries[i]!.texts.join());
    return [
      {
        code: 'written-year',
        severity: id === 'copyrightNotice' ? 'should' : 'note',
        field: id,
        found,
        ...(repairs ? { repair: mended } : {}),
      },
    ];
  });

/** The three elements of 17 U.S.C. § 401(b), with placeholders counted as what they will give. */
const notice: Check = (template) => {
  const entry = entryOf(template, 'copyrightNotice');
  if (!entry) return [];
  const text = textOf(template, 'copyrightNotice');
  const { sign, year, owner, letterInBrackets } = noticeElements(noticeSketch(text));
  const lacking = [!sign && 'sign', !year && 'year', !owner && 'owner'].filter((one) => one !== false);
  const advice: Advice[] =
    lacking.length > 0
      ? [{ code: 'notice-lacks', severity: 'should', field: 'copyrightNotice', found: lacking.join(', ') }]
      : [];
  if (letterInBrackets)
    advice.push({
      code: 'letter-for-sign',
      severity: 'note',
      field: 'copyrightNotice',
      repair: withTexts(template, 'copyrightNotice', withSign),
    });
  return advice;
};

const publicDomain: Check = (template) =>
  textOf(template, 'rightsStatus') === 'public-domain'
    ? [
        {
          code: 'status-public-domain',
          severity: 'should',
          field: 'rightsStatus',
          repair: withTexts(template, 'rightsStatus', () => 'in-copyright'),
        },
      ]
    : [];

/** Status, notice, terms and licence against each other, as far as they are in one template. */
const contradicting: Check = (template) => {
  const values = Object.fromEntries(
    template.entries.filter((one) => one.rule !== 'erase').map((one) => [one.field, one.texts.join(', ')]),
  );
  return contradictions(values)
    .filter((one) => one.severity !== 'info')
    .map((one) => ({
      code: 'contradicts' as const,
      severity: 'should' as const,
      field: one.part as FieldId,
      found: one.code,
    }));
};

/** A template that states an owner should say how the rights are stated and how the owner is reached. */
const completeness: Check = (template) => {
  const states = (id: FieldId) => entryOf(template, id) !== undefined;
  const reach = (['contactEmail', 'contactPhone', 'contactWeb'] as const).some(states);
  const inNotice = allTexts(entryOf(template, 'copyrightNotice') ?? none).some(
    (text) =>
      /@|https?:|www\./.test(text) || placeholdersIn(text).some((name) => /e-mail|telephone|web/i.test(name)),
  );
  const advice: Advice[] = [];
  if (states('usageTerms') && !states('copyrightNotice') && template.kind === 'standing')
    advice.push({ code: 'no-notice', severity: 'note', field: 'copyrightNotice' });
  // Somebody else's pictures, filled where a field is empty, are not reached through one's own details.
  const own = entryOf(template, 'creator')?.rule === 'overwrite';
  if (own && !reach && !inNotice && template.kind === 'standing')
    advice.push({ code: 'no-reach', severity: 'note', field: 'contactPhone' });
  return advice;
};

const none: Entry = { field: 'copyrightNotice', rule: 'overwrite', texts: [] };

export const rightsChecks: readonly Check[] = [notice, years, publicDomain, contradicting, completeness];
