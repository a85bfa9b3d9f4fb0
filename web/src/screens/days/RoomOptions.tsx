import type { JobDetail } from '@upholder/core/api';
import { staysBuiltIn } from '@upholder/core/pieces';
import type { PlanOptions } from '@upholder/core/planning';
import { useState } from 'react';
import { dateWords } from '../../base/times.ts';
import { Button, Field } from '../../parts/controls.tsx';
import { DateInput } from '../../parts/DateField.tsx';
import { RoomWishFields, WishTick } from './RoomWishes.tsx';
import { useWishes } from './useWishes.ts';

/** How many zones have something to do in the client's room. */
function zonesInRoom({ job, zones, pieces }: JobDetail): number {
  return zones.filter(({ id }) =>
    pieces.some((piece) => piece.zoneId === id && (job.place === 'client' || staysBuiltIn(piece))),
  ).length;
}

/**
 * What the client asks for the room: when it is closed, so that nothing is removed, painted or refitted there, whether it is worked
 * on zone by zone and refitted in one go; and how far away it is.
 */
export function RoomPlanOptions({
  detail,
  shopTripMin,
  planOptions,
  onPlanOptions,
}: {
  detail: JobDetail;
  shopTripMin: number;
  planOptions: PlanOptions;
  /** Plans again; settles when there is a plan, or a refusal. */
  onPlanOptions(planOptions: PlanOptions): Promise<void>;
}) {
  const [date, setDate] = useState('');
  const { wishes, change } = useWishes(planOptions, onPlanOptions);
  const { roomClosed, oneZoneAtATime } = wishes;
  const isNew = /^\d{4}-\d{2}-\d{2}$/.test(date) && !roomClosed.includes(date);
  return (
    <section aria-label="Client’s room">
      <div className="grid grid-cols-[1fr_auto] items-end gap-2">
        <Field label="Client’s room closed on">
          {(ids) => <DateInput {...ids} value={date} onDay={setDate} />}
        </Field>
        <Button
          disabled={!isNew}
          onClick={() => {
            change({ roomClosed: [...roomClosed, date].sort() });
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
                aria-label={`Reopen ${dateWords(day)}`}
                onClick={() => change({ roomClosed: roomClosed.filter((one) => one !== day) })}
              >
                open
              </button>
            </li>
          ))}
        </ul>
      )}
      {(zonesInRoom(detail) > 1 || oneZoneAtATime) && (
        <div className="mt-2">
          <WishTick isOn={oneZoneAtATime} onChange={(isOn) => change({ oneZoneAtATime: isOn })}>
            Room zone by zone, so that a way through and a sink stay free
          </WishTick>
        </div>
      )}
      <RoomWishFields {...{ wishes, shopTripMin, change }} />
    </section>
  );
}
