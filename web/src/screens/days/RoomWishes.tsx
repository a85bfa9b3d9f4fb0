import type { PlanOptions } from '@upholder/core/planning';
import { parseClock, readSpan, WEEKDAYS, type WorkSpan } from '@upholder/core/shop';
import { formatDuration, parseDurationMinutes } from '@upholder/core/units';
import { spanWords } from '@upholder/core/words';
import { type ReactNode, useState } from 'react';
import { voice } from '../../base/voice.ts';
import { Field, TextInput } from '../../parts/controls.tsx';
import { DAY_NAMES } from '../shop/hours.ts';

type Read<T> = { ok: true; value: T | null } | { ok: false; message: string };

/** A text that is read when it is left, or at Enter; what cannot be read stays, with what is wrong. */
function TypedField<T>({
  label,
  value,
  show,
  read,
  hint,
  onValue,
}: {
  label: string;
  value: T | null;
  show(value: T): string;
  read(text: string): Read<T>;
  hint?: ReactNode;
  onValue(value: T | null): void;
}) {
  const [text, setText] = useState<string | null>(null);
  const [error, setError] = useState('');
  const shown = value === null ? '' : show(value);
  const finish = () => {
    if (text === null) return;
    const typed = text.trim();
    const outcome: Read<T> = typed === '' ? { ok: true, value: null } : read(typed);
    setError(outcome.ok ? '' : outcome.message);
    if (!outcome.ok) return;
    setText(null);
    const isSame = outcome.value === null ? shown === '' : show(outcome.value) === shown;
    if (!isSame) onValue(outcome.value);
  };
  return (
    <Field label={label} hint={hint} {...(error && { error })}>
      {(ids) => (
        <TextInput
          {...ids}
          value={text ?? shown}
          autoComplete="off"
          onChange={({ target }) => setText(target.value)}
          onBlur={finish}
          onKeyDown={({ key }) => {
            if (key === 'Enter') finish();
            if (key === 'Escape') {
              setText(null);
              setError('');
            }
          }}
        />
      )}
    </Field>
  );
}

/** Longest way that leaves time for work in half a day. */
const LONGEST_WAY = 180;

function readWay(text: string): Read<number> {
  const read = parseDurationMinutes(text);
  if (!read.ok) return read;
  const value = Math.round(read.value);
  if (value > LONGEST_WAY)
    return { ok: false, message: `The way must be at most ${formatDuration(LONGEST_WAY)}.` };
  return { ok: true, value };
}

function readHours(text: string): Read<WorkSpan> {
  const span = readSpan(text);
  const [from, to] = [parseClock(span.from), parseClock(span.to)];
  if (from === null || to === null)
    return {
      ok: false,
      message: `Write hours such as ${spanWords({ from: '09:00', to: '15:00' }, voice())}.`,
    };
  if (to <= from) return { ok: false, message: 'The room must close after it opens.' };
  return { ok: true, value: span };
}

/** A wish that is there or not. */
export function WishTick({
  isOn,
  onChange,
  children,
}: {
  isOn: boolean;
  onChange(isOn: boolean): void;
  children: string;
}) {
  return (
    <label className="flex items-start gap-2 leading-snug">
      <input
        type="checkbox"
        className="mt-0.5 size-4.5 shrink-0 accent-(--act)"
        checked={isOn}
        onChange={({ target }) => onChange(target.checked)}
      />
      {children}
    </label>
  );
}

/** How far the client is, when the room is open, and whether everything is refitted in one go. */
export function RoomWishFields({
  wishes,
  shopTripMin,
  change,
}: {
  wishes: PlanOptions;
  /** Minutes of the way to a client where nobody says otherwise. */
  shopTripMin: number;
  change(part: Partial<PlanOptions>): void;
}) {
  const { roomNotOn, roomHours, refitTogether, tripMin } = wishes;
  return (
    <div className="mt-2 flex flex-col gap-2">
      <div className="grid grid-cols-2 items-start gap-2">
        <TypedField
          label="Travel per trip"
          value={tripMin}
          show={formatDuration}
          read={readWay}
          hint={tripMin === null ? `Shop: ${formatDuration(shopTripMin)}` : undefined}
          onValue={(way) => change({ tripMin: way })}
        />
        <TypedField
          label="Room open"
          value={roomHours}
          show={(span) => spanWords(span, voice())}
          read={readHours}
          hint={roomHours === null ? 'Any working hours' : undefined}
          onValue={(hours) => change({ roomHours: hours })}
        />
      </div>
      <fieldset>
        <legend className="label mb-1">Room never open on</legend>
        <div className="grid grid-cols-7 gap-1">
          {WEEKDAYS.map((day) => {
            const isShut = roomNotOn.includes(day);
            return (
              <button
                key={day}
                type="button"
                aria-pressed={isShut}
                aria-label={DAY_NAMES[day]}
                // One day has to be left.
                disabled={!isShut && roomNotOn.length >= WEEKDAYS.length - 1}
                className={`press-h-9 rounded-[3px] border text-note font-semibold ${isShut ? 'border-act bg-act text-on-act' : 'border-line bg-raised text-ink'}`}
                onClick={() =>
                  change({
                    roomNotOn: isShut
                      ? roomNotOn.filter((one) => one !== day)
                      : WEEKDAYS.filter((one) => one === day || roomNotOn.includes(one)),
                  })
                }
              >
                {DAY_NAMES[day].slice(0, 2)}
              </button>
            );
          })}
        </div>
      </fieldset>
      <WishTick isOn={refitTogether} onChange={(isOn) => change({ refitTogether: isOn })}>
        Refit everything in one go, once the last piece is ready
      </WishTick>
    </div>
  );
}
