import type { JobDetail, ShopContext } from '@upholder/core/api';
import { residueMl } from '@upholder/core/film';
import { type CoatMix, thinningWords } from '@upholder/core/mixing';
import { tagsOf } from '@upholder/core/pieces';
import { residuePlaces, toolsOfMoves } from '@upholder/core/systems';
import { partsInWords } from '@upholder/core/words';
import { Link } from 'react-router';
import { whenWords } from '../../base/times.ts';
import { show } from '../../base/voice.ts';
import { coatOf, mixAddress, useAgenda } from '../../job/useAgenda.ts';
import { useLearnedFigures } from '../../job/useLearned.ts';
import { Volume } from './Amount.tsx';

/** The coats that the plans ask for next, each with what to mix for it. */
export function ToMix({ details, shop }: { details: readonly JobDetail[]; shop: ShopContext }) {
  const { agenda, jobs, now } = useAgenda(details, shop);
  const learned = useLearnedFigures();
  const coats = [...agenda.ready, ...agenda.waiting].flatMap((item) => {
    const detail = jobs.get(item.jobId);
    const coat = detail && coatOf(item, detail, shop, learned);
    if (!detail || !coat) return [];
    return coat.mixes.map((mix, number) => ({ item, detail, coat, mix, number, amounts: mix.amounts }));
  });
  if (coats.length === 0) return null;
  return (
    <section aria-label="To mix next" className="bg-sheet">
      <h2 className="px-4 pt-3">To mix next</h2>
      {coats.slice(0, MOST_TO_MIX).map(({ item, detail, coat, mix, number, amounts }) => (
        <Link
          key={`${item.jobId} ${item.op.id} ${number}`}
          to={mixAddress(item, detail, coat, mix)}
          className="flex min-h-16 items-center gap-4 border-line border-t px-4 py-2 hover:bg-raised"
        >
          <span className="min-w-0 flex-1 leading-snug">
            <span className="block font-semibold text-lead">
              {item.op.name}, {detail.job.code}
            </span>
            <span className="block text-quiet">
              <span className="font-semibold">{tagsOf(detail.pieces, item.op.pieceIds)}</span> ·{' '}
              {coat.sheet.name}, {mixedFor(coat, mix)}
            </span>
          </span>
          <span className="text-right leading-snug">
            <span className="block text-lead">
              <Volume ml={amounts.mixMl} />
            </span>
            {isShort(shop, coat.step.productKey, amounts.paintMl) && (
              <span className="block font-semibold text-stop">more than in stock</span>
            )}
            <span className="text-quiet">
              {whenWords(Math.max(item.openAt, item.plannedStart ?? 0, now), now, shop.timeZone)}
            </span>
          </span>
        </Link>
      ))}
    </section>
  );
}

const MOST_TO_MIX = 5;

/** What of a mix stays in its tools, and what it is for where a coat takes more than one. */
function mixedFor(
  { mixes }: Pick<NonNullable<ReturnType<typeof coatOf>>, 'mixes'>,
  { moves, thinning, conditionerPct }: CoatMix,
): string {
  const residue = toolsOfMoves(moves).reduce((sum, tool) => sum + residueMl(tool), 0);
  return [
    ...(mixes.length > 1 ? [moves.map((move) => partsInWords(move.parts)).join(' and ')] : []),
    ...(mixes.length > 1 && thinning ? [thinningWords(thinning)] : []),
    ...(conditionerPct > 0 ? [`${conditionerPct} % conditioner`] : []),
    `incl. ${show('volume', residue)} for ${residuePlaces({ moves }).join(' and ')}`,
  ].join(', ');
}

/** Whether the tins, where somebody counted them, hold less than that. */
function isShort(shop: ShopContext, productKey: string | null, paintMl: number): boolean {
  const stockMl = shop.products.find(({ key }) => key === productKey)?.stockMl ?? null;
  return stockMl !== null && stockMl < paintMl;
}
