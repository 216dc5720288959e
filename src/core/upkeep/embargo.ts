/** A sentence about an embargo, and its last day, ISO 8601. */
export interface Embargo {
  readonly sentence: string;
  readonly until: string;
}

/** A period behind a day or an abbreviated month ends no sentence. */
const SENTENCE_END = /\n+|(?<=[;!?])\s+|(?<=\d{4}\.)\s+|(?<=\p{Ll}{3}\.)\s+(?=\p{Lu})/u;
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const MONTH = '(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]{0,6}\\.?';
const forms: readonly (readonly [RegExp, (found: RegExpExecArray) => readonly (string | number)[]])[] = [
  [/\b(\d{4})-(\d\d)-(\d\d)\b/, ([, year, month, day]) => [year!, month!, day!]],
  [
    new RegExp(`\\b(\\d{1,2})\\.? ${MONTH},? (\\d{4})\\b`, 'i'),
    ([, day, month, year]) => [year!, monthOf(month!), day!],
  ],
  [
    new RegExp(`\\b${MONTH} (\\d{1,2}),? (\\d{4})\\b`, 'i'),
    ([, month, day, year]) => [year!, monthOf(month!), day!],
  ],
];
const monthOf = (name: string) => MONTHS.indexOf(name.slice(0, 3).toLowerCase()) + 1;

/** Finds the sentence of an embargo with a date in a text. Ambiguous dates (03/04/2026) are not read. */
export function embargoIn(text: string): Embargo | undefined {
  for (const sentence of text.split(SENTENCE_END)) {
    if (!/\bembargo/i.test(sentence)) continue;
    for (const [form, partsOf] of forms) {
      const found = form.exec(sentence);
      const until = found && dayOf(partsOf(found));
      if (until) return { sentence: sentence.trim(), until };
    }
  }
  return undefined;
}

/** Returns undefined for a day that the calendar does not have. */
function dayOf([year, month, day]: readonly (string | number)[]): string | undefined {
  const text = `${year}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  const date = new Date(`${text}T00:00:00Z`);
  return Number.isNaN(date.getTime()) || date.toISOString().slice(0, 10) !== text ? undefined : text;
}
