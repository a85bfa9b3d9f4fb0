import type { ShopContext, ZoneRow } from '@upholder/core/api';
import { dryFilmUm } from '@upholder/core/film';
import { thinningFraction } from '@upholder/core/mixing';
import type { Step } from '@upholder/core/systems';

const PX_PER_UM = 0.95;
const LEAST_PX = 15;

/** The build-up seen in section: the substrate at the bottom, every film to scale in dry µm, newest on top. */
export function LayerSection({
  zone,
  steps,
  shop,
}: {
  zone: ZoneRow;
  steps: readonly Step[];
  shop: ShopContext;
}) {
  const films = steps.flatMap((step) => {
    const sheet = shop.products.find(({ key }) => key === step.productKey)?.sheet;
    if (!sheet || step.wftUm === null || step.isEdgesOnly) return [];
    const fraction = step.thinning ? thinningFraction(step.thinning, sheet) : 0;
    const isFiller = step.operation === 'fill';
    return [{ step, isFiller, dryUm: dryFilmUm(step.wftUm, sheet.volumeSolidsPct, fraction) }];
  });
  const total = films.filter(({ isFiller }) => !isFiller).reduce((sum, { dryUm }) => sum + dryUm, 0);
  return (
    <aside className="sticky top-4 bg-sheet p-4" aria-label="Build-up in section">
      <h3>Build-up, dry</h3>
      <div className="mt-3 flex flex-col-reverse">
        <div
          className="h-14 px-2 pt-1 text-[0.82rem] text-white [text-shadow:0_0_3px_#000]"
          style={{
            background: `repeating-linear-gradient(4deg, ${zone.oldColour} 0 7px, color-mix(in srgb, ${zone.oldColour} 82%, black) 7px 9px)`,
          }}
        >
          {zone.substrate}
        </div>
        {films.map(({ step, isFiller, dryUm }) =>
          isFiller ? (
            <div
              key={step.id}
              className="flex justify-between border-ink border-t border-dotted px-2 text-[0.82rem] leading-[16px]"
              style={{ background: 'var(--closed)' }}
            >
              <span>{step.name}</span>
              <span className="text-quiet">in the pores</span>
            </div>
          ) : (
            <div
              key={step.id}
              className="flex items-center justify-between border-sheet border-t px-2 text-[0.82rem]"
              style={{
                height: Math.max(LEAST_PX, dryUm * PX_PER_UM),
                background: step.leaves === 'colour' ? zone.newColour : 'var(--primer)',
                color:
                  step.leaves === 'colour'
                    ? `color-mix(in srgb, ${zone.newColour} 12%, ${isPale(zone.newColour) ? 'black' : 'white'})`
                    : 'var(--on-primer)',
              }}
            >
              <span>{step.name}</span>
              <span className="quantity">{Math.round(dryUm)} µm</span>
            </div>
          ),
        )}
      </div>
      <p className="mt-2">
        <span className="quantity">{Math.round(total)} µm</span>{' '}
        <span className="text-quiet">of primer and colour. Usual on wood: 100 to 180.</span>
      </p>
      <p className="mt-1 text-[0.85rem] text-quiet">Wet film × solids ÷ (1 + thinner per paint).</p>
    </aside>
  );
}

function isPale(hex: string): boolean {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16));
  return 0.2126 * r + 0.7152 * g + 0.0722 * b > 140;
}
