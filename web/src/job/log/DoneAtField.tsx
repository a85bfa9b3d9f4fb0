import { failure, type Outcome, success } from '@upholder/core/outcome';
import { localClock, localDate, minuteAt, parseClock, toInstant, toMinute } from '@upholder/core/shop';
import { ClockInput } from '../../parts/ClockInput.tsx';
import { Field } from '../../parts/controls.tsx';
import { DateInput } from '../../parts/DateField.tsx';

/** Date and time of day in the shop. */
export interface DoneAt {
  date: string;
  clock: string;
}

export function writeDoneAt(instant: string, timeZone: string): DoneAt {
  const minute = toMinute(instant);
  return { date: localDate(minute, timeZone), clock: localClock(minute, timeZone) };
}

/** The instant, as long as it is not still to come. */
export function readDoneAt({ date, clock }: DoneAt, timeZone: string, now: number): Outcome<string> {
  if (parseClock(clock) === null) return failure('Enter a time such as 14:20 or 2:20 pm.');
  const minute = minuteAt(date, clock, timeZone);
  if (minute > now + 1) return failure('That time is in the future.');
  return success(toInstant(minute).toISOString());
}

/** When it was done: now, or earlier when it is logged late. */
export function DoneAtField({
  value,
  onChange,
  error,
}: {
  value: DoneAt;
  onChange(value: DoneAt): void;
  error?: string;
}) {
  const big = 'min-h-14 text-lead font-semibold';
  return (
    <div className="grid grid-cols-2 gap-3">
      <Field label="Done on">
        {(ids) => (
          <DateInput
            {...ids}
            className={big}
            value={value.date}
            onDay={(date) => date !== '' && onChange({ ...value, date })}
          />
        )}
      </Field>
      <Field label="at" error={error}>
        {(ids) => (
          <ClockInput
            {...ids}
            className={big}
            value={value.clock}
            onClock={(clock) => onChange({ ...value, clock })}
          />
        )}
      </Field>
    </div>
  );
}
