import { weekStart } from '@upholder/core/words';
import { format, parseISO } from 'date-fns';
import { type ClassNames, DayPicker, type DayPickerProps } from 'react-day-picker';
import { deviceClock } from '../base/deviceClock.ts';
import { voice } from '../base/voice.ts';

const LOOK: Partial<ClassNames> = {
  root: 'relative',
  month_caption: 'flex min-h-9 items-center justify-center font-semibold',
  nav: 'absolute inset-x-0 top-0 flex justify-between',
  button_previous: 'grid size-9 place-items-center rounded-[3px] hover:bg-closed',
  button_next: 'grid size-9 place-items-center rounded-[3px] hover:bg-closed',
  chevron: 'size-4 fill-ink',
  weekday: 'size-9 font-normal text-quiet text-small',
  day: 'p-0 text-center',
  day_button: 'quantity grid size-9 place-items-center rounded-[3px] hover:bg-closed',
  today: '[&>button]:border-[1.5px] [&>button]:border-ink',
  selected: '[&>button]:bg-ink [&>button]:text-sheet',
  outside: 'text-quiet',
  disabled: '[&>button]:text-quiet [&>button]:line-through',
};

const dateOf = (day: string): Date => parseISO(day);
const dayOf = (date: Date): string => format(date, 'yyyy-MM-dd');

export interface CalendarProps {
  /** Days as `2026-12-04`. */
  days: readonly string[];
  /** First day that can be chosen. */
  min?: string | undefined;
  onDays(days: string[]): void;
  /** Any number of days, or one. */
  isMany?: boolean;
}

/** A month at a time, the week from the day it starts with here; arrow keys walk along the days. */
export function Calendar({ days, min, onDays, isMany = false }: CalendarProps) {
  const today = new Date(deviceClock.now());
  const shared: DayPickerProps = {
    weekStartsOn: weekStart(voice().locale),
    showOutsideDays: true,
    classNames: LOOK,
    autoFocus: true,
    ...(min ? { disabled: { before: dateOf(min) } } : {}),
    today,
    // Of many days the next one is chosen from here on; one day is looked for where it stands.
    defaultMonth: isMany || days[0] === undefined ? today : dateOf(days[0]),
  };
  if (isMany)
    return (
      <DayPicker
        {...shared}
        mode="multiple"
        selected={days.map(dateOf)}
        onSelect={(chosen) => onDays((chosen ?? []).map(dayOf).sort())}
      />
    );
  const [day] = days;
  return (
    <DayPicker
      {...shared}
      mode="single"
      selected={day ? dateOf(day) : undefined}
      onSelect={(chosen) => onDays(chosen ? [dayOf(chosen)] : [])}
    />
  );
}
