'use client';

import { useCallback, useRef, useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import { asList, asText, isEmpty } from '@/core/catalogue/value';
import { these } from '@/core/drafts/scope';
import type { Writing } from '@/server/operations/drafts/writing';
import { valuesOfPicture } from '../desk/copied';
import type { PhotoView } from '../set/view';
import type { Write, WritingState } from '../store/useWriting';

/** What a picture takes over from the one before: its words, people and place, not its own date or rating. */
const TAKEN_OVER: readonly FieldId[] = [
  'description',
  'keywords',
  'personShown',
  'headline',
  'title',
  'eventName',
  'sublocation',
  'city',
  'state',
  'country',
  'countryCode',
];

/** Where a writing is repeated: the box of captions, keywords or people, or a field. */
const placeOf = (writing: Writing): string | undefined => {
  switch (writing.kind) {
    case 'caption':
      return 'caption';
    case 'add-keywords':
      return 'keywords';
    case 'add-people':
      return 'people';
    case 'set':
      return writing.field;
    default:
      return undefined;
  }
};

/** Writes, and remembers the last writing of each box: it can be repeated, and all be taken over from another picture. */
export function useRepeat(
  assignmentId: string,
  { write, whenSaved }: Pick<WritingState, 'write' | 'whenSaved'>,
) {
  const last = useRef(new Map<string, Writing>());
  const [message, setMessage] = useState('');
  const remember: Write = useCallback(
    (scope, writing, how) => {
      const place = placeOf(writing);
      const isSaid = writing.kind !== 'caption' || writing.text.trim() !== '';
      if (place && isSaid) last.current.set(place, writing);
      if (writing.kind === 'caption' && writing.addPeople)
        last.current.set('people', { kind: 'add-people', terms: writing.addPeople });
      write(scope, writing, how);
    },
    [write],
  );
  const repeat = useCallback(
    (place: string, to: PhotoView) => {
      const writing = last.current.get(place);
      setMessage(writing ? '' : 'Nothing was written there before.');
      if (!writing) return;
      // What was met was met on another picture.
      const again: Writing = writing.kind === 'caption' ? { kind: 'caption', text: writing.text } : writing;
      write(these([to.id]), again);
    },
    [write],
  );
  const takeOver = useCallback(
    async (from: PhotoView, to: PhotoView) => {
      try {
        // What was just typed on it, too.
        await whenSaved();
        const held = await valuesOfPicture(assignmentId, from.id);
        const values = Object.fromEntries(
          TAKEN_OVER.filter((id) => !isEmpty(held[id])).map((id) => [id, held[id]!]),
        );
        if (Object.keys(values).length === 0) return setMessage(`${from.name} holds nothing to take over.`);
        write(these([to.id]), { kind: 'set-fields', values });
        const words = [asText(held.description).slice(0, 40), ...asList(held.personShown)].filter(Boolean);
        setMessage(`Taken over from ${from.name}: ${words.join(', ') || 'its fields'}.`);
      } catch (error) {
        setMessage(`Not taken over: ${(error as Error).message}`);
      }
    },
    [assignmentId, write, whenSaved],
  );
  return { write: remember, repeat, takeOver, message, showMessage: setMessage };
}
