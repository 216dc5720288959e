import { hashKey } from '@tanstack/react-query';
import { fieldLabel } from '@/core/catalogue/fields';
import { type CopyFormat, rowOf } from '@/core/deliver/copyFormats';
import {
  type CopySize,
  type DeliveryPlan,
  isRendered,
  type LicenceGranted,
  type VisibleMark,
} from '@/core/deliver/deliveryPlan';
import { licenceDetails } from '@/core/deliver/licence';
import { counted, formatNumber } from '@/core/wording/counts';
import { formatDay } from '@/core/wording/formatDate';

/** The words of a delivery plan: what a person reads in its sentences, and presses to change. */
export const formatWords = (format: CopyFormat): string => rowOf(format)?.name ?? 'they are';

export function sentWords(
  { pictures, rating }: Pick<DeliveryPlan, 'pictures' | 'rating'>,
  count: number,
): string {
  const those = counted(count, 'picture');
  if (pictures === 'all') return `all ${those}`;
  if (pictures === 'passing') return `${those} that ${count === 1 ? 'passes' : 'pass'} the check`;
  if (pictures === 'selected') return `${those} selected in Describe`;
  return `${those} rated ${rating} or more`;
}

export function sizeWords(size: CopySize): string {
  switch (size.by) {
    case 'whole':
      return 'their full size';
    case 'long':
      return `${formatNumber(size.pixels)} pixels on the long side`;
    case 'short':
      return `${formatNumber(size.pixels)} pixels on the short side`;
    case 'box':
      return `at most ${formatNumber(size.width)} × ${formatNumber(size.height)} pixels`;
    case 'megapixels':
      return `${formatNumber(size.amount, 1)} megapixels`;
    case 'percent':
      return `${formatNumber(size.amount)} percent of their size`;
  }
}

export function sizesWords([first, ...further]: readonly CopySize[]): string {
  if (!first) return '';
  return further.length === 0
    ? sizeWords(first)
    : `${sizeWords(first)} and ${counted(further.length, 'further size')}`;
}

export const profileWords: Readonly<Record<DeliveryPlan['profile'], string>> = {
  keep: 'their own colours',
  srgb: 'sRGB',
  p3: 'Display P3',
};

const sharpeningWords = ['', 'sharpened a little', 'sharpened', 'sharpened a lot'] as const;

/** Quality and the finer points; '' where nothing of it applies. */
export function qualityWords(deliveryPlan: DeliveryPlan): string {
  const { format, quality, mostKilobytes, bits, perInch, sharpening, enlarges } = deliveryPlan;
  const parts = [
    rowOf(format)?.takesQuality && `quality ${quality}`,
    mostKilobytes > 0 && `at most ${formatNumber(mostKilobytes)} KB each`,
    bits === 16 && (format === 'tiff' || format === 'png') && '16 bits',
    sharpeningWords[sharpening],
    perInch > 0 && `${perInch} pixels per inch`,
    enlarges && 'enlarged where they are smaller',
  ].filter(Boolean);
  return parts.join(', ') || 'nothing lost';
}

export function metadataWords({ metadata, fields, withoutNotice }: DeliveryPlan): string {
  if (metadata === 'everything') return 'everything that is written';
  if (metadata === 'rights') return 'rights and contact only';
  const named =
    fields.length <= 3 ? fields.map((id) => fieldLabel(id)).join(', ') : counted(fields.length, 'field');
  if (fields.length === 0) return 'chosen fields (none so far)';
  return withoutNotice || fields.includes('copyrightNotice') ? named : `${named} and the notice`;
}

export function markWords(mark: VisibleMark | null, text: string, image: string | undefined): string {
  if (!mark) return 'no mark';
  const what = mark.image ? `the signature “${image ?? '…'}”` : text || mark.text;
  return mark.tiled ? `${what}, all over` : `${what}, ${sizeOfMark(mark.size)}, ${mark.place}`;
}

const sizeOfMark = (size: number): string => (size <= 3.5 ? 'small' : size <= 8 ? 'of usual size' : 'large');

export function placeWords({ to, path }: Pick<DeliveryPlan, 'to' | 'path'>): string {
  const folder =
    path.trim() === '' ? 'a folder (none chosen)' : path.split('/').filter(Boolean).slice(-2).join(' / ');
  if (to === 'archive') return 'one archive to download';
  return to === 'folder' ? folder : `${folder} and one archive to download`;
}

/** "Boat Trust may use them: on its own web pages, in all countries, until 31 March 2029". */
export function licenceWords(licence: LicenceGranted): string {
  const who = `${licence.licensee.trim() || 'somebody (no name so far)'} may use them`;
  const details = licenceDetails(licence, formatDay);
  return details === '' ? who : `${who}: ${details}`;
}

export function besideWords({
  checksums,
  page,
  frozen,
}: Pick<DeliveryPlan, 'checksums' | 'page' | 'frozen'>): string {
  const parts = [
    checksums && 'checksums',
    page && 'a page for the web',
    frozen && 'the camera’s embedded JPEG of each raw file',
  ].filter(Boolean);
  if (parts.length === 0) return 'nothing';
  return parts.length === 1 ? (parts[0] as string) : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
}

/** What is set otherwise than a saved delivery plan says, by name. */
export function differences(kept: DeliveryPlan, deliveryPlan: DeliveryPlan): string[] {
  const words: readonly (readonly [string, readonly (keyof DeliveryPlan)[]])[] = [
    ['pictures', ['pictures', 'rating', 'checklist']],
    ['format', ['format']],
    ['size', ['sizes', 'enlarges']],
    ['quality', ['quality', 'mostKilobytes', 'bits', 'perInch', 'sharpening']],
    ['colours', ['profile']],
    ['names', ['name', 'folder']],
    ['place', ['to', 'path']],
    ['metadata', ['metadata', 'fields', 'withoutNotice', 'removes']],
    ['templates', ['templates']],
    ['mark', ['mark']],
    ['licence', ['licence']],
    ['what goes beside them', ['frozen', 'checksums', 'page']],
  ];
  return words.flatMap(([word, keys]) =>
    keys.some((key) => hashKey([kept[key]]) !== hashKey([deliveryPlan[key]])) ? [word] : [],
  );
}

/** What keeps a delivery plan from being used, before anything is asked of the server; undefined where nothing does. */
export function lacking(deliveryPlan: DeliveryPlan): string | undefined {
  if (deliveryPlan.to !== 'archive' && deliveryPlan.path.trim() === '')
    return 'Choose a folder for the copies.';
  if (deliveryPlan.metadata === 'fields' && deliveryPlan.fields.length === 0)
    return 'Choose the fields that the copies carry.';
  if (deliveryPlan.licence && deliveryPlan.licence.licensee.trim() === '')
    return 'Say to whom the licence is granted.';
  if (
    isRendered(deliveryPlan) &&
    deliveryPlan.mark &&
    !deliveryPlan.mark.image &&
    deliveryPlan.mark.text.trim() === ''
  )
    return 'The mark has no text.';
  return undefined;
}
