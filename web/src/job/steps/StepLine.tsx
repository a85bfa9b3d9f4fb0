import { APPLICATOR_WORDS, cautionWords, isSprayed } from '@upholder/core/catalogue';
import { type ClockSpan, type FilmClocks, spanSentence } from '@upholder/core/drying';
import { coatAmounts, overThinned, thinningWords } from '@upholder/core/mixing';
import type { Piece } from '@upholder/core/pieces';
import type { Severity } from '@upholder/core/rules';
import {
  movesOf,
  type Step,
  type StepDraft,
  sideOf,
  suppliesOfStep,
  supplyWords,
} from '@upholder/core/systems';
import { formatDuration } from '@upholder/core/units';
import { CLOCK_WORDS } from '@upholder/core/words';
import { ChevronDown, ChevronRight, GripVertical } from 'lucide-react';
import type { KeyboardEvent, ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { show, voice } from '../../base/voice.ts';
import type { useSortableItem } from '../../parts/Sortable.tsx';
import { clocksInZone, type ShopOfZone } from '../airAt.ts';
import { movesInWords } from '../MoveList.tsx';
import { suppliesOf } from '../productLookups.ts';
import { ClockFigure, Figure } from './StepFigures.tsx';

interface StepLineProps {
  step: StepDraft;
  number: number;
  pieces: readonly Piece[];
  shop: ShopOfZone;
  isOnSite: boolean;
  isOpen: boolean;
  /** Gravest thing that the rules say of it. */
  mark: Severity | null;
  /** Dry film in µm that it sands off; none where it is left out. */
  offUm?: number;
  /** Tags of the only pieces it is for; empty: all that fit. */
  only?: readonly string[];
  /** What makes it an item that can be dragged. */
  sortable?: ReturnType<typeof useSortableItem>;
  /** What stands above it. */
  head?: ReactNode;
  onToggle(): void;
  onKeyDown?(event: KeyboardEvent): void;
  /** What stands below an open step. */
  children?: ReactNode;
}

const CLOCKS: { key: Exclude<keyof FilmClocks, 'factor' | 'because'>; name: string }[] = [
  { key: 'touch', name: 'Touch dry' },
  { key: 'sand', name: 'Dry to sand' },
  { key: 'recoatMin', name: 'Recoat from' },
  { key: 'recoatMax', name: 'Recoat until' },
  { key: 'handle', name: 'Dry to handle' },
  { key: 'pack', name: 'Dry to pack' },
  { key: 'refit', name: 'Refit' },
  { key: 'cure', name: 'Full cure' },
];

const APPLIES_TO_WORDS: Record<Exclude<Step['appliesTo'], 'any'>, string> = {
  old: 'For pieces with their old finish; replacements have steps of their own.',
  new: 'For replaced pieces, which come unfinished.',
  repaired: 'For pieces that are repaired first.',
};

/** What an open step says besides its line: why, waits, cautions, and the clocks of its film here. */
function StepBody({
  step,
  clocks,
  source,
  tooThin,
  sprayAt,
  children,
}: {
  step: StepDraft;
  clocks: ClockSpan | null;
  source: string | undefined;
  tooThin: string | null;
  /** Address at which this coat can be sprayed on the screen; null where it is not sprayed. */
  sprayAt: string | null;
  children: ReactNode;
}) {
  const isFilm = step.productKey !== null;
  return (
    <div className="grid grid-cols-[2.2rem_minmax(0,1fr)_minmax(0,1fr)] gap-x-3 px-3 pb-4 max-md:grid-cols-1 max-md:gap-y-3 max-md:[&>span:empty]:hidden">
      <span />
      <div className="flex flex-col gap-2 pr-4">
        {isFilm && <p>{step.why}</p>}
        {step.note && <p className="italic">{step.note}</p>}
        {step.appliesTo !== 'any' && <p className="text-quiet">{APPLIES_TO_WORDS[step.appliesTo]}</p>}
        {step.waitFor !== 'none' && <p className="text-quiet">Starts when {CLOCK_WORDS[step.waitFor]}.</p>}
        {step.dryingMin > 0 && (
          <p className="text-quiet">Rests at least {formatDuration(step.dryingMin)} before the next coat.</p>
        )}
        {tooThin && <p className="font-semibold text-stop">{tooThin}</p>}
        {step.cautions.map((caution) => (
          <p key={caution} className="border-stop border-l-4 pl-3">
            {cautionWords(caution)}
          </p>
        ))}
        {step.cautions.length > 0 && (
          <p className="text-small text-quiet">
            The product’s safety data sheet, local codes and licensed practice come first; this is not legal
            advice.
          </p>
        )}
      </div>
      {clocks && (
        <div>
          <p className="font-semibold">Here, {clocks.longest.because}</p>
          <dl className="mt-1 grid grid-cols-[7.5rem_1fr] gap-y-0.5">
            {CLOCKS.map(({ key, name }) => {
              const [from, to] = [clocks.shortest[key], clocks.longest[key]];
              return (
                <div key={key} className="contents">
                  <dt className="text-quiet">{name}</dt>
                  <dd>{from && to ? spanSentence(from, to) : 'the sheet sets no end'}</dd>
                </div>
              );
            })}
          </dl>
          <p className="mt-1.5 text-small text-quiet">
            Sheet: {source}. An estimate: confirm with a thumb test.
          </p>
          {sprayAt && (
            <Link to={sprayAt} className="mt-2 inline-block font-semibold underline underline-offset-2">
              Set up and spray it
            </Link>
          )}
        </div>
      )}
      {children && (
        <div className="col-span-2 col-start-2 max-md:col-span-1 max-md:col-start-1">{children}</div>
      )}
    </div>
  );
}

/** One step: its name and tools in a line, and for a film what to mix and how long it takes here. */
export function StepLine({
  step,
  number,
  pieces,
  shop,
  isOnSite,
  isOpen,
  mark,
  only = [],
  offUm = 0,
  sortable,
  head,
  onToggle,
  onKeyDown,
  children,
}: StepLineProps) {
  const sheet = shop.products.find(({ key }) => key === step.productKey)?.sheet;
  const clocks = sheet && step.wftUm !== null ? clocksInZone(sheet, step.wftUm, shop) : null;
  const amounts = sheet ? coatAmounts(step, sheet, pieces, sideOf(step), isOnSite) : null;
  const supplies = suppliesOfStep(step, suppliesOf(shop), pieces);
  const tooThin = sheet && step.thinning ? overThinned(step.thinning, sheet) : null;
  const isFilm = step.productKey !== null;
  const { jobId } = useParams();
  const isSprayedHere = isFilm && movesOf(step).some(({ applicator }) => isSprayed(applicator));
  const sprayAt =
    jobId && isSprayedHere
      ? `/spray?${new URLSearchParams({ job: jobId, product: step.productKey ?? '', piece: pieces[0]?.id ?? '' })}`
      : null;
  return (
    <li
      id={`step-${step.key}`}
      ref={sortable?.ref}
      style={sortable?.style}
      className={`relative border-line border-b ${isFilm ? 'bg-raised' : ''} ${mark === 'stop' ? 'border-l-[6px] border-l-stop' : mark === 'warn' ? 'border-l-[6px] border-l-tape' : ''}`}
    >
      {sortable && (
        <span
          {...sortable.handle}
          className={`absolute left-0 grid h-10 w-6 cursor-grab touch-none place-items-center text-quiet ${head ? 'top-6' : 'top-0'}`}
          title="Drag to move it, or use Alt ↑ and Alt ↓ on the step"
        >
          <GripVertical size={15} aria-hidden="true" />
        </span>
      )}
      {head}
      <button
        type="button"
        onKeyDown={onKeyDown}
        aria-expanded={isOpen}
        onClick={onToggle}
        className="press-h-9 grid w-full content-center grid-cols-[2.2rem_11.5rem_minmax(0,1fr)_1.5rem] items-baseline gap-x-3 px-3 py-2 text-left max-md:grid-cols-[1.6rem_minmax(0,1fr)_1.5rem] max-md:gap-y-1"
      >
        <span className="text-right text-quiet">{number}</span>
        <span className={isFilm ? 'font-bold' : 'font-semibold'}>{step.name}</span>
        <span className="flex min-w-0 flex-wrap items-baseline gap-x-5 gap-y-1 max-md:order-last max-md:col-span-2 max-md:col-start-2">
          {sheet && <span>{sheet.name}</span>}
          {!isFilm && (
            <span className="text-quiet">
              {supplies.map(({ key, supply, need }) => (
                <span key={key} className="mr-3 text-ink">
                  {supply.name}
                  {need && <span className="quantity">, {supplyWords(need, voice().units)}</span>}
                </span>
              ))}
              {step.why}
            </span>
          )}
          {isFilm && step.passes > 1 && (
            <Figure name="passes" title="light passes back to back, which make the wet film together">
              {step.passes}
              {step.flashMin > 0 && `, ${formatDuration(step.flashMin)} flash-off`}
            </Figure>
          )}
          {offUm > 0 && (
            <Figure name="takes off" title="dry film, by the shop’s figure for this grit and all passes">
              {step.passes > 1 && `${step.passes} passes, `}about {show('film', Math.round(offUm))}
            </Figure>
          )}
          {only.length > 0 && <Figure name="only">{only.join(', ')}</Figure>}
          {step.faces !== 'both' && <Figure name="on">{step.faces}s</Figure>}
          {step.mixCount > 1 && <Figure name="mixes">{step.mixCount}</Figure>}
          {step.applicator && step.applications.length === 0 && (
            <Figure name="by">{APPLICATOR_WORDS[step.applicator]}</Figure>
          )}
          {step.wftUm !== null && (
            <Figure name="wet" title="wet film as applied, typical for its sheet">
              {show('film', step.wftUm)}
            </Figure>
          )}
          {amounts && step.thinning && (
            <Figure
              name="mix"
              title={`${show('volume', amounts.mixMl)} in all: area × wet film ÷ what reaches the piece, plus what stays in cup and hose`}
            >
              {show('volume', amounts.paintMl)}
              {amounts.thinnerMl > 0 ? ` + ${show('volume', amounts.thinnerMl)} ${sheet?.thinnerName}` : ''}
              {amounts.conditionerMl > 0
                ? ` + ${show('volume', amounts.conditionerMl)} ${sheet?.conditionerName || 'conditioner'}`
                : ''}
            </Figure>
          )}
          {step.thinning && <Figure name="thinning">{thinningWords(step.thinning)}</Figure>}
          {step.tintPct > 0 && <Figure name="tinted">{step.tintPct} % towards the colour</Figure>}
          {movesInWords(step, shop).map(({ number, words }) => (
            <Figure key={number} name={String(number)}>
              {words}
            </Figure>
          ))}
          {clocks && (
            <>
              <ClockFigure name="sand" of={clocks} clock="sand" />
              <ClockFigure name="recoat" of={clocks} clock="recoatMin">
                {clocks.longest.recoatMax
                  ? ` to ${formatDuration(clocks.longest.recoatMax.hereMinutes)}`
                  : ', no end'}
              </ClockFigure>
              <ClockFigure name="handle" of={clocks} clock="handle" />
            </>
          )}
        </span>
        <span className="self-center text-quiet">
          {isOpen ? <ChevronDown size={18} /> : <ChevronRight size={18} />}
        </span>
      </button>
      {isOpen && (
        <StepBody step={step} clocks={clocks} source={sheet?.source} tooThin={tooThin} sprayAt={sprayAt}>
          {children}
        </StepBody>
      )}
    </li>
  );
}
