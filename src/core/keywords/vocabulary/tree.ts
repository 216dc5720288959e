import type { Term, Vocabulary } from './term';

/** Broader terms from the nearest to the top. A term that is not there, or a circle, ends it. */
export function broaderOf(vocabulary: Vocabulary, id: string): Term[] {
  const path: Term[] = [];
  const seen = new Set([id]);
  for (let up = vocabulary.get(id)?.broader; up !== undefined && !seen.has(up); ) {
    const term = vocabulary.get(up);
    if (!term) break;
    seen.add(up);
    path.push(term);
    up = term.broader;
  }
  return path;
}

/** Terms by what they belong under, '' for those at the top, each list by spelling. */
export function narrowerTerms(vocabulary: Vocabulary): Map<string, Term[]> {
  const under = new Map<string, Term[]>();
  for (const term of vocabulary.values()) {
    const key = term.broader !== undefined && vocabulary.has(term.broader) ? term.broader : '';
    const some = under.get(key);
    if (some) some.push(term);
    else under.set(key, [term]);
  }
  for (const some of under.values()) some.sort(bySpelling);
  return under;
}

const collator = new Intl.Collator('en', { numeric: true });
const bySpelling = (a: Pick<Term, 'spelling'>, b: Pick<Term, 'spelling'>): number =>
  collator.compare(a.spelling, b.spelling);

export interface TermInTree {
  readonly term: Term;
  /** From 0 at the top. */
  readonly level: number;
  readonly hasNarrower: boolean;
}

/** All terms from the top, each before its narrower ones; of those that `isOpen` refuses the narrower ones are left out. */
export function termsInTree(
  under: ReadonlyMap<string, readonly Term[]>,
  isOpen: (id: string) => boolean = () => true,
): TermInTree[] {
  const rows: TermInTree[] = [];
  const add = (terms: readonly Term[], level: number) => {
    for (const term of terms) {
      const narrower = under.get(term.id) ?? [];
      rows.push({ term, level, hasNarrower: narrower.length > 0 });
      if (narrower.length > 0 && isOpen(term.id)) add(narrower, level + 1);
    }
  };
  add(under.get('') ?? [], 0);
  return rows;
}
