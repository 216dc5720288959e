import { creditsLine, withCredits } from '../../../core/captions/credits';
import { asList, structuresOf } from '../../../core/catalogue/value';
import type { Context } from '../../context';
import type { OperationError } from '../../problems/errors';
import { failure } from '../../problems/errors';
import { inForceOf } from '../assignments/inForce';
import { captionOf } from './captionWords';
import { checkedValue } from './checkedValue';
import { type Drafter, handDraft } from './drafter';
import type { Writing } from './writing';

/** A caption in front of the sign-off, and with it the people that it names. */
export async function captionDrafter(
  context: Context,
  assignmentId: string,
  { text, met, addPeople = [], removePeople = [] }: Extract<Writing, { kind: 'caption' }>,
): Promise<Drafter> {
  checkedValue('description', text);
  checkedValue('personShown', addPeople);
  const { signOffOf } = await inForceOf(context, assignmentId);
  return {
    draftsOf: (photo) => {
      const { caption, values, withWords } = captionOf(photo, signOffOf);
      if (met && caption !== text && !met.includes(caption)) throw writtenElsewhere(photo.name, caption);
      const words = handDraft('description', withWords(text));
      if (addPeople.length + removePeople.length === 0) return words;
      const shown = new Set(asList(values.personShown));
      for (const name of removePeople) shown.delete(name);
      for (const name of addPeople) shown.add(name);
      return new Map([...words, ...handDraft('personShown', [...shown])]);
    },
  };
}

/** A line of each picture's own credits under its own caption; pictures without credits stay as they are. */
export async function creditsDrafter(
  context: Context,
  assignmentId: string,
  { pattern, former }: Extract<Writing, { kind: 'credits-line' }>,
): Promise<Drafter> {
  const { signOffOf } = await inForceOf(context, assignmentId);
  return {
    draftsOf: (photo) => {
      const { caption, values, withWords } = captionOf(photo, signOffOf);
      const line = creditsLine(structuresOf(values.contributor), pattern);
      if (line === '') return new Map();
      return handDraft(
        'description',
        checkedValue('description', withWords(withCredits(caption, former, line))),
      );
    },
  };
}

function writtenElsewhere(name: string, caption: string): OperationError {
  const now = caption === '' ? 'was emptied' : `is now “${caption}”`;
  return failure('caption-written-elsewhere', { name, now });
}
