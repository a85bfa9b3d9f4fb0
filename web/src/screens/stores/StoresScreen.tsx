import type { ProductRow, ShopContext } from '@upholder/core/api';
import { type ProductSheet, ProductSheetSchema } from '@upholder/core/catalogue';
import { clockSentence, filmClocks } from '@upholder/core/drying';
import { thinningWords } from '@upholder/core/mixing';
import { fieldMessages } from '@upholder/core/outcome';
import { formatDuration, parseDurationMinutes } from '@upholder/core/units';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Button, Field, Select, Sheet, Skeleton } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { type Said, SaveHead } from '../../parts/SaveHead.tsx';

const ROLES = {
  filler: 'Fillers',
  primer: 'Primers',
  stain: 'Stains',
  colour: 'Colours',
  clear: 'Clear coats',
} as const;

const CLOCKS: { key: keyof ProductSheet['clocks']; name: string }[] = [
  { key: 'touchMin', name: 'Touch dry' },
  { key: 'sandMin', name: 'Dry to sand' },
  { key: 'recoatMinMin', name: 'Recoat from' },
  { key: 'recoatMaxMin', name: 'Recoat until' },
  { key: 'handleMin', name: 'Dry to handle' },
  { key: 'packMin', name: 'Dry to pack' },
  { key: 'refitMin', name: 'Refit after' },
  { key: 'cureMin', name: 'Full cure' },
];

const NUMBERS: {
  key:
    | 'volumeSolidsPct'
    | 'densityKgL'
    | 'wftMinUm'
    | 'wftTypUm'
    | 'wftMaxUm'
    | 'airMinC'
    | 'airMaxC'
    | 'rhMaxPct'
    | 'contrastRatio'
    | 'contrastDftUm';
  name: string;
}[] = [
  { key: 'wftMinUm', name: 'Wet film, thinnest µm' },
  { key: 'wftTypUm', name: 'Wet film, typical µm' },
  { key: 'wftMaxUm', name: 'Wet film, thickest µm' },
  { key: 'volumeSolidsPct', name: 'Volume solids %' },
  { key: 'densityKgL', name: 'Density kg/L' },
  { key: 'airMinC', name: 'Air from °C' },
  { key: 'airMaxC', name: 'Air to °C' },
  { key: 'rhMaxPct', name: 'Humidity to %' },
  { key: 'contrastRatio', name: 'Contrast ratio' },
  { key: 'contrastDftUm', name: 'at dry film µm' },
];

type Draft = Record<string, string>;

function draftOf(sheet: ProductSheet): Draft {
  const draft: Draft = {
    name: sheet.name,
    thinning: String(sheet.maxThinning.value),
    pricePerLitre: sheet.pricePerLitre === null ? '' : (sheet.pricePerLitre / 100).toFixed(2),
    blocksStain: sheet.blocksStain,
    resistsSkinOil: sheet.resistsSkinOil ? 'yes' : 'no',
    isIsocyanate: sheet.isIsocyanate ? 'yes' : 'no',
  };
  for (const { key } of CLOCKS) {
    const minutes = sheet.clocks[key];
    draft[`clocks.${key}`] = minutes === null ? '' : formatDuration(minutes);
  }
  for (const { key } of NUMBERS) draft[key] = String(sheet[key]);
  return draft;
}

/** Minor units from a price in words; empty: nobody knows it. */
function readPrice(text: string): number | null {
  return text.trim() === '' ? null : Math.round(Number(text.replace(',', '.')) * 100);
}

function readDraft(
  draft: Draft,
  sheet: ProductSheet,
): { sheet: ProductSheet | null; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const clocks: Record<string, number | null> = {};
  for (const { key } of CLOCKS) {
    const text = (draft[`clocks.${key}`] ?? '')
      .trim()
      .replace(/(\d+) d (\d+) h/, (_all, days, hours) => `${Number(days) * 24 + Number(hours)} h`);
    if (text === '' && key === 'recoatMaxMin') {
      clocks[key] = null;
      continue;
    }
    const read = parseDurationMinutes(text);
    if (read.ok) clocks[key] = read.value;
    else errors[`clocks.${key}`] = read.message;
  }
  const numbers = Object.fromEntries(
    NUMBERS.map(({ key }) => [key, Number((draft[key] ?? '').replace(',', '.'))]),
  );
  const parsed = ProductSheetSchema.safeParse({
    ...sheet,
    ...numbers,
    name: draft.name,
    pricePerLitre: readPrice(draft.pricePerLitre ?? ''),
    blocksStain: draft.blocksStain,
    resistsSkinOil: draft.resistsSkinOil === 'yes',
    isIsocyanate: draft.isIsocyanate === 'yes',
    clocks: { ...sheet.clocks, ...clocks },
    maxThinning: { ...sheet.maxThinning, value: Number((draft.thinning ?? '').replace(',', '.')) },
    source: 'entered from sheet',
  });
  const found = parsed.success ? {} : fieldMessages(parsed.error);
  // What could not even be read is the better message for its field.
  for (const [path, message] of Object.entries(found)) errors[path] ??= message;
  return { sheet: parsed.success && Object.keys(errors).length === 0 ? parsed.data : null, errors };
}

function SheetEditor({ product, shop }: { product: ProductRow; shop: ShopContext }) {
  const [draft, setDraft] = useState<Draft>(() => draftOf(product.sheet));
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<Said | null>(null);
  const [change, { isLoading }] = upholder.useChangeProductMutation();
  const [add] = upholder.useAddProductMutation();
  const [, setSearch] = useSearchParams();
  const here = filmClocks(product.sheet, shop.planningClimate, product.sheet.wftTypUm, {
    mayShorten: shop.settings.mayShortenClocks,
  });
  const field = (key: string, name: string, className = '') => (
    <DraftField
      key={key}
      name={key}
      label={name}
      draft={draft}
      errors={errors}
      className={className}
      onChange={(changed, text) => setDraft({ ...draft, [changed]: text })}
    />
  );
  const choice = (key: string, name: string, words: readonly string[]) => (
    <Field label={name}>
      {(ids) => (
        <Select
          {...ids}
          value={draft[key]}
          onChange={({ target }) => setDraft({ ...draft, [key]: target.value })}
        >
          {words.map((word) => (
            <option key={word}>{word}</option>
          ))}
        </Select>
      )}
    </Field>
  );
  async function save(): Promise<void> {
    const read = readDraft(draft, product.sheet);
    setErrors(read.errors);
    if (!read.sheet) {
      setSaid({ kind: 'stop', words: 'Not saved: see the marked fields.' });
      return;
    }
    const outcome = await change({ id: product.id, version: product.version, sheet: read.sheet });
    if ('error' in outcome) setSaid({ kind: 'stop', words: refusalOf(outcome.error).message });
    else {
      setDraft(draftOf(outcome.data.sheet));
      setSaid({
        kind: 'plain',
        words: 'Saved. New plans and clocks use it; steps already unfolded keep their film.',
      });
    }
  }
  async function copy(): Promise<void> {
    const id = uuid();
    const outcome = await add({
      id,
      key: `${product.key.slice(0, 48)}-${id.slice(-6)}`,
      sheet: { ...product.sheet, name: `${product.sheet.name.slice(0, 70)}, copy` },
    });
    if ('error' in outcome) setSaid({ kind: 'stop', words: refusalOf(outcome.error).message });
    else setSearch({ product: id });
  }
  return (
    <Sheet className="p-5">
      <SaveHead
        title={
          <>
            <h1>{product.sheet.name}</h1>
            <p className="text-quiet">
              {product.sheet.className} · thinned with {product.sheet.thinnerName}, at most{' '}
              {thinningWords(product.sheet.maxThinning)} · {product.sheet.source}
            </p>
          </>
        }
        said={said}
        save="Save the sheet"
        isSaving={isLoading}
        onSave={() => void save()}
      >
        <Button onClick={() => void copy()}>Copy</Button>
      </SaveHead>
      <div className="mt-4 grid grid-cols-4 gap-x-4 gap-y-3">
        {field('name', 'Name', 'col-span-3')}
        {field(
          'thinning',
          `Thinning at most, % ${product.sheet.maxThinning.convention === 'of-mix' ? 'of mix' : 'on paint'}`,
        )}
        {NUMBERS.map(({ key, name }) => field(key, name))}
        {field('pricePerLitre', `Price of a litre, ${shop.settings.currency}`)}
        {choice('blocksStain', 'Blocks stain', ['no', 'partly', 'yes'])}
        {choice('resistsSkinOil', 'Stands skin oil', ['yes', 'no'])}
        {choice('isIsocyanate', 'Isocyanate hardener', ['no', 'yes'])}
      </div>
      <h2 className="mt-6">Clocks at 23 °C, 50 %</h2>
      <p className="text-quiet">Write 45 min, 4h30 or 7 d. “Recoat until” empty: the window stays open.</p>
      <div className="mt-3 grid grid-cols-4 gap-x-4 gap-y-3">
        {CLOCKS.map(({ key, name }) => field(`clocks.${key}`, name))}
      </div>
      <p className="mt-5">
        Here, {here.because}: recoat from {clockSentence(here.recoatMin)}; handle {clockSentence(here.handle)}
        .
      </p>
      {product.sheet.cautions.map((caution) => (
        <p key={caution} className="mt-2 border-stop border-l-4 pl-3">
          {caution}
        </p>
      ))}
    </Sheet>
  );
}

/** The products on the shelf and their data sheets. */
export function StoresScreen() {
  const { data: shop } = upholder.useShopQuery();
  const [search, setSearch] = useSearchParams();
  if (!shop) return <Skeleton />;
  const chosen = shop.products.find(({ id }) => id === search.get('product')) ?? shop.products[0];
  return (
    <main className="grid grid-cols-[19rem_minmax(0,1fr)] items-start gap-5 p-5">
      <nav aria-label="Products" className="bg-sheet py-3">
        {(Object.keys(ROLES) as (keyof typeof ROLES)[]).map((role) => (
          <section key={role} className="mb-3">
            <h2 className="px-4 py-1 text-[0.9rem] text-quiet">{ROLES[role]}</h2>
            {shop.products
              .filter(({ sheet }) => sheet.role === role)
              .map(({ id, sheet }) => (
                <button
                  key={id}
                  type="button"
                  aria-current={id === chosen?.id}
                  onClick={() => setSearch({ product: id })}
                  className={`block w-full px-4 py-1.5 text-left leading-snug ${id === chosen?.id ? 'bg-act-wash font-semibold' : 'hover:bg-raised'}`}
                >
                  {sheet.name}
                </button>
              ))}
          </section>
        ))}
      </nav>
      {chosen && <SheetEditor key={`${chosen.id}`} product={chosen} shop={shop} />}
    </main>
  );
}
