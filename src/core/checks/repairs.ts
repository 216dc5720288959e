import { type FieldId, field } from '../catalogue/fields';
import { asList, asText, type FieldValue, isEmpty, type Structure, structuresOf } from '../catalogue/value';
import { noticeElements } from '../rights/notice';
import { noticeParts, withNoticeParts } from '../rights/noticeParts';
import { isEmailAddress, repairedAddress, webAddressFields } from '../rights/webAddress';
import type { Check, CheckKind, Rule } from './checklist';
import type { PictureFacts, SetFacts } from './facts';
import { peopleNamed, placesWithCoordinates } from './rules/contentTests';

/** New values by field; null empties. */
export type Changes = { readonly [K in FieldId]?: FieldValue | null };

type Repair = (picture: PictureFacts, set: SetFacts) => Changes;

const nothing: Changes = {};

/** What fixes a picture in one step, by the kind of check. Each knows its own field and touches no other. */
const repairs: { readonly [K in CheckKind]?: Repair } = {
  addresses: ({ values }) => ({
    ...ofAddresses(values, webAddressFields),
    ...ofEmail(asText(values.contactEmail)),
  }),
  'licence-link': ({ values }) => ofAddresses(values, ['webStatement']),
  'notice-elements': ({ values }, { today }) => {
    const notice = asText(values.copyrightNotice);
    if (notice.trim() === '') return nothing;
    const { sign, year, owner } = noticeElements(notice);
    const [taken, named] = [yearTaken(values, today), ownerNamed(values)];
    const fixed = withNoticeParts(notice, {
      ...(sign ? {} : { sign: '©' as const }),
      ...(!year && taken ? { year: taken } : {}),
      ...(!owner && named ? { owner: named } : {}),
    });
    const after = noticeElements(fixed);
    // What was put in must be found there again: a name that reads like a notice itself is left to a person.
    const isFixed = after.sign && (after.year || taken === undefined) && (after.owner || named === undefined);
    return fixed === notice || !isFixed ? nothing : { copyrightNotice: fixed };
  },
  'notice-year': ({ values }, { today }) => {
    const [notice, taken] = [asText(values.copyrightNotice), yearTaken(values, today)];
    const fixed = taken ? withNoticeParts(notice, { year: taken }) : notice;
    // In front of “-00” the year becomes a part of “2026 -00”: left to a person.
    const isFixed = noticeParts(fixed).year === taken;
    return fixed === notice || !isFixed ? nothing : { copyrightNotice: fixed };
  },
  /** A notice claims what the status does not say. */
  'rights-agree': ({ values: { rightsStatus, copyrightNotice } }) =>
    isEmpty(rightsStatus) && !isEmpty(copyrightNotice) ? { rightsStatus: 'in-copyright' } : nothing,
  'records-agree': ({ broken, values }) =>
    Object.fromEntries(
      broken.flatMap((id) => (isEmpty(values[id]) || field(id).shownOnly ? [] : [[id, values[id]!]])),
    ),
  'people-shown': (picture, set) => {
    const named = peopleNamed(picture, set);
    return named.length === 0 ? nothing : { personShown: [...asList(picture.values.personShown), ...named] };
  },
  'no-coordinates': ({ values }) => ({
    ...Object.fromEntries(
      (['gpsLatitude', 'gpsLongitude', 'gpsAltitude'] as const).flatMap((id) =>
        isEmpty(values[id]) ? [] : [[id, null]],
      ),
    ),
    ...Object.fromEntries(
      placesWithCoordinates(values).map((id) => [id, structuresOf(values[id]).map(withoutCoordinates)]),
    ),
  }),
};

/** What fixes a picture that fails a rule; undefined where no one step does. */
export function repairOf(rule: Rule, picture: PictureFacts, set: SetFacts): Changes | undefined {
  const changes = repairs[rule.check]?.(picture, set) ?? nothing;
  return Object.keys(changes).length === 0 ? undefined : changes;
}

/** Fields that a template in force may fill, so that a rule passes. */
export function fieldsToFill(check: Check): readonly FieldId[] {
  switch (check.check) {
    case 'field':
      return [check.field];
    case 'one-of':
      return check.fields;
    case 'notice-elements':
      return ['copyrightNotice', 'rightsStatus'];
    case 'licence-link':
      return ['webStatement'];
    case 'owner-stated':
      return ['copyrightOwner'];
    case 'release-stated':
      return ['modelReleaseStatus', 'propertyReleaseStatus'];
    default:
      return [];
  }
}

function ofAddresses(values: PictureFacts['values'], fields: readonly FieldId[]): Changes {
  return Object.fromEntries(
    fields.flatMap((id) => {
      const whole = repairedAddress(asText(values[id]));
      return whole ? [[id, whole]] : [];
    }),
  );
}

/** Without the scheme that links begin with (RFC 6068), where an address is left. */
function ofEmail(text: string): Changes {
  const bare = text.replace(/^mailto:/i, '');
  return bare !== text && isEmailAddress(bare) ? { contactEmail: bare } : nothing;
}

/** The oldest known photograph was taken then. */
const FIRST_YEAR = '1826';

/** Undefined where the date cannot be true: a camera clock that was never set, or is ahead. */
function yearTaken({ dateCreated }: PictureFacts['values'], today: string): string | undefined {
  const year = /^\d{4}/.exec(asText(dateCreated))?.[0];
  return year && year >= FIRST_YEAR && year <= today.slice(0, 4) ? year : undefined;
}

/** The owner, where one is stated, else the creator; nobody where there are several. */
function ownerNamed({ copyrightOwner, creator }: PictureFacts['values']): string | undefined {
  const stated = isEmpty(copyrightOwner) ? asList(creator) : asList(copyrightOwner);
  return stated.length === 1 ? stated[0] : undefined;
}

function withoutCoordinates({ latitude: _, longitude: __, altitude: ___, ...place }: Structure): Structure {
  return place;
}
