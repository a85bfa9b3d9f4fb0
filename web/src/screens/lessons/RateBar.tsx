import type { Rate } from '@upholder/core/lessons';

/** Shares beyond this end of the scale are drawn at it. */
const SCALE_END = 0.5;

const percent = (share: number) => `${Math.round(share * 100)}\u00a0%`;
const at = (share: number) => `${(Math.min(share, SCALE_END) / SCALE_END) * 100}%`;

/** What may be concluded from a count: the share with its interval, or that there are too few. */
function shareWords({ share, from, to, isTooFew }: Rate): string {
  return isTooFew ? 'too few to say' : `${percent(share)} (${Math.round(from * 100)} to ${percent(to)})`;
}

/** A share with its interval on a line from 0 to a half; only the count where there is too little to say. */
export function RateBar({ rate, standsOut }: { rate: Rate; standsOut: boolean }) {
  return (
    <div className="leading-snug">
      <div aria-hidden="true" className="relative h-4 border-line border-b-2">
        {!rate.isTooFew && (
          <>
            <span
              className={`absolute bottom-0 h-2 ${standsOut ? 'bg-stop' : 'bg-quiet'} opacity-40`}
              style={{ left: at(rate.from), width: `calc(${at(rate.to)} - ${at(rate.from)})` }}
            />
            <span
              className={`absolute -bottom-[2px] h-4 w-[3px] -translate-x-1/2 ${standsOut ? 'bg-stop' : 'bg-ink'}`}
              style={{ left: at(rate.share) }}
            />
          </>
        )}
      </div>
      <span className={`text-note ${standsOut ? 'font-semibold text-stop' : ''}`}>
        <span className="font-semibold">
          {rate.faults} of {rate.of}
        </span>{' '}
        <span className={`max-md:block ${rate.isTooFew ? 'text-quiet' : ''}`}>{shareWords(rate)}</span>
        {standsOut && ' more than the rest'}
      </span>
    </div>
  );
}
