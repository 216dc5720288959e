'use client';

import type { FieldId } from '@/core/catalogue/fields';
import type { Entry } from '@/core/templates/template';
import { AddressRepair } from '../../fields/AddressRepair';
import type { BookEntry } from '../book/bookState';
import { Builder } from './Builder';
import { NoticeBuilder } from './NoticeBuilder';
import { CountryBuilder, PositionBuilder } from './PlaceBuilders';
import { TermsWordings } from './TermsWordings';

/** What helps to write a field; opens beneath its line. */
export function FieldBuilder({
  id,
  entry,
  onType,
  put,
}: {
  id: FieldId;
  entry: BookEntry | undefined;
  onType: (id: FieldId, typed: string) => void;
  put: (made: readonly Entry[]) => void;
}) {
  const typed = entry?.typed ?? '';
  const type = (text: string) => onType(id, text);
  switch (id) {
    case 'copyrightNotice':
      return (
        <Builder words="build the notice">
          <NoticeBuilder typed={typed} onType={type} />
        </Builder>
      );
    case 'usageTerms':
      return (
        <Builder words="common wordings">
          <TermsWordings onType={type} />
        </Builder>
      );
    case 'country':
      return (
        <Builder words="with its code">
          <CountryBuilder rule={entry?.rule ?? 'fill'} put={put} />
        </Builder>
      );
    case 'gpsLatitude':
      return (
        <Builder words="put in a position">
          <PositionBuilder put={put} />
        </Builder>
      );
    default:
      return <AddressRepair field={id} typed={typed} onType={type} />;
  }
}
