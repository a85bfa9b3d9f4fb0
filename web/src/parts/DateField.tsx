import { CalendarDays, X } from 'lucide-react';
import { type InputHTMLAttributes, lazy, type ReactNode, Suspense, useRef, useState } from 'react';
import { dateWords, dayFrom, today } from '../base/times.ts';
import type { CalendarProps } from './Calendar.tsx';
import { TextInput } from './controls.tsx';

const CalendarPopover = lazy(async () => ({
  default: (await import('./CalendarPopover.tsx')).CalendarPopover,
}));

interface PickerProps extends CalendarProps {
  /** Names the button that opens the calendar. */
  label: string;
  children: ReactNode;
  className: string;
}

/** A button that opens a calendar beside it. */
function Picker({ label, children, className, ...rest }: PickerProps) {
  const [isOpen, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  return (
    <>
      <button
        ref={button}
        type="button"
        aria-label={label}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
        className={className}
      >
        {children}
      </button>
      <Suspense fallback={null}>
        {isOpen && <CalendarPopover {...rest} label={label} button={button} onClose={() => setOpen(false)} />}
      </Suspense>
    </>
  );
}

/** A day: typed in any usual way and read back as the shop writes it, or picked from a calendar. Empty where none is meant. */
export function DateInput({
  value,
  onDay,
  min,
  className = '',
  onBlur,
  ...rest
}: {
  /** As `2026-12-04`. */
  value: string;
  /** Told once what is typed is a day, or nothing. */
  onDay(day: string): void;
  min?: string;
} & Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'onChange' | 'min' | 'type'>) {
  // What is being typed; null while the field shows the day that it holds.
  const [typed, setTyped] = useState<string | null>(null);
  const isUnread = typed !== null && typed.trim() !== '' && dayFrom(typed) === null;
  return (
    <div>
      <div className="relative">
        <TextInput
          {...rest}
          {...(isUnread && { 'aria-invalid': true })}
          className={`pr-8 max-md:pr-[48px] ${className}`}
          value={typed ?? (value === '' ? '' : dateWords(value, true))}
          onChange={({ target }) => {
            setTyped(target.value);
            const day = target.value.trim() === '' ? '' : dayFrom(target.value);
            if (day !== null && day !== value) onDay(day);
          }}
          onBlur={(event) => {
            if (!isUnread) setTyped(null);
            onBlur?.(event);
          }}
        />
        <Picker
          label="Open the calendar"
          days={value === '' ? [] : [value]}
          min={min}
          onDays={([day = '']) => {
            setTyped(null);
            onDay(day);
          }}
          className="press-w-8 absolute inset-y-0 right-0 grid place-items-center rounded-[3px] text-quiet hover:text-ink"
        >
          <CalendarDays size={16} aria-hidden="true" />
        </Picker>
      </div>
      {isUnread && (
        <p role="alert" className="mt-1 text-small text-stop">
          Enter a date such as {dateWords(today(), true)}.
        </p>
      )}
    </div>
  );
}

/** Days that are picked from a calendar, each of which can be dropped again. */
export function DaysInput({
  name,
  days,
  onDays,
  isInvalid = false,
}: {
  /** What the days are, to name the buttons by. */
  name: string;
  days: readonly string[];
  onDays(days: string[]): void;
  isInvalid?: boolean;
}) {
  return (
    <div
      role="group"
      aria-label={name}
      className={`flex flex-wrap items-center gap-1.5 ${isInvalid ? 'border-stop border-l-[6px] pl-2' : ''}`}
    >
      {days.map((day) => {
        const words = dateWords(day, true);
        return (
          <span
            key={day}
            className="flex press-h-9 items-center gap-1 rounded-[3px] border border-line bg-raised pl-2"
          >
            <span className="quantity text-note">{words}</span>
            <button
              type="button"
              aria-label={`Remove ${words}`}
              onClick={() => onDays(days.filter((other) => other !== day))}
              className="grid size-9 place-items-center rounded-[3px] text-quiet hover:bg-closed hover:text-ink"
            >
              <X size={14} aria-hidden="true" />
            </button>
          </span>
        );
      })}
      <Picker
        label="Pick days"
        days={days}
        isMany
        onDays={onDays}
        className="flex press-h-9 items-center gap-2 rounded-[3px] border-[1.5px] border-ink bg-raised px-3.5 font-semibold text-note hover:bg-closed"
      >
        <CalendarDays size={16} aria-hidden="true" />
        Pick days
      </Picker>
    </div>
  );
}
