import { asText } from '../../../core/catalogue/value';
import { altOf, creditText } from '../../../core/deliver/figure';
import { licenceTerms } from '../../../core/deliver/licence';
import { formatTable } from '../../../core/tables/clipboardTable';
import { formatBytes } from '../../../core/wording/counts';
import { escaped } from '../../../core/wording/html';
import type { Context } from '../../context';
import type { DeliveredFile, RunItemResult } from '../../db/stored/runs';
import { preview } from '../../previews/preview';
import { readAssignment } from '../assignments/assignments';
import { type Delivery, deliveredPath, deliveredPictures, readDelivery } from './deliveredFiles';

export const reportFormats = ['html', 'contact-sheet', 'csv', 'json'] as const;
export type ReportFormat = (typeof reportFormats)[number];

interface Head {
  readonly delivery: Delivery;
  readonly assignment: string;
}
interface Picture {
  readonly name: string;
  readonly result: RunItemResult;
}
interface Printer {
  readonly head: string;
  readonly picture: (picture: Picture, isFirst: boolean) => string | Promise<string>;
  readonly foot: string;
}

/** What was delivered, for whoever gets it: told in pieces, so that ten thousand pictures are never in memory. */
export async function* reportOf(
  context: Context,
  runId: string,
  format: ReportFormat,
): AsyncGenerator<string> {
  const delivery = await readDelivery(context, runId);
  const { name } = await readAssignment(context, delivery.assignmentId);
  const printer = printers[format]({ delivery, assignment: name });
  yield printer.head;
  let isFirst = true;
  for await (const picture of deliveredPictures(context, runId)) {
    yield await printer.picture(picture, isFirst);
    isFirst = false;
  }
  yield printer.foot;
}

const columns: readonly (readonly [
  head: string,
  of: (says: NonNullable<RunItemResult['says']>) => string,
])[] = [
  ['title', ({ title, headline }) => asText(title) || asText(headline)],
  ['caption', ({ description }) => asText(description)],
  ['credit', creditText],
  ['copyright notice', ({ copyrightNotice }) => asText(copyrightNotice)],
  ['usage terms', ({ usageTerms }) => asText(usageTerms)],
  ['licence', ({ webStatement, ccLicense }) => asText(webStatement) || asText(ccLicense)],
];

/** Who has looked at the finished file beside Fabrica. */
function verifiedBy({ readAgain }: RunItemResult): string {
  const own = 'read back byte for byte, its picture decoded';
  return readAgain && readAgain.compared > 0
    ? `${own}, and ${readAgain.compared} of ${readAgain.changed} fields read again by ExifReader`
    : own;
}

const pixelsOf = ({ width, height }: DeliveredFile) => (width && height ? `${width} × ${height}` : '');

/** RFC 4180, a line for each file. */
function csvPrinter(): Printer {
  const heads = ['file', 'of', 'pixels', 'bytes', 'SHA-256', ...columns.map(([head]) => head), 'verified'];
  return {
    head: `${formatTable([heads], ',')}\r\n`,
    picture: ({ name, result }) => {
      const { says = {}, copies = [] } = result;
      const rows = copies.map((copy) => [
        copy.path,
        name,
        pixelsOf(copy),
        String(copy.bytes),
        copy.digest,
        ...columns.map(([, of]) => of(says)),
        verifiedBy(result),
      ]);
      return `${formatTable(rows, ',')}\r\n`;
    },
    foot: '',
  };
}

/** schema/delivery.schema.json */
function jsonPrinter({ delivery, assignment }: Head): Printer {
  const { licence } = delivery.parameters.deliveryPlan;
  const head = {
    fabrica: 'delivery',
    version: 1,
    id: delivery.runId,
    assignment,
    ended: delivery.endedAt,
    ...(licence ? { licence: { ...licence, inWords: licenceTerms(licence) } } : {}),
    ...(delivery.parameters.openPoints ? { openPoints: delivery.parameters.openPoints } : {}),
  };
  return {
    head: `${JSON.stringify(head).slice(0, -1)},"pictures":[`,
    picture: ({ name, result }, isFirst) => {
      const { says = {}, copies = [] } = result;
      const picture = { of: name, says, files: copies, verified: verifiedBy(result) };
      return `${isFirst ? '' : ','}\n${JSON.stringify(picture)}`;
    },
    foot: '\n]}\n',
  };
}

const STYLE =
  'body{font:14px/1.45 Georgia,serif;color:#222;margin:2em;background:#fff}h1{font-size:22px;font-weight:600;margin:0 0 4px}' +
  'p{color:#555;margin:0 0 1.5em}table{border-collapse:collapse;width:100%}td,th{border-top:1px solid #bbb;padding:8px 12px 8px 0;' +
  'text-align:left;vertical-align:top;overflow-wrap:anywhere}tr,figure{break-inside:avoid}img{max-width:160px;max-height:160px}' +
  'dl{margin:0;display:grid;grid-template-columns:7em 1fr;gap:2px 8px}dt{color:#555}dd{margin:0}code{font-size:10px;color:#555}' +
  '.sheet{display:grid;grid-template-columns:repeat(4,1fr);gap:18px 14px}.sheet img{max-width:100%;max-height:200px}' +
  'figure{margin:0}figcaption{font-size:11px;color:#333}@page{margin:14mm}';

function pageHead({ delivery, assignment }: Head, title: string): string {
  const { licence } = delivery.parameters.deliveryPlan;
  const when = (delivery.endedAt ?? new Date(0)).toISOString();
  const about = [
    delivery.endedAt && `<time datetime="${when}">${when.slice(0, 16).replace('T', ' ')} UTC</time>`,
    licence && escaped(licenceTerms(licence)),
  ].filter(Boolean);
  return (
    `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>${escaped(`${title}: ${assignment}`)}</title>` +
    `<style>${STYLE}</style></head><body><h1>${escaped(`${title}: ${assignment}`)}</h1><p>${about.join(' · ')}</p>`
  );
}

/** One page that prints: no script, nothing fetched, and every value is text. */
function htmlPrinter(head: Head): Printer {
  return {
    head: `${pageHead(head, 'Delivered')}<table><thead><tr><th>Picture</th><th>What it says</th><th>File</th></tr></thead><tbody>`,
    picture: async ({ result }) => {
      const { says = {}, copies = [] } = result;
      const lines = columns.flatMap(([name, of]) => {
        const value = of(says);
        return value === '' ? [] : [`<dt>${escaped(name)}</dt><dd>${escaped(value)}</dd>`];
      });
      const files = copies.map(
        (copy) =>
          `<strong>${escaped(copy.path)}</strong><br>${[pixelsOf(copy), formatBytes(copy.bytes)].filter(Boolean).join(', ')}<br><code>SHA-256 ${copy.digest}</code><br>`,
      );
      return `<tr><td>${await thumbnail(head.delivery, result)}</td><td><dl>${lines.join('')}</dl></td><td>${files.join('')}${escaped(verifiedBy(result))}</td></tr>\n`;
    },
    foot: '</tbody></table></body></html>\n',
  };
}

function sheetPrinter(head: Head): Printer {
  return {
    head: `${pageHead(head, 'Contact sheet')}<div class="sheet">`,
    picture: async ({ result }) => {
      const [first] = result.copies ?? [];
      const caption = asText(result.says?.description).split('\n', 1)[0]!;
      return `<figure>${await thumbnail(head.delivery, result)}<figcaption><strong>${escaped(first?.path ?? '')}</strong><br>${escaped(caption)}</figcaption></figure>\n`;
    },
    foot: '</div></body></html>\n',
  };
}

/** Of the file that was delivered, not of the picture that it was made of; nothing where it is gone. */
async function thumbnail(delivery: Delivery, { copies = [], says = {} }: RunItemResult): Promise<string> {
  const shown = copies.find((one) => one.of === 'copy' || one.of === 'frozen') ?? copies[0];
  if (!shown) return '';
  try {
    const bytes = await preview(await deliveredPath(delivery, shown.path), 480);
    const alt = escaped(altOf(says) || shown.path);
    return `<img alt="${alt}" src="data:image/webp;base64,${bytes.toString('base64')}">`;
  } catch {
    return 'not there any more';
  }
}

const printers: Readonly<Record<ReportFormat, (head: Head) => Printer>> = {
  html: htmlPrinter,
  'contact-sheet': sheetPrinter,
  csv: csvPrinter,
  json: jsonPrinter,
};
