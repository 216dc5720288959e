import type { StoredRecord } from '@/server/db/stored';

/** The files that belong to a photo beside the one that stands for it: "+ raw + sidecar". */
export function otherFiles({ raw, sidecar }: Pick<StoredRecord, 'raw' | 'sidecar'>): string | undefined {
  const words = [raw && '+ raw', sidecar && '+ sidecar'].filter(Boolean);
  return words.length > 0 ? words.join(' ') : undefined;
}
