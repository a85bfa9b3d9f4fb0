import type { PieceRow, ShopContext, ZoneRow } from '@upholder/core/api';
import { type CoatNeed, equivalentSides, type GapCause, interval90 } from '@upholder/core/estimating';
import { plural } from '@upholder/core/said';
import { show, showAll } from '../../base/voice.ts';
import { Card } from '../../parts/controls.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { CELL, HEAD } from './cells.ts';

/** How far the count is from the film, in percent of the film. */
function gapOf({ film, count }: CoatNeed): number | null {
  return count === null || film.paintMl <= 0 ? null : Math.round((count.paintMl / film.paintMl - 1) * 100);
}

/** Why the count is more or less than the film. */
const GAP_WORDS: Record<GapCause, (isMore: boolean) => string> = {
  figure: (isMore) => (isMore ? 'your figure a side is higher' : 'your figure a side is lower'),
  area: (isMore) => (isMore ? 'pieces are smaller than the doors they count for' : 'pieces are larger'),
  film: (isMore) => (isMore ? 'this film is thinner' : 'this film is thicker'),
  edges: (isMore) => (isMore ? 'less spray goes past the edges' : 'more spray goes past the edges'),
  rest: (isMore) => (isMore ? 'other tools and parts' : 'what stays in the tool'),
};

/** A gap of less than this is no gap: both ways are rougher than that. */
const NO_GAP_PCT = 10;

function GapWords({ coat }: { coat: CoatNeed }) {
  const gap = gapOf(coat);
  if (gap === null) return <span className="text-quiet">not counted</span>;
  if (Math.abs(gap) < NO_GAP_PCT) return <span className="text-quiet">agree</span>;
  const [reason, second] = coat.count?.gap ?? [];
  return (
    <>
      count {Math.abs(gap)} % {gap > 0 ? 'above' : 'below'}
      {reason && (
        <span className="block text-quiet text-small">
          {[reason, second].flatMap((one) => (one ? GAP_WORDS[one.cause](one.pct > 0) : [])).join('; ')}
        </span>
      )}
    </>
  );
}

/** The count in one line for each product: a side and coat, and all coats and sides together. */
function CountLines({
  doors,
  coats,
  nameOf,
}: {
  doors: number;
  coats: readonly CoatNeed[];
  nameOf(key: string): string;
}) {
  const keys = [...new Set(coats.flatMap(({ productKey, count }) => (count ? productKey : [])))];
  return keys.map((key) => {
    const own = coats.flatMap(({ productKey, count }) => (productKey === key && count ? count : []));
    const [first] = own;
    if (!first) return null;
    const total = own.reduce((sum, { paintMl }) => sum + paintMl, 0);
    return (
      <p key={key} className="text-note">
        {nameOf(key)}: {doors} × {show('volume', first.perSideMl)} ={' '}
        <span className="quantity">{show('volume', doors * first.perSideMl)}</span> a side and coat;{' '}
        {own.length === 1 ? '1 coat' : `${own.length} coats`} on{' '}
        {own.reduce((sum, { equivalentSides }) => sum + equivalentSides, 0)} sides in all:{' '}
        <span className="quantity">{show('volume', total)}</span>
      </p>
    );
  });
}

/** The coats of a zone, each by film and by door equivalents, with how far the two are apart. */
export function CoatTable({
  zone,
  pieces,
  coats,
  shop,
}: {
  zone: ZoneRow;
  pieces: readonly PieceRow[];
  coats: readonly CoatNeed[];
  shop: ShopContext;
}) {
  if (coats.length === 0) return null;
  const doors = equivalentSides(pieces, 'front', shop.settings.doorMeasure);
  const nameOf = (key: string) => shop.products.find((product) => product.key === key)?.sheet.name ?? key;
  return (
    <Card className="p-4" aria-label={`Coats of ${zone.name}`}>
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h2 className="flex items-center gap-2">
          <span className="inline-block size-4 border border-line" style={{ background: zone.newColour }} />
          {zone.name}
        </h2>
        <p className="text-quiet">
          counts as <span className="quantity text-ink">{doors}</span>{' '}
          {doors === 1 ? 'door equivalent' : 'door equivalents'}
        </p>
      </div>
      <div className="mt-1">
        <CountLines doors={doors} coats={coats} nameOf={nameOf} />
      </div>
      <SideScroll label="Paint, coat by coat" className="mt-2">
        <table className="w-full min-w-[52rem] text-left max-md:min-w-0">
          <thead>
            <tr className="border-quiet border-b">
              <th className="py-1.5 font-semibold">Coat</th>
              <th className={`${HEAD} max-md:hidden`}>Area</th>
              <th className={HEAD}>By film</th>
              <th className={`${HEAD} max-md:hidden`}>90 % interval</th>
              <th className={HEAD}>By door count</th>
              <th className={HEAD}>The two</th>
            </tr>
          </thead>
          <tbody>
            {coats.map((coat) => (
              <tr key={coat.stepId} className="border-line border-b">
                <th scope="row" className="py-1.5 font-normal">
                  <span className="font-semibold">{coat.name}</span>
                  <span className="block text-quiet text-small">{nameOf(coat.productKey)}</span>
                </th>
                <td className={`${CELL} quantity max-md:hidden`}>{show('area', coat.areaM2)}</td>
                <td className={`${CELL} quantity`}>
                  {show('volume', coat.film.paintMl)}
                  {coat.film.thinnerMl >= 1 && (
                    <span className="block font-normal text-quiet text-small">
                      + {show('volume', coat.film.thinnerMl)} thinner
                    </span>
                  )}
                </td>
                <td className={`${CELL} quantity max-md:hidden`}>
                  {showAll('volume', interval90(coat.film.believed), ' to ')}
                  {coat.film.mixes > 0 && (
                    <span className="block font-normal text-quiet text-small">
                      from {plural(coat.film.mixes, 'mix', 'mixes')}
                    </span>
                  )}
                </td>
                <td className={`${CELL} quantity`}>
                  {coat.count ? (
                    <>
                      {show('volume', coat.count.paintMl)}
                      <span className="block font-normal text-quiet text-small">
                        {coat.count.equivalentSides} sides × {show('volume', coat.count.perSideMl)}
                        {coat.count.from === 'standard' && ', from a standard door'}
                        {coat.count.from === 'learned' &&
                          `, from ${plural(coat.count.mixes, 'mix', 'mixes')}`}
                      </span>
                    </>
                  ) : (
                    '–'
                  )}
                </td>
                <td className={CELL}>
                  <GapWords coat={coat} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </SideScroll>
    </Card>
  );
}
