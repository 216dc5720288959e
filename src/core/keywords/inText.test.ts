import { stemIndex, termsInText } from './inText';
import { term, vocabularyOf } from './vocabulary/testTerms';

const index = stemIndex(
  vocabularyOf(
    term('plank'),
    term('shipwright'),
    term('sail loft'),
    term('sail'),
    term('caulking'),
    term('wooden boat', { synonyms: ['timber boat'] }),
    term('frames', { state: 'retired' }),
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
