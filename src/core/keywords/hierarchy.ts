import type { Structure } from '../catalogue/value';
import type { TermLookup } from './lookup';
import { termKey } from './parse';
import type { Term, Vocabulary } from './vocabulary/term';
import { broaderOf } from './vocabulary/tree';

interface Node {
  readonly keyword: string;
  isApplied: boolean;
  readonly children: Map<string, Node>;
}

/**
 * Keywords as the tree of their paths in the vocabulary, from the widest term (Metadata Working Group guidelines
 * 2.0, keyword hierarchy: a keyword that is applied says so, those above it say nothing; from memory). Words that
 * the vocabulary does not know are at the top.
 */
export function keywordHierarchy(
  vocabulary: Vocabulary,
  lookup: TermLookup,
  keywords: readonly string[],
): Structure[] {
  const top: Node['children'] = new Map();
  for (const word of keywords) {
    const term = lookup.get(termKey(word));
    const path = term ? [...broaderOf(vocabulary, term.id).reverse(), term].map(spellingOf) : [word];
    let level = top;
    for (const [at, keyword] of path.entries()) {
      const node: Node = level.get(termKey(keyword)) ?? { keyword, isApplied: false, children: new Map() };
      node.isApplied ||= at === path.length - 1;
      level.set(termKey(keyword), node);
      level = node.children;
    }
  }
  return structuresOf(top);
}

const spellingOf = (term: Term) => term.spelling;

function structuresOf(nodes: Node['children']): Structure[] {
  return [...nodes.values()].map(({ keyword, isApplied, children }) => ({
    keyword,
    ...(isApplied ? { applied: 'True' } : {}),
    ...(children.size > 0 ? { children: structuresOf(children) } : {}),
  }));
}
