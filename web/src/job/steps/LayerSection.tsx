import type { ShopContext, ZoneRow } from '@upholder/core/api';
import { dryFilmOf } from '@upholder/core/mixing';
import { builtUp } from '@upholder/core/rules';
import { does, type Operation, type StepDraft } from '@upholder/core/systems';
import { show } from '../../base/voice.ts';
import { SortableList, useSortableItem } from '../../parts/Sortable.tsx';
import { sheetsOf } from '../productLookups.ts';

const PX_PER_UM = 0.85;
const LEAST_PX = 16;
/** Usual on wood, in µm dry; the gauge ends at its full width. */
const USUAL_UM = { from: 100, to: 180, gauge: 300 };

/** A preparation as a mark of its own between films: what the surface is given, drawn as it feels. */
const MARKS: Record<Operation, string> = {
  clean: 'M0 5.5 H84 M0 9.5 H84',
  degloss: 'M0 5.5 H84 M0 9.5 H84 M6 2 V13 M42 2 V13 M78 2 V13',
  key: 'M0 13 L6 2 L12 13 L18 2 L24 13 L30 2 L36 13 L42 2 L48 13 L54 2 L60 13 L66 2 L72 13 L78 2 L84 13',
  ease: 'M0 13 Q0 4 9 4 H75 Q84 4 84 13',
  sand: 'M0 11 L3 5 L6 11 L9 5 L12 11 L15 5 L18 11 L21 5 L24 11 L27 5 L30 11 L33 5 L36 11 L39 5 L42 11 L45 5 L48 11 L51 5 L54 11 L57 5 L60 11 L63 5 L66 11 L69 5 L72 11 L75 5 L78 11 L81 5 L84 11',
  station:
    'M0 11 L3 5 L6 11 L9 5 L12 11 L15 5 L18 11 L21 5 L24 11 M34 8 Q52 -3 70 8 Q52 19 34 8 M48 8 A4 4 0 1 0 56 8 A4 4 0 1 0 48 8',
  repair: 'M0 8 H22 Q26 16 34 16 Q42 16 46 8 H84',
  caulk: 'M0 8 H34 L38 14 H46 L50 8 H84',
  mask: 'M10 3 H74 L71 8 L74 13 H10 L13 8 Z',
  hang: 'M42 14 V8 Q42 3 47 3 Q52 3 52 7',
  inspect: 'M20 8 Q42 -4 64 8 Q42 20 20 8 M38 8 A4 4 0 1 0 46 8 A4 4 0 1 0 38 8',
  pack: 'M22 3 H62 V13 H22 Z M22 6 H62',
  deliver: 'M10 4 H40 V13 H10 Z M48 8 H76 M70 4 L76 8 L70 12',
  refit: 'M36 3 V13 M36 3 H60 V13 H36',
  // A film, a filler in the pores and dust have drawings of their own.
  coat: '',
  fill: '',
  dust: '',
  remove: 'M30 13 V3 H54 V13 M60 8 H78 M73 4 L78 8 L73 12',
};

interface ItemProps {
  step: StepDraft;
  zone: Pick<ZoneRow, 'newColour'>;
  shop: ShopContext;
  onShow(key: string): void;
}

function dryUm(step: StepDraft, shop: ShopContext): number | null {
  const sheet = shop.products.find(({ key }) => key === step.productKey)?.sheet;
  if (!sheet || step.wftUm === null || step.isEdgesOnly) return null;
  return dryFilmOf(step, sheet);
}

function isPale(hex: string): boolean {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16));
  return 0.2126 * r + 0.7152 * g + 0.0722 * b > 140;
}

function Item({ step, zone, shop, onShow }: ItemProps) {
  const { ref, style, handle } = useSortableItem(step.key);
  const um = dryUm(step, shop);
  const isFilm = um !== null && !does(step, 'fillsPores');
  const role = shop.products.find(({ key }) => key === step.productKey)?.sheet.role;
  const isColour = role === 'colour';
  const few = step.pieceIds.length > 0 || step.appliesTo === 'new' || step.appliesTo === 'repaired';
  const look = !isFilm
    ? {}
    : {
        height: Math.max(LEAST_PX, um * PX_PER_UM),
        background: isColour ? zone.newColour : role === 'clear' ? 'transparent' : 'var(--primer)',
        ...(role === 'clear' ? { boxShadow: 'inset 0 0 0 2px var(--primer)' } : {}),
        color: isColour
          ? `color-mix(in srgb, ${zone.newColour} 12%, ${isPale(zone.newColour) ? 'black' : 'white'})`
          : role === 'clear'
            ? 'var(--ink)'
            : 'var(--on-primer)',
      };
  return (
    <li ref={ref} style={style}>
      <button
        type="button"
        {...handle}
        title={`${step.name}. Drag to move it.`}
        onClick={() => onShow(step.key)}
        className={`flex w-full touch-none items-center justify-between gap-2 px-1.5 text-left text-tiny leading-[16px] ${isFilm ? 'border-sheet border-t' : 'text-quiet hover:bg-closed'} ${few ? 'ml-5 !w-[calc(100%-1.25rem)]' : ''}`}
        style={look}
      >
        <span className="truncate">{step.name}</span>
        {isFilm ? (
          <span className="quantity">{show('film', Math.round(um))}</span>
        ) : step.productKey !== null ? (
          <span className="whitespace-nowrap">
            {does(step, 'fillsPores') ? 'in the pores' : 'edges, spots'}
          </span>
        ) : (
          <svg viewBox="0 0 84 16" className="h-4 w-[3.6rem] flex-none" aria-hidden="true">
            {does(step, 'takesDust') ? (
              <g fill="currentColor">
                {[4, 18, 30, 44, 58, 70, 80].map((x, index) => (
                  <circle key={x} cx={x} cy={index % 2 === 0 ? 5 : 11} r="1.6" />
                ))}
              </g>
            ) : (
              <path d={MARKS[step.operation]} fill="none" stroke="currentColor" strokeWidth="1.4" />
            )}
          </svg>
        )}
      </button>
    </li>
  );
}

/** The films against what their products and a whole build-up bear. */
function Totals({ steps, shop }: { steps: readonly StepDraft[]; shop: ShopContext }) {
  const shared = steps.filter(({ pieceIds, appliesTo }) => pieceIds.length === 0 && appliesTo !== 'new');
  const built = builtUp(shared, sheetsOf(shop), shop.settings.sandedOff);
  const films = built.films.map(({ step, leftUm }) => ({ key: step.productKey ?? '', um: leftUm }));
  const total = films.reduce((sum, { um }) => sum + um, 0);
  const off = built.films.reduce((sum, { dftUm, leftUm }) => sum + dftUm - leftUm, 0);
  const limited = [...new Set(films.map(({ key }) => key))].flatMap((key) => {
    const sheet = shop.products.find((product) => product.key === key)?.sheet;
    const own = films.filter((film) => film.key === key).reduce((sum, { um }) => sum + um, 0);
    return sheet?.maxTotalDftUm ? [{ name: sheet.name, own, most: sheet.maxTotalDftUm }] : [];
  });
  const share = (um: number) => `${Math.min(100, (um / USUAL_UM.gauge) * 100)}%`;
  return (
    <>
      <p className="mt-3">
        <span className="quantity">{show('film', Math.round(total))}</span>{' '}
        <span className="text-quiet">
          dry in all{off >= 0.5 && `, ${show('film', Math.round(off))} sanded off`}
        </span>
      </p>
      <div className="relative mt-1 h-4 border border-line" aria-hidden="true">
        <div
          className="hatched absolute inset-y-0 opacity-60"
          style={{ left: share(USUAL_UM.from), width: share(USUAL_UM.to - USUAL_UM.from) }}
        />
        <div className="absolute inset-y-0 w-[3px] bg-ink" style={{ left: share(total) }} />
      </div>
      <p className="mt-1 text-small text-quiet">
        Hatched: {USUAL_UM.from} to {USUAL_UM.to}, usual on wood. Wet film × solids ÷ (1 + thinner per paint).
      </p>
      {limited.map(({ name, own, most }) => (
        <p key={name} className={`mt-1 text-small ${own > most ? 'font-semibold text-stop' : ''}`}>
          {name}: <span className="quantity">{Math.round(own)}</span> of at most{' '}
          <span className="quantity">{show('film', most)}</span>
        </p>
      ))}
    </>
  );
}

/**
 * The build-up seen in section: the substrate at the bottom, every film to scale in dry µm, every preparation as a mark
 * between, the end of the work on top. Pressed, a layer opens its step; dragged, it moves there.
 */
export function LayerSection({
  zone,
  steps,
  shop,
  onShow,
  onMove,
}: {
  zone: Pick<ZoneRow, 'newColour' | 'oldColour' | 'substrate'>;
  steps: readonly StepDraft[];
  shop: ShopContext;
  onShow(key: string): void;
  /** A step and the one whose place it takes. */
  onMove(key: string, over: string): void;
}) {
  const upwards = steps.toReversed();
  return (
    <aside className="bg-sheet p-3" aria-label="Build-up in section">
      <h3>Build-up, from the substrate up</h3>
      <div className="mt-2">
        <SortableList ids={upwards.map(({ key }) => key)} onMove={onMove}>
          <ol>
            {upwards.map((step) => (
              <Item key={step.key} step={step} zone={zone} shop={shop} onShow={onShow} />
            ))}
          </ol>
        </SortableList>
        <div
          className="h-12 px-2 pt-1 text-small text-white [text-shadow:0_0_3px_#000]"
          style={{
            background: `repeating-linear-gradient(4deg, ${zone.oldColour} 0 7px, color-mix(in srgb, ${zone.oldColour} 82%, black) 7px 9px)`,
          }}
        >
          {zone.substrate ?? 'ground'}
        </div>
      </div>
      <Totals steps={steps} shop={shop} />
    </aside>
  );
}
