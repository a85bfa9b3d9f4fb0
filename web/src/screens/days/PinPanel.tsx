import type { PlannedOp } from '@upholder/core/planning';
import { localClock, localDate, minuteAt, parseClock } from '@upholder/core/shop';
import { useState } from 'react';
import { ClockInput } from '../../parts/ClockInput.tsx';
import { Button, Field } from '../../parts/controls.tsx';
import { DateInput } from '../../parts/DateField.tsx';

/** Sets the start of an operation by hand, or lets it go again. */
export function PinPanel({
  op,
  pinnedAt,
  timeZone,
  isBusy,
  onPin,
}: {
  op: PlannedOp;
  /** Null while it is free. */
  pinnedAt: number | null;
  timeZone: string;
  isBusy: boolean;
  onPin(at: number | null): void;
}) {
  const [date, setDate] = useState(() => localDate(op.start, timeZone));
  const [clock, setClock] = useState(() => localClock(op.start, timeZone));
  const isRead = /^\d{4}-\d{2}-\d{2}$/.test(date) && parseClock(clock) !== null;
  return (
    <section aria-label="Pin" className="mt-4 border-line border-t pt-3">
      <h3>{pinnedAt === null ? 'Set its start by hand' : 'Pinned'}</h3>
      <div className="mt-1 grid grid-cols-[minmax(9.5rem,1fr)_6rem] gap-2">
        <Field label="Day">{(ids) => <DateInput {...ids} value={date} onDay={setDate} />}</Field>
        <Field label="From" error={parseClock(clock) === null ? 'Such as 07:30 or 7:30 am.' : undefined}>
          {(ids) => <ClockInput {...ids} value={clock} onClock={setClock} />}
        </Field>
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button disabled={!isRead || isBusy} onClick={() => onPin(minuteAt(date, clock, timeZone))}>
          Pin here
        </Button>
        {pinnedAt !== null && (
          <Button disabled={isBusy} onClick={() => onPin(null)}>
            Unpin
          </Button>
        )}
      </div>
      <p className="mt-1 text-small text-quiet leading-snug">
        Or drag its block, or use Alt with ← and →. The rest is planned around it.
      </p>
    </section>
  );
}
