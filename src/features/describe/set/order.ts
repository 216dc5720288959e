import { type FieldId, fieldLabel, isFieldId } from '@/core/catalogue/fields';
import { asText } from '@/core/catalogue/value';
import { threads } from '@/core/threads/threads';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { isInState } from './show';
import type { PhotoView } from './view';

export const orderWords = {
  place: 'as brought in',
  taken: 'date taken',
  name: 'name',
  state: 'state',
  rating: 'rating',
} as const;
type OrderName = keyof typeof orderWords;

/** In which order pictures are; by a field where it is none of the usual ones. */
export interface Order {
  readonly by: OrderName | FieldId;
  readonly isDown: boolean;
}

const usualOrder: Order = { by: 'place', isDown: false };
const isName = (by: string): by is OrderName => Object.hasOwn(orderWords, by);

/** An order as it is in the address: "taken", "-name". */
export const orderCode = ({ by, isDown }: Order): string =>
  by === 'place' && !isDown ? '' : `${isDown ? '-' : ''}${by}`;

/** The order of an address; as brought in where it says nothing that is known. */
export function orderFrom(code: string | null): Order {
  const isDown = code?.startsWith('-') ?? false;
  const by = (code ?? '').slice(isDown ? 1 : 0);
  return isName(by) || isFieldId(by) ? { by, isDown } : usualOrder;
}

export const orderNeedsValues = ({ by }: Order): boolean => !isName(by);

export const orderByWords = ({ by }: Order): string => (isName(by) ? orderWords[by] : fieldLabel(by));

/** Beyond so many, what is compared is made comparable letter by letter: locale rules take too long. */
const COLLATED = 20_000;
const collator = new Intl.Collator(undefined, { numeric: true });

/** Numbers by their size, and capitals with the small letters, as the collator has them. */
const byLetter = (key: string) => key.toLowerCase().replace(/\d+/g, (digits) => digits.padStart(16, '0'));

/** Pictures in an order; those without what it goes by are last, equals as they were brought in. */
export function inOrder(
  views: readonly PhotoView[],
  { by, isDown }: Order,
  values: ReadonlyMap<string, ListedValues> | undefined,
): readonly PhotoView[] {
  if (by === 'place') return isDown ? [...views].reverse() : views;
  const [compare, key] = views.length > COLLATED ? [byLetters, letterKeyOf] : [collator.compare, keyOf];
  const sign = isDown ? -1 : 1;
  return views
    .map((view) => ({ view, key: key(view, by, values) }))
    .sort((a, b) => {
      if (a.key === '' || b.key === '') return a.key === b.key ? 0 : a.key === '' ? 1 : -1;
      return sign * compare(a.key, b.key);
    })
    .map(({ view }) => view);
}

function keyOf(
  view: PhotoView,
  by: Order['by'],
  values: ReadonlyMap<string, ListedValues> | undefined,
): string {
  switch (by) {
    case 'name':
      return view.name;
    case 'taken':
      return view.taken ?? '';
    case 'rating':
      return view.rating ?? '';
    case 'state':
      return String(urgency(view));
    default:
      return by === 'place' ? '' : asText(values?.get(view.id)?.values[by]).slice(0, 200);
  }
}

/** Names made comparable once: they stay, and a hundred thousand take a fifth of a second. */
const namesByLetter = new WeakMap<PhotoView, string>();

function letterKeyOf(view: PhotoView, by: Order['by'], values: Parameters<typeof keyOf>[2]): string {
  const known = by === 'name' ? namesByLetter.get(view) : undefined;
  if (known !== undefined) return known;
  const key = byLetter(keyOf(view, by, values));
  if (by === 'name') namesByLetter.set(view, key);
  return key;
}

/** What asks for attention first, then drafts, then what lacks most. */
function urgency(view: PhotoView): number {
  if (isInState(view, 'gone') || isInState(view, 'unwritable')) return 1;
  if (isInState(view, 'disagrees') || isInState(view, 'changed')) return 2;
  if (isInState(view, 'draft')) return 3;
  return 4 + threads.filter(({ id }) => view.strip[id] !== 'foot').length;
}

const byLetters = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
