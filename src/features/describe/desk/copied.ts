'use client';

import { useCallback, useState } from 'react';
import { type FieldId, fieldLabel, writtenFieldIds } from '@/core/catalogue/fields';
import type { FieldValue } from '@/core/catalogue/value';
import { these } from '@/core/drafts/scope';
import { counted } from '@/core/wording/counts';
import type { FieldChanges } from '@/server/operations/drafts/writing';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { apiRequest } from '@/ui/api';
import { useKeptState } from '@/ui/useKeptState';
import { valueWords } from '@/ui/valueWords';
import type { PhotoView } from '../set/view';
import type { WritingState } from '../store/useWriting';

/** The metadata of a picture, copied to be put on others. */
export interface Copied {
  readonly id: string;
  readonly name: string;
  readonly values: { readonly [K in FieldId]?: FieldValue };
}

/** What a picture holds in every field that can be written; its caption without the sign-off. */
export async function valuesOfPicture(assignmentId: string, id: string): Promise<Copied['values']> {
  const desk = await apiRequest<Desk>(`assignments/${assignmentId}/desk`, 'POST', {
    scope: these([id]),
    fields: writtenFieldIds,
  });
  const held = writtenFieldIds.flatMap((field) => {
    const value = field === 'description' ? desk.caption.same : desk.fields[field]?.same;
    return value === undefined || value === null || value === '' ? [] : [[field, value] as const];
  });
  return Object.fromEntries(held);
}

/** As text: a line a field, for a letter or a spreadsheet. */
export const textOf = ({ values }: Pick<Copied, 'values'>): string =>
  (Object.entries(values) as [FieldId, FieldValue][])
    .map(([field, value]) => `${fieldLabel(field)}\t${valueWords(field, value).replaceAll('\n', ' ')}`)
    .join('\n');

/** Those of the copied fields that were chosen. */
export const chosenOf = ({ values }: Pick<Copied, 'values'>, chosen: ReadonlySet<FieldId>): FieldChanges =>
  Object.fromEntries(Object.entries(values).filter(([field]) => chosen.has(field as FieldId)));

/** Copies the metadata of a picture: kept in this browser, across reloads and pages, and on the clipboard as text. */
export function useCopied(assignmentId: string, whenSaved: WritingState['whenSaved']) {
  const { value: copied, set } = useKeptState<Copied | undefined>('copied metadata', undefined);
  const [message, setMessage] = useState('');
  const copy = useCallback(
    async ({ id, name }: Pick<PhotoView, 'id' | 'name'>) => {
      try {
        await whenSaved();
        const values = await valuesOfPicture(assignmentId, id);
        const made = { id, name, values };
        set(made);
        const fields = counted(Object.keys(values).length, 'field');
        const isOnClipboard = await navigator.clipboard.writeText(textOf(made)).then(
          () => true,
          () => false,
        );
        setMessage(`${fields} copied${isOnClipboard ? ', as text on the clipboard too' : ''}`);
      } catch (error) {
        setMessage(`Not copied: ${(error as Error).message}`);
      }
    },
    [assignmentId, whenSaved, set],
  );
  return { copied, copy, message };
}
