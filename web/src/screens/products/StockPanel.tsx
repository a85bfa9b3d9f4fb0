import type { ProductRow, ShopContext } from '@upholder/core/api';
import { paintDemand } from '@upholder/core/floor';
import { fitted, type Shelf, shelfOf, unwrittenMl } from '@upholder/core/mixing';
import { regional } from '@upholder/core/said';
import { useMemo, useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { show, read as understand, understood } from '../../base/voice.ts';
import { sheetsOf, shelfOfProduct } from '../../job/productLookups.ts';
import { Button, Card, Field, Select, TextInput } from '../../parts/controls.tsx';

/** Paint by product that the plans still ask for; null until the jobs are known. */
export function useDemand(shop: ShopContext): Map<string, number> | null {
  const { data } = upholder.useOpenJobsQuery();
  return useMemo(() => (data ? paintDemand(data.details, sheetsOf(shop)) : null), [data, shop]);
}

/** Colours that a product is mixed to, by the stock and by the open jobs that take it, with the zones that want them. */
function useColours(product: ProductRow): { colour: string; zones: string }[] {
  const { data } = upholder.useOpenJobsQuery();
  return useMemo(() => {
    const zones = new Map<string, Set<string>>(Object.keys(product.coloursMl).map((one) => [one, new Set()]));
    if (product.sheet.role === 'colour')
      for (const detail of data?.details ?? [])
        for (const zone of detail.zones)
          if (detail.steps.some(({ zoneId, productKey }) => zoneId === zone.id && productKey === product.key))
            zones.set(
              zone.newColour,
              (zones.get(zone.newColour) ?? new Set()).add(`${detail.job.code} ${zone.name}`),
            );
    return [...zones].map(([colour, names]) => ({ colour, zones: [...names].join(', ') || 'no open job' }));
  }, [data, product]);
}

const ALL = 'all';
const UNWRITTEN = 'unwritten';

/** The shelf after somebody counted all of it, the tins of a colour, or those without one; null where the count ended. */
function counted(shelf: Shelf | null, which: string, ml: number | null): Shelf | null {
  if (which === ALL) return ml === null ? null : fitted({ ml, colours: shelf?.colours ?? {} });
  const { colours } = shelf ?? shelfOf(0);
  const rest = which === UNWRITTEN ? (ml ?? 0) : unwrittenMl(shelf ?? shelfOf(0));
  const written = which === UNWRITTEN ? colours : { ...colours, [which]: ml ?? 0 };
  return { ml: rest + Object.values(written).reduce((sum, part) => sum + part, 0), colours: written };
}

function Colours({ product, colours }: { product: ProductRow; colours: ReturnType<typeof useColours> }) {
  const shelf = shelfOfProduct(product);
  if (!shelf || Object.keys(shelf.colours).length === 0) return null;
  const rest = unwrittenMl(shelf);
  return (
    <ul className="mt-2 flex flex-col gap-1">
      {colours
        .filter(({ colour }) => shelf.colours[colour] !== undefined)
        .map(({ colour, zones }) => (
          <li key={colour} className="flex items-baseline gap-2">
            <span
              className="inline-block size-3.5 self-center border border-line"
              style={{ background: colour }}
            />
            <span className="flex-1">{zones}</span>
            <span className="quantity">{show('volume', shelf.colours[colour] ?? 0)}</span>
          </li>
        ))}
      {rest > 1 && (
        <li className="flex items-baseline gap-2">
          <span className="flex-1 text-quiet">{regional('Colour not written down')}</span>
          <span className="quantity">{show('volume', rest)}</span>
        </li>
      )}
    </ul>
  );
}

/** What is in the tins of a product, against what the plans still ask for. */
export function StockPanel({ product, shop }: { product: ProductRow; shop: ShopContext }) {
  const demand = useDemand(shop)?.get(product.key) ?? 0;
  const colours = useColours(product);
  const [text, setText] = useState('');
  const [which, setWhich] = useState(ALL);
  const [problem, setProblem] = useState<string | undefined>();
  const [save] = upholder.useSetStockMutation();
  const { stockMl } = product;
  const [isFresh, setFresh] = useState(false);
  const isShort = stockMl !== null && demand > stockMl;
  async function keep(): Promise<void> {
    const read = text.trim() === '' ? { ok: true as const, value: null } : understand('volume', text);
    if (!read.ok) return setProblem(read.message);
    const shelf = counted(shelfOfProduct(product), which, read.value);
    const count = { stockMl: shelf?.ml ?? null, coloursMl: { ...shelf?.colours }, isFresh };
    const outcome = await save({ id: product.id, ...count });
    setFresh(false);
    setProblem('error' in outcome ? refusalOf(outcome.error).message : undefined);
    setText('');
  }
  return (
    <Card className={`p-4 ${isShort ? 'border-stop border-l-[6px]' : ''}`} aria-label="In stock">
      <h2>In stock</h2>
      <p className="mt-1">
        {stockMl === null ? (
          <span className="text-quiet">Not counted yet.</span>
        ) : (
          <span className="quantity">{show('volume', stockMl)}</span>
        )}{' '}
        Plans still need <span className="quantity">{show('volume', demand)}</span>.
        {product.tinFraction > 0 && (
          <> It holds {(product.tinFraction * 100).toFixed(1)} % of thinner already.</>
        )}
        {isShort && (
          <span className="font-semibold text-stop"> {show('volume', demand - (stockMl ?? 0))} short.</span>
        )}
      </p>
      <Colours product={product} colours={colours} />
      {product.tinFraction > 0 && (
        <label className="mt-1 flex min-h-8 items-center gap-2">
          <input
            type="checkbox"
            className="size-4.5 accent-(--act)"
            checked={isFresh}
            onChange={() => setFresh(!isFresh)}
          />
          These are fresh tins, unthinned
        </label>
      )}
      <div className="mt-2 flex flex-wrap items-end gap-2">
        {colours.length > 0 && (
          <Field label="Tins" className="w-full">
            {(ids) => (
              <Select
                {...ids}
                className="w-full"
                value={which}
                onChange={({ target }) => setWhich(target.value)}
              >
                <option value={ALL}>All together</option>
                {colours.map(({ colour, zones }) => (
                  <option key={colour} value={colour}>
                    {regional('Of the colour of')} {zones} ({colour})
                  </option>
                ))}
                <option value={UNWRITTEN}>{regional('Without a colour')}</option>
              </Select>
            )}
          </Field>
        )}
        <Field label="Counted" error={problem} hint={understood('volume', text)} className="flex-1">
          {(ids) => (
            <TextInput
              {...ids}
              placeholder={show('volume', 2500)}
              value={text}
              onChange={({ target }) => setText(target.value)}
              onKeyDown={({ key }) => key === 'Enter' && void keep()}
            />
          )}
        </Field>
        <Button onClick={() => void keep()} disabled={text.trim() === '' && which !== ALL}>
          {text.trim() === '' && which === ALL ? 'Stop tracking' : 'Keep'}
        </Button>
      </div>
    </Card>
  );
}
