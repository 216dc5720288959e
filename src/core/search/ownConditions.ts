/** Conditions that are about something other than a field. */
export type OwnCondition =
  /** Dates as far as they are named: "2026", "2026-03" or "2026-03-04"; both ends belong to it. */
  | ({ readonly kind: 'taken' } & Period)
  | { readonly kind: 'rating'; readonly least: number }
  /** Of the upright picture, in pixels. */
  | { readonly kind: 'side'; readonly least: number }
  | { readonly kind: 'near'; readonly km: number; readonly latitude: number; readonly longitude: number }
  | { readonly kind: 'assignment'; readonly name: string }
  | { readonly kind: 'gathering'; readonly name: string }
  | { readonly kind: 'fact'; readonly name: string; readonly value: string }
  | { readonly kind: 'format'; readonly format: string }
  | { readonly kind: 'state'; readonly state: PictureState }
  | { readonly kind: 'template'; readonly name: string }
  /** The first eight hexadecimal digits of the run's id. */
  | { readonly kind: 'run'; readonly run: string }
  | { readonly kind: 'licensed'; readonly to: string }
  | ({ readonly kind: 'licence-ends' } & Period)
  | { readonly kind: 'unlicensed' }
  /** A rule of the assignment's checklist, by its name; without one, any rule that must pass. */
  | { readonly kind: 'check'; readonly rule?: string }
  | { readonly kind: 'without'; readonly words: string };

export interface Period {
  readonly from?: string;
  readonly to?: string;
}

export const pictureStates = [
  'draft',
  'changed outside',
  'missing',
  'unreadable',
  'disagrees',
  'contradictory',
] as const;
export type PictureState = (typeof pictureStates)[number];
const stateWords: Readonly<Record<PictureState, string>> = {
  draft: 'has drafts',
  'changed outside': 'was changed outside',
  missing: 'is missing',
  unreadable: 'cannot be read',
  disagrees: 'has records that disagree',
  contradictory: 'contradicts itself',
};

type Of<K extends OwnCondition['kind']> = Extract<OwnCondition, { kind: K }>;
interface Row<K extends OwnCondition['kind']> {
  /** Of the whole sentence. */
  readonly pattern: RegExp;
  readonly read: (found: RegExpExecArray) => Omit<Of<K>, 'kind'> | undefined;
  readonly text: (condition: Of<K>) => string;
}

const DATE = String.raw`\d{4}(?:-\d{2}){0,2}`;
const periodPattern = (subject: string) =>
  new RegExp(`^${subject}(?: in (${DATE}))?(?: from (${DATE}))?(?: to (${DATE}))?$`, 'i');
function periodOf([, within, after, before]: RegExpExecArray): Period | undefined {
  const [from, to] = [within ?? after, within ?? before];
  return from || to ? { ...(from ? { from } : {}), ...(to ? { to } : {}) } : undefined;
}
function periodText(subject: string, { from, to }: Period): string {
  if (from !== undefined && from === to) return `${subject} in ${from}`;
  return [subject, from && `from ${from}`, to && `to ${to}`].filter(Boolean).join(' ');
}

/** With more decimals a number would be written with an exponent. */
const DEGREES = String.raw`-?\d{1,3}(?:\.\d{1,6})?`;

const rows: { readonly [K in OwnCondition['kind']]: Row<K> } = {
  taken: { pattern: periodPattern('taken'), read: periodOf, text: (one) => periodText('Taken', one) },
  rating: {
    pattern: /^rating is at least ([1-5])$/i,
    read: ([, least]) => ({ least: Number(least) }),
    text: ({ least }) => `Rating is at least ${least}`,
  },
  side: {
    pattern: /^longer side is at least (\d{1,7})$/i,
    read: ([, least]) => ({ least: Number(least) }),
    text: ({ least }) => `Longer side is at least ${least}`,
  },
  near: {
    pattern: new RegExp(`^within (\\d{1,5}(?:\\.\\d{1,3})?) km of (${DEGREES}), ?(${DEGREES})$`, 'i'),
    read: ([, km, latitude, longitude]) =>
      Math.abs(Number(latitude)) <= 90 && Math.abs(Number(longitude)) <= 180
        ? { km: Number(km), latitude: Number(latitude), longitude: Number(longitude) }
        : undefined,
    text: ({ km, latitude, longitude }) => `Within ${km} km of ${latitude}, ${longitude}`,
  },
  assignment: {
    pattern: /^assignment is (.+)$/is,
    read: ([, name]) => ({ name: name! }),
    text: ({ name }) => `Assignment is ${name}`,
  },
  gathering: {
    pattern: /^gathering is (.+)$/is,
    read: ([, name]) => ({ name: name! }),
    text: ({ name }) => `Gathering is ${name}`,
  },
  fact: {
    pattern: /^fact (\S(?:.*?\S)?) is (.+)$/is,
    read: ([, name, value]) => ({ name: name!, value: value! }),
    text: ({ name, value }) => `Fact ${name} is ${value}`,
  },
  format: {
    pattern: /^format is (\w+)$/i,
    read: ([, format]) => ({ format: format!.toLowerCase() }),
    text: ({ format }) => `Format is ${format}`,
  },
  state: {
    pattern: /^file (.+)$/i,
    read: ([, words]) => {
      const state = pictureStates.find((one) => stateWords[one] === words!.toLowerCase());
      return state && { state };
    },
    text: ({ state }) => `File ${stateWords[state]}`,
  },
  template: {
    pattern: /^draft is from the template (.+)$/is,
    read: ([, name]) => ({ name: name! }),
    text: ({ name }) => `Draft is from the template ${name}`,
  },
  run: {
    pattern: /^run is ([0-9a-f]{8})$/i,
    read: ([, run]) => ({ run: run!.toLowerCase() }),
    text: ({ run }) => `Run is ${run}`,
  },
  licensed: {
    pattern: /^licence is to (.+)$/is,
    read: ([, to]) => ({ to: to! }),
    text: ({ to }) => `Licence is to ${to}`,
  },
  'licence-ends': {
    pattern: periodPattern('licence ends'),
    read: periodOf,
    text: (one) => periodText('Licence ends', one),
  },
  unlicensed: { pattern: /^licence is missing$/i, read: () => ({}), text: () => 'Licence is missing' },
  check: {
    pattern: /^check fails(?: in (.+))?$/is,
    read: ([, rule]) => (rule === undefined ? {} : { rule }),
    text: ({ rule }) => (rule === undefined ? 'Check fails' : `Check fails in ${rule}`),
  },
  without: {
    pattern: /^without the words? (.+)$/is,
    read: ([, words]) => ({ words: words! }),
    text: ({ words }) => `Without the words ${words}`,
  },
};

export function ownCondition(sentence: string): OwnCondition | undefined {
  for (const [kind, { pattern, read }] of Object.entries(rows)) {
    const found = pattern.exec(sentence);
    const condition = found && read(found);
    if (condition) return { kind, ...condition } as OwnCondition;
  }
  return undefined;
}

export const isOwn = (condition: { readonly kind: string }): condition is OwnCondition =>
  Object.hasOwn(rows, condition.kind);
export const ownText = <K extends OwnCondition['kind']>(condition: Of<K>): string =>
  (rows[condition.kind as K] as Row<K>).text(condition);
