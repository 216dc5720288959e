import { parseKeywords } from '../../../core/keywords/parse';
import type { ImportChoices } from '../../../core/naming/importChoices';
import { compileText } from '../../../core/templates/placeholders';
import { failure } from '../../problems/errors';
import { problemWords } from '../../problems/words';
import { checkedValue } from '../drafts/checkedValue';

/** The keywords of some choices; values and patterns that cannot be used are refused with the reason. */
export function checkedChoices({ keywords, rating, name, folder }: ImportChoices): readonly string[] {
  const terms = parseKeywords(keywords);
  checkedValue('keywords', terms);
  if (rating) checkedValue('rating', rating);
  for (const [what, text] of [
    ['names', name],
    ['folders', folder],
  ] as const) {
    const [problem] = compileText(text).problems;
    if (problem) throw failure('pattern-unusable', { what, why: problemWords(problem) });
  }
  return terms;
}
