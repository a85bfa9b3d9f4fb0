import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { DryingItem } from '@upholder/core/floor';
import { faultyPieces } from '@upholder/core/inspection';
import { tagsOf } from '@upholder/core/pieces';
import { formatDuration } from '@upholder/core/units';
import { useMemo } from 'react';
import { whenWords } from '../../base/times.ts';
import { placeAt } from '../../job/placeWords.ts';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';
import { SoundSwitch } from '../../parts/SoundSwitch.tsx';
import { useDryAlarms } from './dryAlarms.ts';

function nextClock(film: DryingItem, now: number): { words: string; at: number } {
  const clocks = [
    { words: 'may be sanded', at: film.sandAt },
    { words: 'recoat opens', at: film.recoatAt },
    { words: 'may be handled', at: film.handleAt },
  ];
  const open = clocks.filter(({ at }) => at > now).sort((a, b) => a.at - b.at);
  const first = open[0] ?? { words: 'dry', at: now };
  const together = open.filter(({ at }) => at === first.at).map(({ words }) => words);
  return { words: together.join(', '), at: first.at };
}

/** Every film that is drying, with the time to its next clock in figures that read across the shop. */
export function DryingList({
  films,
  jobs,
  shop,
  now,
}: {
  films: readonly DryingItem[];
  jobs: Map<string, JobDetail>;
  shop: ShopContext;
  now: number;
}) {
  // Read from the whole log: once for each change of it, not with every second that counts down.
  const faulty = useMemo(() => new Map([...jobs].map(([id, detail]) => [id, faultyPieces(detail)])), [jobs]);
  useDryAlarms(films, now, (film) => {
    const detail = jobs.get(film.jobId);
    return detail ? tagsOf(detail.pieces, film.pieceIds) : film.loadLabel;
  });
  return (
    <section className="bg-sheet" aria-label="Drying">
      <div className="flex items-center gap-4 px-5 pt-3 pb-1">
        <h2 className="flex-1">Drying</h2>
        <SoundSwitch />
      </div>
      {films.length === 0 && <p className="px-5 pb-4 text-quiet">Nothing is wet.</p>}
      <ul className="divide-y divide-line">
        {films.slice(0, 6).map((film) => {
          const detail = jobs.get(film.jobId);
          const found = film.pieceIds.filter((id) => faulty.get(film.jobId)?.has(id));
          const piece = detail?.pieces.find(({ id }) => id === (found[0] ?? film.pieceIds[0]));
          const productKey = detail?.steps.find(({ id }) => id === film.stepId)?.productKey;
          const zone = detail?.zones.find(({ id }) => id === piece?.zoneId);
          const { words, at } = nextClock(film, now);
          const side = {
            state: 'wet' as const,
            wetUntil: null,
            isColour: shop.products.some(({ key, sheet }) => key === productKey && sheet.role === 'colour'),
          };
          return (
            <li key={film.loadId} className="flex items-center gap-4 px-5 py-2.5">
              <span className="flex w-13 shrink-0 justify-center">
                {piece && (
                  <PieceGlyph
                    piece={piece}
                    colour={zone?.newColour ?? '#888888'}
                    states={{ front: side, back: piece.finishBack ? side : null, isFaulty: found.length > 0 }}
                    size={46}
                  />
                )}
              </span>
              <div className="min-w-0 flex-1 leading-snug">
                <p className="font-semibold">
                  {film.name}, {placeAt(film, shop)}
                </p>
                <p className="text-quiet">
                  {zone?.name ?? ''}{' '}
                  <span className="font-semibold">{detail && tagsOf(detail.pieces, film.pieceIds)}</span>
                </p>
                <p>
                  {found.length > 0 && detail && (
                    <span className="block font-semibold text-stop">
                      Finding open on {tagsOf(detail.pieces, found)}
                    </span>
                  )}
                  {words} <span className="quantity">{whenWords(at, now, shop.timeZone)}</span>
                </p>
                {film.shutsAt !== null && film.shutsAt - now < 3 * 1440 && (
                  <p className="font-semibold text-stop">
                    window closes {whenWords(film.shutsAt, now, shop.timeZone)}
                  </p>
                )}
              </div>
              <p
                className="whitespace-nowrap text-right font-bold text-arm leading-none [font-stretch:88%]"
                role="timer"
              >
                {formatDuration(at - now)}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
