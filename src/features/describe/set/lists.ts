import type { ListedValues } from '@/server/operations/photos/listValues';
import type { PhotoView } from './view';

/** A list as the server told it: `until` says from where on to ask for what changed since, `snapshot` what it shows. */
export interface PhotoList {
  readonly total: number;
  readonly snapshot?: string;
  readonly until?: string;
  readonly views: readonly PhotoView[];
}

/** What the pictures of an assignment hold in every field, by id. Equal values are the same object. */
export interface ValueTable {
  /** From where on to ask for what changed; not known where everything is to be read. */
  readonly until: string | undefined;
  readonly snapshot: string | undefined;
  readonly rows: ReadonlyMap<string, ListedValues>;
}
