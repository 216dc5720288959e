'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type ReactNode, useId, useState } from 'react';
import { TextInput } from '@/ui/inputs';

/** One of several ways, with what it means; what belongs to it opens under it. */
export function Way({
  name,
  words,
  hint,
  isChosen,
  onChoose,
  children,
}: {
  /** Of the group that it belongs to. */
  name: string;
  words: string;
  hint?: string;
  isChosen: boolean;
  onChoose: () => void;
  children?: ReactNode;
}) {
  return (
    <Box>
      <chakra.label display="flex" gap="2" alignItems="baseline" cursor="pointer" minHeight="1.5rem">
        <input type="radio" name={name} checked={isChosen} onChange={onChoose} />
        <span>
          {words}
          {hint && <chakra.span textStyle="hint"> {hint}</chakra.span>}
        </span>
      </chakra.label>
      {isChosen && children && (
        <Box paddingLeft="6" paddingTop="1">
          {children}
        </Box>
      )}
    </Box>
  );
}

/** A yes or no, with what it means. */
export function Tick({
  words,
  hint,
  isOn,
  onChange,
}: {
  words: string;
  hint?: string;
  isOn: boolean;
  onChange: (isOn: boolean) => void;
}) {
  return (
    <chakra.label display="flex" gap="2" alignItems="baseline" cursor="pointer" minHeight="1.5rem">
      <input type="checkbox" checked={isOn} onChange={(event) => onChange(event.target.checked)} />
      <span>
        {words}
        {hint && <chakra.span textStyle="hint"> {hint}</chakra.span>}
      </span>
    </chakra.label>
  );
}

/** A number within bounds; what is typed counts as soon as it is one, and is put right when it is left. */
export function NumberLine({
  label,
  unit,
  value,
  least,
  most,
  onChange,
}: {
  label: string;
  unit?: string;
  value: number;
  least: number;
  most: number;
  onChange: (value: number) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState<string>();
  const take = (text: string) => {
    setTyped(text);
    const number = Number(text);
    if (text.trim() !== '' && number >= least && number <= most && number !== value) onChange(number);
  };
  return (
    <Box display="flex" alignItems="center" gap="2">
      <chakra.label htmlFor={id} color="soft" minWidth="8.5rem">
        {label}
      </chakra.label>
      <TextInput
        id={id}
        type="number"
        min={least}
        max={most}
        step="any"
        value={typed ?? String(value)}
        width="6.5rem"
        onChange={(event) => take(event.target.value)}
        onBlur={() => setTyped(undefined)}
      />
      {unit && <chakra.span color="soft">{unit}</chakra.span>}
    </Box>
  );
}

/** A line of text with its name before it. */
export function TextLine({
  label,
  value,
  onChange,
  type = 'text',
  placeholder,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
  type?: 'text' | 'date';
  placeholder?: string;
}) {
  const id = useId();
  return (
    <Box display="flex" alignItems="center" gap="2">
      <chakra.label htmlFor={id} color="soft" minWidth="8.5rem">
        {label}
      </chakra.label>
      <TextInput
        id={id}
        type={type}
        value={value}
        {...(placeholder ? { placeholder } : {})}
        onChange={(event) => onChange(event.target.value)}
      />
    </Box>
  );
}
