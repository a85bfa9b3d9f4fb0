import type { PieceRow } from '@upholder/core/api';
import { APPLICATOR_WORDS, cautionWords } from '@upholder/core/catalogue';
import { coatAmounts, thinningWords } from '@upholder/core/mixing';
import { totalAreas } from '@upholder/core/pieces';
import { SAFETY_FOOTNOTE } from '@upholder/core/survey';
import {
  FINISHING_SYSTEMS,
  type Step,
  sideOf,
  stepAppliesTo,
  suppliesOfStep,
  supplyWords,
} from '@upholder/core/systems';
import { formatDuration } from '@upholder/core/units';
import { CLOCK_WORDS } from '@upholder/core/words';
import { Link, useSearchParams } from 'react-router';
import { show, voice } from '../../base/voice.ts';
import { clocksInZone, type ShopOfZone, shopInZone } from '../../job/airAt.ts';
import { MoveList, passesInWords } from '../../job/MoveList.tsx';
import { NoZone } from '../../job/NoZone.tsx';
import { holderWords, workedAt } from '../../job/placeWords.ts';
import { suppliesOf } from '../../job/productLookups.ts';
import { type JobInShop, useJobContext } from '../../job/useJobContext.ts';
import { Button } from '../../parts/controls.tsx';
import { CardStrokes } from './CardStrokes.tsx';

function clocksOf(step: Step, shop: ShopOfZone) {
  const sheet = shop.products.find(({ key }) => key === step.productKey)?.sheet;
  if (!sheet || step.wftUm === null) return null;
  const { shortest, longest } = clocksInZone(sheet, step.wftUm, shop);
  const words = (clock: 'sand' | 'recoatMin' | 'handle') => {
    const [from, to] = [shortest[clock].hereMinutes, longest[clock].hereMinutes];
    return from === to ? formatDuration(from) : `${formatDuration(from)}–${formatDuration(to)}`;
  };
  const until = longest.recoatMax ? ` to ${formatDuration(longest.recoatMax.hereMinutes)}` : '';
  return `sand ${words('sand')}, recoat ${words('recoatMin')}${until}, handle ${words('handle')}`;
}

function CardLine({
  step,
  number,
  detail,
  shop,
}: { step: Step; number: number; shop: ShopOfZone } & Pick<JobInShop, 'detail'>) {
  const sheet = shop.products.find(({ key }) => key === step.productKey)?.sheet;
  const pieces = detail.pieces.filter((piece) => piece.zoneId === step.zoneId && stepAppliesTo(step, piece));
  const isOnSite = detail.job.place === 'client';
  const amounts = sheet ? coatAmounts(step, sheet, pieces, sideOf(step), isOnSite) : null;
  const supplies = suppliesOfStep(step, suppliesOf(shop), pieces);
  const tools = [
    ...supplies.map(
      ({ supply, need }) => `${supply.name}${need ? `, ${supplyWords(need, voice().units)}` : ''}`,
    ),
    sheet?.name,
    step.applicator && step.applications.length === 0 ? APPLICATOR_WORDS[step.applicator] : null,
    step.wftUm === null ? null : `${show('film', step.wftUm)} wet`,
    passesInWords(step),
    step.thinning ? thinningWords(step.thinning) : null,
    amounts
      ? `${show('volume', amounts.paintMl)}${amounts.thinnerMl > 0 ? ` + ${show('volume', amounts.thinnerMl)}` : ''}`
      : null,
    amounts && amounts.conditionerMl > 0
      ? `${show('volume', amounts.conditionerMl)} ${sheet?.conditionerName || 'conditioner'}`
      : null,
  ].filter(Boolean);
  const clocks = clocksOf(step, shop);
  return (
    <tr className="border-line border-t align-baseline">
      <td className="py-0.5 pr-2 text-right text-quiet">{number}</td>
      <td className="py-0.5 pr-3 font-semibold">
        {step.name}
        {step.repeat && step.repeat.number > 1 && (
          <span className="font-normal text-quiet"> (unless approved)</span>
        )}
        {step.appliesTo !== 'any' && (
          <span className="font-normal text-quiet"> ({step.appliesTo} pieces)</span>
        )}
        {step.pieceIds.length > 0 && (
          <span className="font-normal text-quiet"> (only {pieces.map(({ tag }) => tag).join(', ')})</span>
        )}
      </td>
      <td className="py-0.5 pr-3">
        {tools.join(' · ')}
        <MoveList step={step} shop={shop} className="flex flex-wrap gap-x-4" />
        {clocks && <span className="block text-small text-quiet">{clocks}</span>}
        {step.note && <span className="block italic">{step.note}</span>}
      </td>
      <td className="whitespace-nowrap py-0.5 pr-3 text-quiet">{CLOCK_WORDS[step.waitFor]}</td>
      <td className="py-0.5">
        <span className="inline-block size-3.5 border border-ink align-middle" aria-hidden="true" />
      </td>
    </tr>
  );
}

/** Where the pieces of a zone are worked and dry, where that is not the shop's own: `6 pieces in Carport tent, on Posts`. */
function whereWords(pieces: readonly PieceRow[], { detail, shop }: JobInShop): string[] {
  const counts = new Map<string, number>();
  for (const piece of pieces) {
    const { place, way, holderId } = workedAt(piece, detail, shop);
    const words = [place ? `in ${place}` : way, holderWords(holderId, shop)].filter((word) => word !== '');
    if (words.length > 0) counts.set(words.join(', '), (counts.get(words.join(', ')) ?? 0) + 1);
  }
  return [...counts].map(([words, count]) => `${count} ${count === 1 ? 'piece' : 'pieces'} ${words}`);
}

/** The process card of a zone: one page for the wall. */
export function CardScreen() {
  const { detail, shop: around } = useJobContext();
  const [search] = useSearchParams();
  const zone = detail.zones.find(({ id }) => id === search.get('zone')) ?? detail.zones[0];
  if (!zone) return <NoZone title="A process card belongs to a zone" />;
  const pieces = detail.pieces.filter(({ zoneId }) => zoneId === zone.id);
  const steps = detail.steps.filter(({ zoneId }) => zoneId === zone.id);
  const cautions = [...new Set(steps.flatMap((step) => step.cautions))];
  const shop = shopInZone(around, detail, zone);
  const { airC, rhPct } = shop.planningClimate;
  return (
    <main className="flex flex-col gap-3 px-5 py-3 print:p-0">
      <div className="no-print flex items-center gap-3">
        <Link
          to={`../sequence?zone=${zone.id}`}
          className="font-semibold text-act underline underline-offset-2"
        >
          Back to the sequence
        </Link>
        <span className="flex-1" />
        <Button kind="act" onClick={() => window.print()}>
          Print the card
        </Button>
      </div>
      <article
        aria-label="Process card"
        className="mx-auto w-full max-w-[56rem] bg-sheet p-6 text-note leading-snug print:max-w-none print:p-0 print:text-[9.5pt]"
      >
        <header className="flex items-end gap-4 border-ink border-b-[3px] pb-2">
          <span className="tape text-body">{detail.job.code}</span>
          <div className="flex-1">
            <h1>{zone.name}</h1>
            <p>
              {detail.job.name} · {pieces.length} pieces, {show('area', totalAreas(pieces).totalMm2 / 1e6)}·{' '}
              {zone.systemId
                ? `${zone.systemId}, ${zone.customSystem ? `${zone.customSystem.name}, version ${zone.customSystem.version}` : FINISHING_SYSTEMS[zone.systemId].name}`
                : 'no system yet'}
            </p>
            {whereWords(pieces, { detail, shop: around }).map((words) => (
              <p key={words}>{words}</p>
            ))}
          </div>
          <div className="flex h-11 w-28 border border-ink" aria-hidden="true">
            <span className="flex-1" style={{ background: zone.oldColour }} />
            <span className="flex-[2]" style={{ background: zone.newColour }} />
          </div>
        </header>
        <table className="mt-2 w-full text-left">
          <thead>
            <tr className="text-quiet">
              <th scope="col" />
              <th scope="col" className="font-normal">
                Step
              </th>
              <th scope="col" className="font-normal">
                With
              </th>
              <th scope="col" className="font-normal">
                Starts when
              </th>
              <th scope="col">
                <span className="sr-only">Done</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {steps.map((step, index) => (
              <CardLine key={step.id} step={step} number={index + 1} detail={detail} shop={shop} />
            ))}
          </tbody>
        </table>
        <CardStrokes steps={steps} pieces={pieces} shop={shop} />
        <footer className="mt-3 border-ink border-t pt-2 text-note">
          {cautions.map((caution) => (
            <p key={caution}>• {cautionWords(caution)}</p>
          ))}
          <p className="mt-1 text-quiet">
            Drying times for {show('temperature', airC)} and {Math.round(rhPct)} %; confirm with a thumb test.{' '}
            {SAFETY_FOOTNOTE}
          </p>
        </footer>
      </article>
    </main>
  );
}
