import { type FieldId, field, fieldIds } from '../catalogue/fields';
import { type FieldValue, isEmpty, type Structure } from '../catalogue/value';
import type { Wanted } from '../mapping/write';
import type { MakerAnswer } from '../rights/makers';
import { valuesComing } from '../templates/incoming';
import type { PlaceholderContext } from '../templates/placeholders';
import type { Values } from '../templates/resolution';
import type { CompiledTemplates } from '../templates/resolve';
import type { DeliveryPlan, LicenceGranted } from './deliveryPlan';
import { licenceTerms } from './licence';

export interface CopySource {
  /** What the files say together, and what is drafted over it; null erases. */
  readonly values: Values;
  readonly drafts: Wanted;
  readonly context: PlaceholderContext;
  readonly templates: CompiledTemplates;
  /** Of a picture of another maker, what was answered about him; undefined for one's own. */
  readonly maker: MakerAnswer | undefined;
}

export interface CopyValues {
  /** What the copy says, field by field. */
  readonly after: Values;
  /** What is to be written into it; null erases from records that go along. */
  readonly wanted: Wanted;
}

const positionFields: readonly FieldId[] = ['gpsLatitude', 'gpsLongitude', 'gpsAltitude'];
const placeFields: readonly FieldId[] = ['locationCreated', 'locationShown'];
const positionMembers = ['latitude', 'longitude', 'altitude', 'altitudeRef'];

/** Who made it, who owns it and on what terms, how they are reached. */
const rightsFields: ReadonlySet<FieldId> = new Set(
  fieldIds.filter((id) => ['made', 'owned', 'reached'].includes(field(id).question)),
);

type What = Pick<DeliveryPlan, 'metadata' | 'fields' | 'withoutNotice' | 'removes' | 'licence'>;

/**
 * Works out what one copy says: what is written in the picture and drafted over it, what the delivery's templates make of
 * that, the licence, without what is to be removed, and of it only what is to leave. Templates and licence never
 * speak for another maker.
 */
export function copyValues(source: CopySource, what: What): CopyValues {
  const { values, drafts, templates, context, maker } = source;
  const own = maker === undefined || maker === 'me';
  const held: { [K in FieldId]?: FieldValue } = { ...(values as { [K in FieldId]?: FieldValue }) };
  const erased = new Set<FieldId>();
  const put = (id: FieldId, value: FieldValue | null) => {
    if (value === null || isEmpty(value)) {
      delete held[id];
      erased.add(id);
    } else {
      held[id] = value;
      erased.delete(id);
    }
  };
  for (const [id, value] of drafts) put(id, value);
  const additions = valuesComing(templates, held, context, {
    leave: !own && maker !== 'fill',
    onlyEmpty: maker === 'fill',
    keywords: [],
  });
  for (const [id, { value }] of additions) put(id, value);
  if (what.licence?.isWritten && own)
    for (const [id, value] of licenceValues(what.licence, additions.has('usageTerms'))) put(id, value);
  if (what.removes.includes('coordinates')) withoutPosition(held, put);
  const leaves = leavingBy(what);
  const after = Object.fromEntries(Object.entries(held).filter(([id]) => leaves(id as FieldId))) as Values;
  return {
    after,
    wanted: new Map([
      ...(what.metadata === 'everything' ? [...erased].map((id) => [id, null] as const) : []),
      // What is only shown is in a camera's own records, which go along.
      ...(Object.entries(after) as [FieldId, FieldValue][]).filter(([id]) => !field(id).shownOnly),
    ]),
  };
}

/** Which fields leave. The notice always does, unless its absence was confirmed twice. */
function leavingBy({ metadata, fields, withoutNotice }: What): (id: FieldId) => boolean {
  if (metadata === 'everything') return () => true;
  if (metadata === 'rights') return (id) => rightsFields.has(id);
  const chosen = new Set<FieldId>(withoutNotice ? fields : [...fields, 'copyrightNotice']);
  return (id) => chosen.has(id);
}

function withoutPosition(held: Values, put: (id: FieldId, value: FieldValue | null) => void): void {
  for (const id of positionFields) put(id, null);
  for (const id of placeFields) {
    const places = held[id];
    if (!Array.isArray(places)) continue;
    const bare = (places as readonly (string | Structure)[]).map((place) =>
      typeof place === 'string'
        ? place
        : Object.fromEntries(Object.entries(place).filter(([name]) => !positionMembers.includes(name))),
    );
    put(id, bare as FieldValue);
  }
}

/** PLUS LDF 2.0.1; the terms in words too, where no template of the delivery states them. */
function licenceValues(
  licence: LicenceGranted,
  hasTerms: boolean,
): readonly (readonly [FieldId, FieldValue])[] {
  const { licensee, from, until, reference } = licence;
  const terms = licenceTerms(licence);
  const fields: readonly (readonly [FieldId, FieldValue])[] = [
    ['licensee', licensee.trim() === '' ? [] : [{ name: licensee.trim() }]],
    ['licenseStartDate', from],
    ['licenseEndDate', until],
    ['licenseId', reference.trim()],
    ['termsAndConditionsText', terms],
    ['usageTerms', hasTerms ? '' : terms],
  ];
  return fields.filter(([, value]) => !isEmpty(value));
}
