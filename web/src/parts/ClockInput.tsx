import { readClock } from '@upholder/core/shop';
import { type InputHTMLAttributes, useState } from 'react';
import { storedClockWords } from '../base/times.ts';
import { TextInput } from './controls.tsx';

/** A time of day: typed in any usual way and read back as the shop writes it. */
export function ClockInput({
  value,
  onClock,
  onBlur,
  ...rest
}: {
  /** As `07:30`, or what was typed where that is no time. */
  value: string;
  /** Told what it is read as, or the text itself where it is no time, so that whoever asked can say so. */
  onClock(clock: string): void;
} & Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'onChange' | 'type'>) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextInput
      {...rest}
      value={typed ?? storedClockWords(value)}
      onChange={({ target }) => {
        setTyped(target.value);
        onClock(readClock(target.value) ?? target.value);
      }}
      onBlur={(event) => {
        setTyped(null);
        onBlur?.(event);
      }}
    />
  );
}
