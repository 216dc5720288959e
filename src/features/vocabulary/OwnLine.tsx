'use client';

import { useEffect, useRef } from 'react';
import { TextInput } from '@/ui/inputs';
import { forgetKept, keep, keptAt } from '@/ui/kept';
import { useOwnText } from '@/ui/useOwnText';

interface Props {
  readonly label: string;
  /** Where what is typed is kept until it is saved: a reload in the middle loses nothing, and saves nothing unasked. */
  readonly place: string;
  readonly value: string;
  readonly placeholder?: string;
  readonly maxLength: number;
  readonly isLarge?: boolean;
  /** Begins something: only Enter carries it out, what was left half typed stays. */
  readonly isAct?: boolean;
  /** On Enter, and on leaving the box; Escape puts back what was there. */
  readonly onSave: (text: string) => void;
}

/** A line that is saved when it is left. */
export function OwnLine({
  label,
  place,
  value,
  placeholder,
  maxLength,
  isLarge = false,
  isAct = false,
  onSave,
}: Props) {
  const box = useRef<HTMLInputElement>(null);
  const { defaultValue, onTyped } = useOwnText(box, value);
  useEffect(() => {
    const held = keptAt<string>(place);
    if (held === undefined || !box.current) return;
    box.current.value = held;
    onTyped(held);
    // Once: what is typed from then on is in the box.
  }, [place]);
  // Enter saves, and leaving the box behind it does not save again.
  const saved = useRef<string>(undefined);
  const put = (text: string) => {
    saved.current = undefined;
    onTyped(text);
  };
  const save = () => {
    const text = box.current!.value.trim();
    onTyped(box.current!.value);
    forgetKept(place);
    if (text === value || text === saved.current) return;
    saved.current = text;
    onSave(text);
  };
  return (
    <TextInput
      ref={box}
      aria-label={label}
      defaultValue={defaultValue}
      placeholder={placeholder}
      maxLength={maxLength}
      autoComplete="off"
      onChange={(event) => {
        put(event.target.value);
        keep(place, event.target.value);
      }}
      onBlur={() => {
        if (!isAct) save();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') save();
        if (event.key !== 'Escape') return;
        box.current!.value = value;
        put(value);
        forgetKept(place);
      }}
      {...(isLarge ? { fontFamily: 'heading', fontSize: 'title', height: '2.5rem', fontWeight: '600' } : {})}
    />
  );
}
