import { cutUtf8, utf8Length } from '../bytes/text';
import { type FieldId, field } from '../catalogue/fields';
import type { IimPlace } from '../catalogue/row';
import { asList, type FieldValue } from '../catalogue/value';
import { allowsLineFeeds } from '../iim/datasets';

/** A form of its own that a DataSet gives to a text: a function each way, undefined where it cannot. */
interface IimForm {
  readonly read: (text: string) => string | undefined;
  /** `held` are the texts that are there: one that says the same stays as it is. */
  readonly write: (text: string, held: readonly string[]) => string | undefined;
}

/** IIM 4.2, 2:04 (appendix of Object Attributes; from memory): number and name. */
const ATTRIBUTES = [
  ...['Current', 'Analysis', 'Archive material', 'Background', 'Feature', 'Forecast', 'History', 'Obituary'],
  ...[
    'Opinion',
    'Polls and surveys',
    'Profile',
    'Results listings and tables',
    'Side bar and supporting information',
  ],
  ...[
    'Summary',
    'Transcript and verbatim',
    'Interview',
    'From the scene',
    'Retrospective',
    'Statistics',
    'Update',
  ],
  ...['Wrap-up', 'Press release'],
];

const attribute = (text: string) => /^\d{3}:(.*)$/s.exec(text)?.[1] ?? text;
const subject = (text: string) => text.split(':').find((part) => /^\d{8}$/.test(part));

export const iimForms: Readonly<Record<NonNullable<IimPlace['form']>, IimForm>> = {
  /** "IPTC:01000000:::" (IIM 4.2, 2:12): provider, number, and names that may be left out. */
  'subject-reference': {
    read: subject,
    write: (text, held) =>
      held.find((one) => subject(one) === text) ?? (subject(text) ? `IPTC:${text}:::` : undefined),
  },
  /** "005:Feature" (IIM 4.2, 2:04). */
  'attribute-reference': {
    read: attribute,
    write: (text, held) => {
      const number = ATTRIBUTES.findIndex((name) => name.toLowerCase() === text.toLowerCase()) + 1;
      return (
        held.find((one) => attribute(one) === text) ??
        (number > 0 ? `${String(number).padStart(3, '0')}:${text}` : undefined)
      );
    },
  },
  /** Three letters (IIM 4.2, 2:100): anything else would be cut into the code of another country. */
  'country-code': {
    read: (text) => text,
    write: (text) => (/^[A-Za-z]{3}$/.test(text) ? text.toUpperCase() : undefined),
  },
};

export interface IimText {
  /** As the DataSet holds it. */
  readonly text: string;
  /** Before it was cut. */
  readonly whole: string;
}

/** The texts that IIM holds of a value: line feeds folded where it takes none, cut at a character to its length. */
export function iimTexts(id: FieldId, value: FieldValue, held: readonly string[] = []): IimText[] {
  const place = field(id).iim;
  if (!place) return [];
  return asList(value).flatMap((one) => {
    const folded = allowsLineFeeds(place.record, place.dataset) ? one : foldedLines(one);
    const whole = place.form ? iimForms[place.form].write(folded, held) : folded;
    if (whole === undefined) return [];
    return [{ text: cutUtf8(whole, place.maxBytes).trimEnd(), whole }];
  });
}

function foldedLines(text: string): string {
  if (!text.includes('\n')) return text;
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .join(' ');
}

/** Octets by which different writers miss the limit, as they cut before, or inside, a character. */
const SLACK = 3;

/**
 * Returns whether an IIM text equals another text, whole or cut at the DataSet's limit: who cut it may have counted
 * octets or characters, and blanks at the cut are lost.
 */
export function isWholeOrCut(held: string, { text, whole }: IimText, maxBytes: number): boolean {
  if (held === text || held === whole) return true;
  if (!whole.startsWith(held)) return false;
  let end = held.length;
  while (end < whole.length && /\s/.test(whole[end]!)) end++;
  const reached = whole.slice(0, end);
  return reached.length >= maxBytes || utf8Length(reached) >= maxBytes - SLACK;
}
