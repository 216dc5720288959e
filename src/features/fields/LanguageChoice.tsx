'use client';

import ISO6391 from 'iso-639-1';
import { TextInput } from '@/ui/inputs';

const languages = ISO6391.getLanguages(ISO6391.getAllCodes());

/** A language by its code (RFC 5646); the common ones are on offer by name. */
export function LanguageChoice({
  id,
  label,
  value,
  onChange,
}: {
  id: string;
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <>
      <TextInput
        id={id}
        aria-label={label}
        list={`${id}-languages`}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        height="1.625rem"
        placeholder="nb, de, fr-CA …"
      />
      <datalist id={`${id}-languages`}>
        {languages.map(({ code, name, nativeName }) => (
          <option key={code} value={code}>
            {name === nativeName ? name : `${name}, ${nativeName}`}
          </option>
        ))}
      </datalist>
    </>
  );
}
