import { stemIndex, termsInText } from './inText';
import type { Term } from './vocabulary/term';

const term = (spelling: string, rest: Partial<Term> = {}): Term => ({
  id: spelling,
  spelling,
  synonyms: [],
  languages: {},
  added: '2026-05-14',
  ...rest,
});
const index = stemIndex(
  new Map(
    [
      term('plank'),
      term('shipwright'),
      term('sail loft'),
      term('sail'),
      term('caulking'),
      term('wooden boat', { synonyms: ['timber boat'] }),
      term('frames', { state: 'retired' }),
    ].map((one) => [one.id, one]),
  ),
);

test.each<[string, string[]]>([
  ['Two shipwrights bend the first planks to the frames.', ['shipwright', 'plank']],
  ['They caulk a timber boat beside the sail-loft.', ['caulking', 'wooden boat', 'sail loft']],
  ['Sails, sails and a sail loft', ['sail', 'sail loft']],
  ['', []],
])('%j holds %j', (text, terms) => {
  expect(termsInText(index, text).map((one) => one.spelling)).toEqual(terms);
});
