import { type SiteProfile, siteProfiles } from '../../../core/readout/siteProfiles';
import type { LicenceSearch } from '../../operations/deliveries/licences';
import { type ReportFormat, reportFormats } from '../../operations/deliveries/report';
import { type ReceiptFormat, receiptFormats } from '../../operations/runs/exportReceipt';
import type { RunSearch } from '../../operations/runs/listRuns';
import type { AssignmentSearch } from '../../operations/workshop/readWorkshop';
import { querySchema } from '../query';

/** What may be behind the "?" of an address. */
const path = { type: 'string', maxLength: 4096 };
const name = { type: 'string', maxLength: 4096 };
const whole = (maximum: number) => ({ type: 'integer', minimum: 0, maximum });
/** Pixels of the longer side. */
const side = { type: 'integer', minimum: 1, maximum: 10_000 };
/** Revision of a picture: makes an address of its own, so that a cache keeps each. */
const at = { type: 'string', maxLength: 200 };

export const pathQuery = querySchema<{ path: string }>({ path: { ...path, default: '' } });
export const previewQuery = querySchema<{ side?: number; former?: boolean }>({
  side,
  at,
  former: { type: 'boolean' },
});
export const sourcePreviewQuery = querySchema<{ path: string; side?: number }>({ path, side, at }, ['path']);
export const runItemsQuery = querySchema<{ from: number; most: number }>({
  from: { ...whole(1_000_000), default: 0 },
  most: { ...whole(200), default: 50 },
});
const day = { type: 'string', format: 'date' };
export const runsQuery = querySchema<RunSearch>({
  words: { type: 'string', maxLength: 200 },
  kind: { enum: ['import', 'embed', 'deliver', 'undo'] },
  from: day,
  to: day,
  behind: { type: 'string', format: 'uuid' },
});
export const suggestionsQuery = querySchema<{ typed: string }>(
  { typed: { type: 'string', minLength: 1, maxLength: 200 } },
  ['typed'],
);
export const workshopQuery = querySchema<AssignmentSearch>({
  of: { enum: ['present', 'archived', 'all'], default: 'present' },
  find: { type: 'string', maxLength: 200, default: '' },
  most: { ...whole(10_000), minimum: 1, default: 40 },
});
export const receiptQuery = querySchema<{ as: ReceiptFormat }>({ as: { enum: receiptFormats } }, ['as']);
export const reportQuery = querySchema<{ as: ReportFormat }>({ as: { enum: reportFormats } }, ['as']);
export const signatureQuery = querySchema<{ name: string }>({ name: { ...name, default: '' } });
export const licenceQuery = querySchema<LicenceSearch>({
  words: { type: 'string', maxLength: 200 },
  endsFrom: day,
  endsTo: day,
  assignmentId: { type: 'string', format: 'uuid' },
});
export const siteQuery = querySchema<{ name: string; profile: SiteProfile }>(
  { name: { ...name, default: '' }, profile: { enum: Object.keys(siteProfiles) } },
  ['profile'],
);
export const templateFileQuery = querySchema<{ name: string }>({ name: { ...name, default: '' } });
export const templateExportQuery = querySchema<{ as: 'json' | 'xmp'; details?: 'written' }>({
  as: { enum: ['json', 'xmp'], default: 'json' },
  details: { enum: ['written', 'named'] },
});
/** A transaction number of PostgreSQL. */
export const sinceQuery = querySchema<{ since?: string }>({
  since: { type: 'string', pattern: '^\\d{1,18}$' },
});
export const arrivingQuery = querySchema<{ name: string; size: number; modified: number; offset: number }>(
  {
    name,
    size: whole(Number.MAX_SAFE_INTEGER),
    modified: { type: 'number', default: 0 },
    offset: { ...whole(Number.MAX_SAFE_INTEGER), default: 0 },
  },
  ['name', 'size'],
);
