import { parseKeywords } from '../../core/keywords/parse';
import type { ImportChoices } from '../../core/naming/importChoices';
import { compileText } from '../../core/templates/placeholders';
import { problemWords } from '../problems/words';
import { checkedValue } from './checkedValue';
import { OperationError } from './operationError';

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
    if (problem) throw new OperationError(`The pattern of ${what} cannot be used. ${problemWords(problem)}`);
  }
  return terms;
}
