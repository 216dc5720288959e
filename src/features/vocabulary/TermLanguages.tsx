'use client';

import { Flex } from '@chakra-ui/react';
import { useId, useState } from 'react';
import { joinList, splitList } from '@/core/keywords/listText';
import type { Term } from '@/core/keywords/vocabulary/term';
import { languageName } from '@/core/wording/languageName';
import { Field } from '@/ui/Field';
import { LanguageChoice } from '../fields/LanguageChoice';
import { OwnLine } from './OwnLine';
import { labels } from './words';

const SEPARATORS = ',;\n\r';
const TAG = /^[a-z]{2,8}(-[a-z0-9]{1,8})*$/i;

/** A term in other languages: the preferred word first, others behind. Emptied, a language goes. */
export function TermLanguages({
  term: { id: termId, languages },
  onChange,
}: {
  term: Pick<Term, 'id' | 'languages'>;
  onChange: (languages: Term['languages']) => void;
}) {
  const id = useId();
  const [tag, setTag] = useState('');
  const write = (of: string, text: string) => onChange({ ...languages, [of]: splitList(text, SEPARATORS) });
  return (
    <>
      {Object.entries(languages).map(([of, words]) => (
        <Field key={of} dense labelled width="8em" label={languageName(of) ?? of}>
          <OwnLine
            label={`In ${of}`}
            place={`${of} of ${termId}`}
            value={joinList(words, SEPARATORS)}
            maxLength={4000}
            onSave={(text) => write(of, text)}
          />
        </Field>
      ))}
      <Field dense labelled width="8em" label="In a language">
        <Flex gap="3">
          <LanguageChoice id={id} label={labels.languageOfANewWord} value={tag} onChange={setTag} />
          <OwnLine
            key={Object.keys(languages).join()}
            label={labels.wordInThatLanguage}
            place={`word for ${termId}`}
            isAct
            value=""
            placeholder={TAG.test(tag) ? 'the word, then Enter' : 'choose the language first'}
            maxLength={4000}
            onSave={(text) => {
              if (!TAG.test(tag) || text === '') return;
              write(tag.toLowerCase(), text);
              setTag('');
            }}
          />
        </Flex>
      </Field>
    </>
  );
}
