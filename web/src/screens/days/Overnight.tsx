import type { JobDetail } from '@upholder/core/api';
import { effectiveLog } from '@upholder/core/jobs';
import { tagsOf } from '@upholder/core/pieces';
import {
  loggedEnd,
  type PlannedOp,
  RESTING_PLACES,
  type Resting,
  type RestingPlace,
  restingAt,
} from '@upholder/core/planning';
import { whenWords } from '../../base/times.ts';

const PLACE_NAMES: Record<Exclude<RestingPlace, 'back'>, string> = {
  client: 'With the client',
  rail: 'On the rail',
  rack: 'On the rack',
  wet: 'Wet, on the bench',
  stacked: 'Stacked',
};

const SHOWN = RESTING_PLACES.filter((place) => place !== 'back');

/** Where the loose pieces of a job are at a moment, by what is logged and planned; what is back with the client is left out. */
function restingOf({ plan, log }: JobDetail, at: number): Resting[] {
  if (!plan) return [];
  const entries = effectiveLog(log);
  const endOf = (op: PlannedOp) => loggedEnd(op, entries) ?? op.end;
  return restingAt(plan, at, endOf).filter(({ place }) => place !== 'back');
}

/**
 * What hangs and stands where when everybody has gone, and until when it must not be touched.
 * @param stackingPieces that find room where dry pieces are stacked; 0 where nobody counts.
 */
export function Overnight({
  details,
  at,
  timeZone,
  stackingPieces,
  isBrief = false,
}: {
  details: readonly JobDetail[];
  at: number;
  timeZone: string;
  stackingPieces: number;
  /** Without the times, where they stand beside it. */
  isBrief?: boolean;
}) {
  const isMany = details.length > 1;
  const rows = details.flatMap((detail) =>
    restingOf(detail, at).map((rest) => ({ rest, detail, tags: tagsOf(detail.pieces, rest.pieceIds) })),
  );
  if (rows.length === 0) return null;
  const count = (own: typeof rows) => own.reduce((sum, { rest }) => sum + rest.pieceIds.length, 0);
  const stacked = count(rows.filter(({ rest }) => rest.place === 'stacked'));
  const isFull = stackingPieces > 0 && stacked > stackingPieces;
  return (
    <>
      <dl className="mt-1 leading-snug">
        {SHOWN.map((place) => {
          const own = rows.filter(({ rest }) => rest.place === place);
          if (own.length === 0) return null;
          return (
            <div key={place} className="border-line border-t py-1">
              <dt>
                <span className="font-semibold">{PLACE_NAMES[place]}</span>{' '}
                <span className="text-quiet">{count(own) === 1 ? '1 piece' : `${count(own)} pieces`}</span>
              </dt>
              {isBrief &&
                details.map(({ job, pieces }) => {
                  const ids = own.flatMap(({ rest, detail }) =>
                    detail.job.id === job.id ? rest.pieceIds : [],
                  );
                  return ids.length === 0 ? null : (
                    <dd key={job.id}>
                      {isMany && `${job.code}: `}
                      {tagsOf(pieces, ids)}
                    </dd>
                  );
                })}
              {(isBrief ? [] : own).map(({ rest: { until }, detail: { job }, tags }) => (
                <dd key={`${job.id} ${until}`} className="text-note">
                  {isMany && `${job.code}: `}
                  {tags}
                  {until !== null && (
                    <span className="text-quiet">, do not touch until {whenWords(until, at, timeZone)}</span>
                  )}
                </dd>
              ))}
            </div>
          );
        })}
      </dl>
      {isFull && (
        <p className="mt-1 font-semibold text-stop">
          {stacked} pieces stacked; there is room for {stackingPieces}. Take down fewer at once, or clear more
          room.
        </p>
      )}
    </>
  );
}
