import type { ProductRow, ShopContext } from '@upholder/core/api';
import {
  CONVENTION_WORDS,
  type ProductSheet,
  sheetInconsistencies,
  spreadM2L,
} from '@upholder/core/catalogue';
import { clockSentence, filmClocks } from '@upholder/core/drying';
import { dryFilmUm } from '@upholder/core/film';
import { thinningWords } from '@upholder/core/mixing';
import { memo, useDeferredValue, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { show, unit } from '../../base/voice.ts';
import { Button, Card, Field, Select, TextArea, TextInput } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import { type Draft, type Reading, saveOutcome, useDraftForm } from '../../parts/useDraftForm.ts';
import { Containers } from './Containers.tsx';
import { CHOICES, MARKS, Mark, MethodMarks, PencilField } from './SheetMarks.tsx';
import { StockPanel } from './StockPanel.tsx';
import { readSheet, type SheetField, sheetDraft, sheetGroups, understood } from './sheetFields.ts';
import { Targets } from './Targets.tsx';

interface RowProps {
  spec: SheetField;
  label: string;
  value: string;
  error: string | undefined;
  onWrite(path: string, text: string): void;
  onLeave(): void;
}

/** One written field; drawn again only when it is the one that changed, so that sixty of them do not slow a hand. */
const SheetRow = memo(function SheetRow({ spec, label, value, error, onWrite, onLeave }: RowProps) {
  return (
    <Field label={label} error={error} hint={understood(spec, value) ?? undefined}>
      {(ids) => (
        <TextInput
          {...ids}
          value={value}
          onChange={({ target }) => onWrite(spec.path, target.value)}
          onBlur={onLeave}
        />
      )}
    </Field>
  );
});

/** A round area to state an amount for: 1 m², or 100 ft². */
const roundAreaM2 = (): number => (unit('area') === 'm²' ? 1 : 9.290304);

/** What follows from the sheet as it stands, and what does not agree on it. */
const Across = memo(function Across({
  product,
  sheet,
  shop,
}: {
  product: ProductRow;
  sheet: ProductSheet;
  shop: ShopContext;
}) {
  const doubts = sheetInconsistencies(sheet);
  const here = filmClocks(sheet, shop.planningClimate, sheet.wftTypUm, {
    mayShorten: shop.settings.mayShortenClocks,
  });
  const dry = dryFilmUm(sheet.wftTypUm, sheet.volumeSolidsPct, 0);
  return (
    <aside aria-label="Sheet summary" className="flex flex-col gap-3">
      <StockPanel product={product} shop={shop} />
      <Card className="p-4">
        <h2>Calculated</h2>
        <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-3 gap-y-1">
          <dt className="text-quiet">Covers, in theory</dt>
          <dd className="quantity text-right">{show('spread', spreadM2L(sheet.wftTypUm))}</dd>
          <dt className="text-quiet">A coat, dry</dt>
          <dd className="quantity text-right">{show('film', Math.round(dry))}</dd>
          <dt className="text-quiet">Paint for {show('area', roundAreaM2())}</dt>
          <dd className="quantity text-right">{show('volume', sheet.wftTypUm * roundAreaM2())}</dd>
        </dl>
        <p className="mt-2 border-line border-t pt-2 text-note">
          Here, {here.because}: recoat from {clockSentence(here.recoatMin)}; handle{' '}
          {clockSentence(here.handle)}.
        </p>
      </Card>
      <Card className="p-4">
        <h2>Consistency check</h2>
        {doubts.length === 0 ? (
          <p className="mt-1 text-quiet">No contradictions on this sheet.</p>
        ) : (
          <ul className="mt-1">
            {doubts.map(({ field, why }) => (
              <li key={`${field} ${why}`} className="my-2 border-tape border-l-[6px] pl-3 leading-snug">
                {why}
              </li>
            ))}
          </ul>
        )}
      </Card>
    </aside>
  );
});

/** A sheet as it is written and chosen. */
const draftOf = (sheet: ProductSheet): Draft => ({ ...sheetDraft(sheet), chosen: sheet });

function readDraft({ chosen, ...texts }: Draft): Reading<ProductSheet> {
  const { sheet, errors } = readSheet(texts as ReturnType<typeof sheetDraft>, chosen as ProductSheet);
  return { value: sheet, errors };
}

/** A product's data sheet: everything a tin says, in any unit, held against itself. */
export function SheetEditor({ product, shop }: { product: ProductRow; shop: ShopContext }) {
  const [change] = upholder.useChangeProductMutation();
  const [add] = upholder.useAddProductMutation();
  const [, setSearch] = useSearchParams();
  const form = useDraftForm<ProductSheet>({
    start: draftOf(product.sheet),
    version: product.version,
    read: readDraft,
    saved: 'Saved. New plans and clocks use it; existing steps keep their film thickness.',
    async save(sheet, version) {
      const outcome = await change({ id: product.id, version, sheet });
      return saveOutcome(outcome, (kept) => ({ draft: draftOf(kept.sheet), version: kept.version }));
    },
  });
  const { draft, errors, write, check: leave } = form;
  const chosen = draft.chosen as ProductSheet;
  // What follows from the sheet may come a moment after the key.
  const later = useDeferredValue(draft);
  const shown = useMemo(() => readDraft(later).value, [later]);
  const choose = (part: Partial<ProductSheet>) => write('chosen', { ...chosen, ...part });

  const field = (spec: SheetField) => {
    const label =
      spec.path === 'maxThinning.value'
        ? `${spec.label}, ${CONVENTION_WORDS[chosen.maxThinning.convention]}`
        : spec.path === 'pricePerLitre'
          ? `${spec.label}, ${shop.settings.currency}`
          : spec.label;
    return (
      <SheetRow
        key={spec.path}
        spec={spec}
        label={label}
        value={form.text(spec.path)}
        error={errors[spec.path]}
        onWrite={write}
        onLeave={leave}
      />
    );
  };
  const lines = (key: 'cautions' | 'hazards', name: string) => (
    <Field label={name} error={errors[key]} className="col-span-3 max-md:col-span-2">
      {(ids) => (
        <TextArea
          {...ids}
          rows={3}
          value={form.text(key)}
          onChange={({ target }) => write(key, target.value)}
        />
      )}
    </Field>
  );
  async function copy(): Promise<void> {
    const id = uuid();
    const outcome = await add({
      id,
      key: `${product.key.slice(0, 48)}-${id.slice(-6)}`,
      sheet: { ...product.sheet, name: `${product.sheet.name.slice(0, 70)}, copy` },
    });
    if ('error' in outcome) form.say({ kind: 'stop', words: refusalOf(outcome.error).message });
    else setSearch({ product: id });
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_17rem] items-start gap-5 max-lg:grid-cols-1">
      <Card className="p-5">
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
          said={form.said}
          save="Save the sheet"
          isSaving={form.isSaving}
          onSave={() => void form.save()}
        >
          <Button onClick={() => void copy()}>Copy</Button>
        </SaveHead>
        <div className="mt-4 grid grid-cols-3 gap-x-4 gap-y-3 max-md:grid-cols-2">
          <DraftField form={form} name="name" label="Name" className="col-span-2" />
          <DraftField form={form} name="className" label="Class, in words" />
          {CHOICES.map(({ key, name, words }) => (
            <Field key={key} label={name} error={errors[key]}>
              {(ids) => (
                <Select
                  {...ids}
                  value={chosen[key]}
                  onChange={({ target }) => choose({ [key]: target.value } as Partial<ProductSheet>)}
                >
                  {words.map((word) => (
                    <option key={word} value={word}>
                      {word === '' ? 'not stated' : word.replaceAll('-', ' ')}
                    </option>
                  ))}
                </Select>
              )}
            </Field>
          ))}
          <PencilField
            pencil={chosen.pencilLeast}
            error={errors.pencilLeast}
            onPencil={(pencilLeast) => choose({ pencilLeast })}
          />
          <div className="col-span-3 max-md:col-span-2 flex flex-wrap gap-x-5">
            {MARKS.map(({ key, name }) => (
              <Mark
                key={key}
                name={name}
                isOn={chosen[key]}
                onToggle={() => choose({ [key]: !chosen[key] })}
              />
            ))}
          </div>
        </div>
        {sheetGroups().map(({ name, note, fields }) => (
          <section key={name} className="mt-5 border-line border-t pt-4">
            <h2>{name}</h2>
            {note && <p className="text-note text-quiet">{note}</p>}
            <div className="mt-2 grid grid-cols-3 items-start gap-x-4 gap-y-3 max-md:grid-cols-2">
              {fields.map(field)}
              {name === 'Thinning and mixing' && (
                <Targets shop={shop} targets={chosen.targets} onChange={(targets) => choose({ targets })} />
              )}
              {fields.some(({ path }) => path === 'pricePerLitre') && (
                <Containers chosen={chosen} errors={errors} onChoose={choose} />
              )}
              {name === 'Application and safety' && (
                <>
                  <MethodMarks chosen={chosen} error={errors.applicators} onChoose={choose} />
                  {lines('cautions', 'Cautions at the step, one a line')}
                  {lines('hazards', 'Hazard statements, one a line')}
                </>
              )}
            </div>
          </section>
        ))}
      </Card>
      <div className="sticky top-4 max-lg:static">
        <Across product={product} sheet={shown ?? product.sheet} shop={shop} />
      </div>
    </div>
  );
}
