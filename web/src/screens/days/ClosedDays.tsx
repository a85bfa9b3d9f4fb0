import type { Wish } from '@upholder/core/planning';
import { useState } from 'react';
import { dateWords } from '../../app/times.ts';
import { Button, Field, TextInput } from '../../parts/controls.tsx';

/** Days on which the client has the room closed: nothing is removed, painted or refitted there. */
export function ClosedDays({ wish, onWish }: { wish: Wish; onWish(wish: Wish): void }) {
  const [date, setDate] = useState('');
  const { roomClosed } = wish;
  const isNew = /^\d{4}-\d{2}-\d{2}$/.test(date) && !roomClosed.includes(date);
  return (
    <div>
      <div className="grid grid-cols-[1fr_auto] items-end gap-2">
        <Field label="The client’s room is closed on">
          {(ids) => (
            <TextInput {...ids} type="date" value={date} onChange={({ target }) => setDate(target.value)} />
          )}
        </Field>
        <Button
          disabled={!isNew}
          onClick={() => {
            onWish({ ...wish, roomClosed: [...roomClosed, date].sort() });
            setDate('');
          }}
        >
          Close it
        </Button>
      </div>
      {roomClosed.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-x-3">
          {roomClosed.map((day) => (
            <li key={day}>
              {dateWords(day)}{' '}
              <button
                type="button"
                className="font-semibold text-act underline underline-offset-2"
                aria-label={`Open ${dateWords(day)} again`}
                onClick={() => onWish({ ...wish, roomClosed: roomClosed.filter((one) => one !== day) })}
              >
                open
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
