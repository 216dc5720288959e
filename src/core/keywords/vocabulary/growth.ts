import type { Term } from './term';

export interface UsedTerm extends Term {
  readonly pictures: number;
}

/** The figures of a vocabulary in use. */
export interface VocabularyFigures {
  readonly terms: number;
  readonly used: number;
  readonly once: number;
  /** The terms on most pictures. */
  readonly most: readonly { readonly spelling: string; readonly pictures: number }[];
  /** How many terms there were at the end of each month in which one was added. */
  readonly growth: readonly { readonly month: string; readonly terms: number }[];
}

const MOST = 20;

/** Use and growth of the terms that are written: headings are none. */
export function vocabularyFigures(terms: Iterable<UsedTerm>): VocabularyFigures {
  const written = [...terms].filter((term) => term.state !== 'heading');
  const months = new Map<string, number>();
  for (const { added } of written) {
    const month = added.slice(0, 7);
    months.set(month, (months.get(month) ?? 0) + 1);
  }
  let sum = 0;
  const growth = [...months]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([month, count]) => {
      sum += count;
      return { month, terms: sum };
    });
  const used = written.filter((term) => term.pictures > 0);
  return {
    terms: written.length,
    used: used.length,
    once: used.filter((term) => term.pictures === 1).length,
    most: used
      .sort((a, b) => b.pictures - a.pictures || (a.spelling < b.spelling ? -1 : 1))
      .slice(0, MOST)
      .map(({ spelling, pictures }) => ({ spelling, pictures })),
    growth,
  };
}
