import { type Condition, conditionText } from '../search/condition';
import { isoDay } from '../wording/formatDate';

/** Problems of pictures, most important first. */
export const concernIds = [
  'missing',
  'unreadable',
  'changed-outside',
  'disagrees',
  'contradictory',
  'no-creator',
  'no-notice',
  'no-contact',
  'licence-ends',
  'drafts',
] as const;
export type ConcernId = (typeof concernIds)[number];

/** Licences that end within this period are listed. */
const LICENCE_DAYS = 60;
const DAY_MS = 24 * 60 * 60 * 1000;

const empty = (...subjects: readonly (Condition & { kind: 'empty' })['subject'][]): Condition[] =>
  subjects.map((subject) => ({ kind: 'empty', subject }));

const conditions: Readonly<Record<ConcernId, (now: Date) => readonly Condition[]>> = {
  missing: () => [{ kind: 'state', state: 'missing' }],
  unreadable: () => [{ kind: 'state', state: 'unreadable' }],
  'changed-outside': () => [{ kind: 'state', state: 'changed outside' }],
  disagrees: () => [{ kind: 'state', state: 'disagrees' }],
  contradictory: () => [{ kind: 'state', state: 'contradictory' }],
  'no-creator': () => empty('creator'),
  'no-notice': () => empty('copyrightNotice'),
  'no-contact': () => empty('contactEmail', 'contactPhone', 'contactWeb', 'webStatement', 'licensor'),
  'licence-ends': (now) => [
    {
      kind: 'licence-ends',
      from: isoDay(now),
      to: isoDay(new Date(now.getTime() + LICENCE_DAYS * DAY_MS)),
    },
  ],
  drafts: () => [{ kind: 'state', state: 'draft' }],
};

/** Returns the search conditions, as sentences, that find the pictures of a concern. */
export const concernSearch = (id: ConcernId, now: Date): string[] => conditions[id](now).map(conditionText);
