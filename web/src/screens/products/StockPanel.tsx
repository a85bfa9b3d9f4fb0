import type { ProductRow, ShopContext } from '@upholder/core/api';
import { paintDemand } from '@upholder/core/floor';
import { useMemo, useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { show, read as understand, understood } from '../../base/voice.ts';
import { sheetsOf } from '../../job/productLookups.ts';
import { Button, Card, Field, TextInput } from '../../parts/controls.tsx';

/** Paint by product that the plans still ask for; null until the jobs are known. */
export function useDemand(shop: ShopContext): Map<string, number> | null {
  const { data } = upholder.useFloorQuery();
  return useMemo(() => (data ? paintDemand(data.details, sheetsOf(shop)) : null), [data, shop]);
}

/** What is in the tins of a product, against what the plans still ask for. */
export function StockPanel({ product, shop }: { product: ProductRow; shop: ShopContext }) {
  const demand = useDemand(shop)?.get(product.key) ?? 0;
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  const [save] = upholder.useSetStockMutation();
  const { stockMl } = product;
  const [isFresh, setFresh] = useState(false);
  const isShort = stockMl !== null && demand > stockMl;
  async function keep(): Promise<void> {
    const read = text.trim() === '' ? { ok: true as const, value: null } : understand('volume', text);
    if (!read.ok) return setProblem(read.message);
    const outcome = await save({ id: product.id, stockMl: read.value, isFresh });
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
      <div className="mt-2 flex items-end gap-2">
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
        <Button onClick={() => void keep()}>{text.trim() === '' ? 'Stop tracking' : 'Keep'}</Button>
      </div>
    </Card>
  );
}
