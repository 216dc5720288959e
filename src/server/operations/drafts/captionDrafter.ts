import { asList } from '../../../core/catalogue/value';
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

function writtenElsewhere(name: string, caption: string): OperationError {
  const now = caption === '' ? 'was emptied' : `is now “${caption}”`;
  return failure('caption-written-elsewhere', { name, now });
}
