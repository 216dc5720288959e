'use client';

import { useRef } from 'react';
import { TextInput } from '@/ui/inputs';
import { useOwnText } from '@/ui/useOwnText';

interface Props {
  readonly id?: string;
  readonly label: string;
  readonly value: string;
  readonly placeholder?: string;
  readonly maxLength: number;
  readonly isLarge?: boolean;
  /** On Enter, and on leaving the box; Escape puts back what stood there. */
  readonly onSave: (text: string) => void;
}

/** A line that is saved when it is left. */
export function OwnLine({ id, label, value, placeholder, maxLength, isLarge = false, onSave }: Props) {
  const box = useRef<HTMLInputElement>(null);
  const { defaultValue, onTyped } = useOwnText(box, value);
  // Enter saves, and leaving the box behind it does not save again.
  const saved = useRef<string>(undefined);
  const save = () => {
    const text = box.current!.value.trim();
    onTyped(box.current!.value);
    if (text === value || text === saved.current) return;
    saved.current = text;
    onSave(text);
  };
  return (
    <TextInput
      ref={box}
      id={id}
      aria-label={label}
      defaultValue={defaultValue}
      placeholder={placeholder}
      maxLength={maxLength}
      autoComplete="off"
      onChange={(event) => {
        saved.current = undefined;
        onTyped(event.target.value);
      }}
      onBlur={save}
      onKeyDown={(event) => {
        if (event.key === 'Enter') save();
        if (event.key !== 'Escape') return;
        box.current!.value = value;
        onTyped(value);
      }}
      {...(isLarge ? { fontFamily: 'heading', fontSize: 'title', height: '2.5rem', fontWeight: '600' } : {})}
    />
  );
}
