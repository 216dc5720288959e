import type { Checked } from '@/core/checks/checkAll';
import { isFixedAtSource } from '@/core/checks/checkPicture';
import { failingWords, ruleName } from '@/core/wording/checkWords';

/** A picture that has to be taken or exported again, why, and what is needed. */
export interface SourceRow {
  readonly id: string;
  readonly file: string;
  readonly reasons: readonly string[];
  readonly needed: readonly string[];
}

export function sourceRows({ results, pictures }: Checked): SourceRow[] {
  const some = results.filter(({ rule, failing }) => isFixedAtSource(rule) && failing.size > 0);
  return pictures.flatMap(({ id, name }) => {
    const failed = some.filter(({ failing }) => failing.has(id));
    if (failed.length === 0) return [];
    return [
      {
        id,
        file: name,
        reasons: failed.flatMap(({ failing }) => failing.get(id)!.map(failingWords)),
        needed: failed.map(({ rule }) => ruleName(rule)),
      },
    ];
  });
}

/** For a spreadsheet or a letter: a line a file, parted by tabs. */
export function sourceText(rows: readonly SourceRow[]): string {
  const lines = rows.map(({ file, reasons, needed }) =>
    [file, reasons.join('; '), needed.join('; ')].join('\t'),
  );
  return [['File', 'Why', 'Needed'].join('\t'), ...lines].join('\n');
}
