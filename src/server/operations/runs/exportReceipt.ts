import { and, asc, eq, gt } from 'drizzle-orm';
import { type FieldId, fieldIds, fieldLabel } from '../../../core/catalogue/fields';
import { asText, type FieldValue } from '../../../core/catalogue/value';
import { formatTable } from '../../../core/tables/clipboardTable';
import { counted } from '../../../core/wording/counts';
import { escaped } from '../../../core/wording/html';
import type { Context } from '../../context';
import { runItems } from '../../db/schema/runs';
import type { DraftOrigin } from '../../db/stored/drafts';
import { problemWords } from '../../problems/words';
import { runActs } from '../../runs/runActs';
import { readRun } from './runs';

export const receiptFormats = ['csv', 'json', 'html'] as const;
export type ReceiptFormat = (typeof receiptFormats)[number];

const AT_ONCE = 500;
type Item = typeof runItems.$inferSelect;
type Run = Awaited<ReturnType<typeof readRun>>;

/** A receipt as a file, told in pieces: ten thousand files are never in memory together. */
export async function* exportReceipt(
  context: Context,
  runId: string,
  format: ReceiptFormat,
): AsyncGenerator<string> {
  const run = await readRun(context, runId);
  const printer = { csv: csvPrinter, json: jsonPrinter, html: htmlPrinter }[format](run);
  yield printer.head;
  for (let after = -1, first = true; ; ) {
    const items = await context.db
      .select()
      .from(runItems)
      .where(and(eq(runItems.runId, runId), gt(runItems.position, after)))
      .orderBy(asc(runItems.position))
      .limit(AT_ONCE);
    for (const item of items) {
      yield printer.item(item, first);
      first = false;
    }
    if (items.length < AT_ONCE) break;
    after = items.at(-1)!.position;
  }
  yield printer.foot;
}

interface Printer {
  readonly head: string;
  readonly item: (item: Item, isFirst: boolean) => string;
  readonly foot: string;
}

const writtenIn = ({ result }: Item) =>
  fieldIds.flatMap((id): [FieldId, FieldValue | null, FieldValue | null, DraftOrigin][] => {
    const one = result?.written[id];
    return one ? [[id, one.before, one.after, one.origin]] : [];
  });

const originWords = (origin: DraftOrigin) =>
  origin.by === 'template' ? `${origin.name}, version ${origin.version}` : 'by hand';

const problemsOf = ({ problems }: Item) => (problems ?? []).map(problemWords);

const secondReadWords = ({ result }: Item) =>
  result?.readAgain ? `${result.readAgain.compared} of ${result.readAgain.changed}` : '';

/** A cell that a spreadsheet would compute as a formula is marked as text by an apostrophe (common practice). */
const asCell = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

/** RFC 4180, a line for each value that was written, and one for a file in which none was. */
function csvPrinter(): Printer {
  const heads = [
    'file',
    'state',
    'field',
    'before',
    'after',
    'from',
    'remarks',
    'fields read again',
    'digest',
  ];
  return {
    head: `${formatTable([heads], ',')}\r\n`,
    item: (item) => {
      const about = [problemsOf(item).join(' '), secondReadWords(item), item.result?.digest ?? ''];
      const values = writtenIn(item).map(([id, before, after, origin]) => [
        item.name,
        item.state,
        fieldLabel(id),
        asText(before),
        asText(after),
        originWords(origin),
        ...about,
      ]);
      const rows = values.length > 0 ? values : [[item.name, item.state, '', '', '', '', ...about]];
      return `${formatTable(
        rows.map((row) => row.map(asCell)),
        ',',
      )}\r\n`;
    },
    foot: '',
  };
}

/** schema/receipt.schema.json */
function jsonPrinter(run: Run): Printer {
  const { id, act, state, assignmentName, createdAt, endedAt, counts } = run;
  const head = {
    fabrica: 'receipt',
    version: 1,
    id,
    act,
    state,
    assignment: assignmentName,
    asked: createdAt,
    askedBy: { kind: run.askedBy, name: run.askedByName },
    ended: endedAt,
    counts,
  };
  return {
    head: `${JSON.stringify(head).slice(0, -1)},"files":[`,
    item: (item, isFirst) => {
      const { name, state, result } = item;
      const file = {
        name,
        state,
        written: Object.fromEntries(
          writtenIn(item).map(([field, before, after, origin]) => [
            field,
            { before, after, from: originWords(origin) },
          ]),
        ),
        remarks: problemsOf(item),
        ...(result?.readAgain ? { readAgain: result.readAgain } : {}),
        ...(result?.digest ? { digest: result.digest } : {}),
      };
      return `${isFirst ? '' : ','}\n${JSON.stringify(file)}`;
    },
    foot: '\n]}\n',
  };
}

const STYLE =
  'body{font:14px/1.4 sans-serif;color:#222;margin:2em}table{border-collapse:collapse;width:100%}' +
  'td,th{border-top:1px solid #bbb;padding:3px 10px 3px 0;text-align:left;vertical-align:top;overflow-wrap:anywhere}' +
  'tbody{page-break-inside:avoid}del{color:#777}p{color:#555}';

/** One page that prints: no script, and every value is text. */
function htmlPrinter({ act, assignmentName, createdAt, endedAt, counts }: Run): Printer {
  const title = escaped(`${runActs[act].name}: ${assignmentName}`);
  const when = (endedAt ?? createdAt).toISOString();
  const all = Object.values(counts).reduce((sum, one) => sum + one, 0);
  return {
    head:
      `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${title}</title><style>${STYLE}</style></head>` +
      `<body><h1>${title}</h1><p><time datetime="${when}">${when.slice(0, 16).replace('T', ' ')} UTC</time>, ${counted(all, 'file')}, ` +
      `${counts.failed} failed</p><table><thead><tr><th>File</th><th>Field</th><th>Before → after</th><th>From</th></tr></thead>`,
    item: (item) => {
      const values = writtenIn(item).map(
        ([id, before, after, origin]) =>
          `<td>${escaped(fieldLabel(id))}</td><td>${before === null ? '' : `<del>${escaped(asText(before))}</del> → `}` +
          `${escaped(after === null ? 'erased' : asText(after))}</td><td>${escaped(originWords(origin))}</td>`,
      );
      const remarks = problemsOf(item).map((one) => `<td colspan="3">${escaped(one)}</td>`);
      const lines = [...values, ...remarks];
      const [first = '<td colspan="3"></td>', ...rest] = lines;
      const head = `<th scope="rowgroup" rowspan="${Math.max(1, lines.length)}">${escaped(item.name)}<br>${escaped(item.state)}</th>`;
      return `<tbody><tr>${head}${first}</tr>${rest.map((line) => `<tr>${line}</tr>`).join('')}</tbody>`;
    },
    foot: '</table></body></html>',
  };
}
