import type { ShopContext } from '@upholder/core/api';
import { thinningWords } from '@upholder/core/mixing';
import { type Application, does, movesOf, type StepDraft } from '@upholder/core/systems';
import { formatDuration } from '@upholder/core/units';
import { moveWords } from '@upholder/core/words';
import { show } from '../base/voice.ts';

/** What a move has of its own, behind what it covers and with what. */
function ownOf(move: Application, shop: Pick<ShopContext, 'supplies'>): string[] {
  const { thinning, wftUm, conditionerPct, supplyKey, laysOff } = move;
  const abrasive = shop.supplies.find(({ key }) => key === supplyKey)?.supply;
  return [
    abrasive?.name ?? '',
    thinning && !laysOff ? thinningWords(thinning) : '',
    wftUm !== null && !laysOff ? `${show('film', wftUm)} wet` : '',
    conditionerPct !== null && conditionerPct > 0 && !laysOff ? `${conditionerPct} % conditioner` : '',
  ].filter((words) => words !== '');
}

/** The moves of a step in words, each with what it covers and with what; none where it is done in one go. */
export function movesInWords(
  step: StepDraft,
  shop: Pick<ShopContext, 'supplies'>,
): { number: number; words: string }[] {
  if (step.applications.length === 0) return [];
  const moves = movesOf(step);
  return step.applications.map((own, at) => ({
    number: at + 1,
    words: [moveWords(moves[at] ?? own), ...ownOf(own, shop)].join(', '),
  }));
}

/** Passes of a coat or an abrasive in words; empty for a single one. */
export function passesInWords({ operation, passes, flashMin }: StepDraft): string {
  if (passes === 1) return '';
  if (!does(operation, 'laysFilm')) return `${passes} passes`;
  const between = flashMin > 0 ? `, ${formatDuration(flashMin)} flash-off between` : '';
  return `${passes} light passes${between}`;
}

/** The moves of a step, numbered; nothing where it is done in one go. */
export function MoveList({
  step,
  shop,
  className = '',
}: {
  step: StepDraft;
  shop: Pick<ShopContext, 'supplies'>;
  className?: string;
}) {
  const moves = movesInWords(step, shop);
  if (moves.length === 0) return null;
  return (
    <ol aria-label="In this order" className={className}>
      {moves.map(({ number, words }) => (
        <li key={number}>
          <span className="font-semibold">{number}</span> {words}
        </li>
      ))}
    </ol>
  );
}
