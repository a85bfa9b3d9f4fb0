import type { ShopContext } from '@upholder/core/api';
import { writeShopping } from '@upholder/core/formats';
import { putOn, shelfOf } from '@upholder/core/mixing';
import { bySupplier, type ShoppingLine } from '@upholder/core/shopping';
import { speak } from '@upholder/core/words';
import { useMemo, useState } from 'react';
import { useOutletContext, useSearchParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { downloadCsv } from '../../base/download.ts';
import { today } from '../../base/times.ts';
import { useHistory } from '../../base/useHistory.ts';
import { voice } from '../../base/voice.ts';
import { shelfOfProduct } from '../../job/productLookups.ts';
import { Button, Card, Notice, Skeleton } from '../../parts/controls.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { amountWords, ShoppingTable } from './ShoppingTable.tsx';
import { useBuying, useShopping } from './useShopping.ts';

/** What to buy for the open jobs, or for some of them, by supplier; what is bought goes into stock. */
export function ShoppingScreen() {
  const shop = useOutletContext<ShopContext>();
  const { data } = upholder.useOpenJobsQuery();
  const [search, setSearch] = useSearchParams();
  const asked = search.get('jobs');
  const chosen = useMemo(() => (asked === null ? null : new Set(asked.split(',').filter(Boolean))), [asked]);
  const lines = useShopping(data?.details, shop, chosen);
  const history = useHistory();
  const [problem, setProblem] = useState('');
  const { setShelf, setStock } = useBuying(shop);
  if (!data || !lines) return <Skeleton />;
  const jobs = data.details.map(({ job }) => job);
  const isChosen = (id: string) => chosen === null || chosen.has(id);
  const choose = (id: string) => {
    const wanted = jobs.filter((job) => (job.id === id ? !isChosen(id) : isChosen(job.id)));
    setSearch(wanted.length === jobs.length ? {} : { jobs: wanted.map((job) => job.id).join(',') });
  };
  const open = lines.filter(({ missing, need }) => missing > 0 || need === null);
  const enough = lines.filter(({ missing, need }) => missing <= 0 && need !== null);
  async function bought(line: ShoppingLine): Promise<void> {
    const amount = line.bought || line.missing;
    const product = line.kind === 'product' ? shop.products.find(({ key }) => key === line.key) : undefined;
    const shelf = product ? shelfOfProduct(product) : null;
    const steps = product
      ? {
          undo: () => setShelf(line.key, shelf),
          redo: () => setShelf(line.key, putOn(shelf ?? shelfOf(0), line.colour, amount)),
        }
      : {
          undo: () => setStock(line.key, line.stock),
          redo: () => setStock(line.key, (line.stock ?? 0) + amount),
        };
    const tried = (step: () => Promise<boolean>) => async () => {
      const isKept = await step();
      setProblem(isKept ? '' : `${speak(line.words, voice())} was not put into stock. Try again.`);
      return isKept;
    };
    const [undo, redo] = [tried(steps.undo), tried(steps.redo)];
    if (await redo()) history.record({ what: `${speak(line.words, voice())} bought`, undo, redo });
  }
  const csv = () =>
    writeShopping(open, shop.settings.currency, {
      name: ({ words }) => speak(words, voice()),
      amount: amountWords,
    });
  return (
    <main className="flex flex-col gap-4 px-5 py-4 max-md:px-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="flex-1">Shopping list</h1>
        <span className="no-print flex flex-wrap gap-2">
          <UndoButtons history={history} />
          <Button onClick={() => downloadCsv(`shopping-${today()}.csv`, csv())} disabled={open.length === 0}>
            CSV
          </Button>
          <Button kind="act" onClick={() => window.print()} disabled={open.length === 0}>
            Print
          </Button>
        </span>
      </div>
      <fieldset className="no-print flex flex-wrap items-center gap-x-5 gap-y-1">
        <legend className="sr-only">Jobs on the list</legend>
        {jobs.map(({ id, code, name }) => (
          <label key={id} className="flex press-h-9 items-center gap-2">
            <input
              type="checkbox"
              className="size-5 accent-(--act)"
              checked={isChosen(id)}
              onChange={() => choose(id)}
            />
            <span className="font-semibold">{code}</span> {name}
          </label>
        ))}
      </fieldset>
      <p className="hidden print:block">
        For{' '}
        {jobs
          .filter(({ id }) => isChosen(id))
          .map(({ code, name }) => `${code} ${name}`)
          .join(', ')}
      </p>
      {problem !== '' && <Notice kind="stop">{problem}</Notice>}
      {open.length === 0 && (
        <Card className="p-5">
          <p>
            {jobs.length === 0
              ? 'No job is open.'
              : lines.length === 0
                ? 'Nothing to count yet: the jobs on this list have no steps or no pieces.'
                : 'Everything is in stock.'}
          </p>
        </Card>
      )}
      {bySupplier(open).map(({ supplier, lines: own }) => (
        <ShoppingTable
          key={supplier}
          supplier={supplier}
          lines={own}
          onBought={(line) => void bought(line)}
        />
      ))}
      {enough.length > 0 && (
        <p className="no-print max-w-prose text-quiet">
          Enough in stock: {enough.map(({ words }) => speak(words, voice())).join(', ')}.
        </p>
      )}
    </main>
  );
}
