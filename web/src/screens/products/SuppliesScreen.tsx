import type { ShopContext, SupplyRow } from '@upholder/core/api';
import {
  ABRASIVE_FORMS,
  MASKING_FORMS,
  SUPPLY_KINDS,
  type Supply,
  supplyAmount,
} from '@upholder/core/catalogue';
import { totalAreas } from '@upholder/core/pieces';
import { supplyWords } from '@upholder/core/systems';
import { useOutletContext, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { show, voice } from '../../base/voice.ts';
import { REFERENCE_PIECES } from '../../job/referencePieces.ts';
import { Button, Card, Field, Select, TextArea } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import { type Draft, type Reading, saveOutcome, useDraftForm } from '../../parts/useDraftForm.ts';
import { ItemList } from './ItemList.tsx';
import { PackFields } from './PackFields.tsx';
import { quantityOf, readSupply, SUPPLY_SHELF, supplyDraft } from './supplyFields.ts';

const FORMS: Partial<Record<Supply['kind'], readonly string[]>> = {
  abrasive: ABRASIVE_FORMS,
  masking: MASKING_FORMS,
};

const AREA_M2 = totalAreas([...REFERENCE_PIECES]).totalMm2 / 1e6;

/** A supply as it is written and chosen. */
const draftOf = (supply: Supply): Draft => ({ ...supplyDraft(supply), chosen: supply });

function readDraft({ chosen, ...texts }: Draft): Reading<Supply> {
  const { supply, errors } = readSupply(texts as ReturnType<typeof supplyDraft>, chosen as Supply);
  return { value: supply, errors };
}

function SupplyEditor({ row }: { row: SupplyRow }) {
  const [change] = upholder.useChangeSupplyMutation();
  const [add] = upholder.useAddSupplyMutation();
  const [, setSearch] = useSearchParams();
  const form = useDraftForm<Supply>({
    start: draftOf(row.supply),
    version: row.version,
    read: readDraft,
    saved: 'Saved. Rules use it at once; steps keep their waits.',
    async save(supply, version) {
      const outcome = await change({ id: row.id, version, supply });
      return saveOutcome(outcome, (kept) => ({ draft: draftOf(kept.supply), version: kept.version }));
    },
  });
  const chosen = form.draft.chosen as Supply;
  const { fields, marks } = SUPPLY_SHELF[chosen.kind];
  const need = supplyAmount(readDraft(form.draft).value ?? row.supply, AREA_M2, 40, true);
  const forms = FORMS[chosen.kind];
  const values = chosen as unknown as Record<string, unknown>;
  const set = (key: string, value: unknown) => form.write('chosen', { ...chosen, [key]: value });
  async function copy(): Promise<void> {
    const id = uuid();
    const outcome = await add({
      id,
      key: `${row.key.slice(0, 48)}-${id.slice(-6)}`,
      supply: { ...row.supply, name: `${row.supply.name.slice(0, 70)}, copy` },
    });
    if ('error' in outcome) form.say({ kind: 'stop', words: refusalOf(outcome.error).message });
    else setSearch({ supply: id });
  }
  return (
    <Card className="p-5">
      <SaveHead
        title={
          <>
            <h1>{row.supply.name}</h1>
            <p className="text-quiet">
              {row.supply.source}
              {need && (
                <>
                  {' · for twenty framed doors, '}
                  {show('area', AREA_M2)}:{' '}
                  <span className="quantity text-ink">{supplyWords(need, voice().units)}</span>
                </>
              )}
            </p>
          </>
        }
        said={form.said}
        save="Save"
        isSaving={form.isSaving}
        onSave={() => void form.save()}
      >
        <Button onClick={() => void copy()}>Copy</Button>
      </SaveHead>
      <div className="mt-4 grid grid-cols-3 items-start gap-x-4 gap-y-3 max-md:grid-cols-2">
        <DraftField form={form} name="name" label="Name" className="col-span-2" />
        {forms && (
          <Field label="Form">
            {(ids) => (
              <Select
                {...ids}
                value={String(values.form)}
                onChange={({ target }) => set('form', target.value)}
              >
                {forms.map((form) => (
                  <option key={form}>{form}</option>
                ))}
              </Select>
            )}
          </Field>
        )}
        {fields.map(({ key, label, kind }) => (
          <DraftField key={key} form={form} name={key} label={label} quantity={quantityOf(kind)} withUnit />
        ))}
        <PackFields form={form} supply={chosen} />
        <div className="col-span-3 max-md:col-span-2 flex flex-wrap gap-x-6">
          {marks.map(({ key, name }) => (
            <label key={key} className="flex press-h-9 items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-(--act)"
                checked={values[key] === true}
                onChange={({ target }) => set(key, target.checked)}
              />
              {name}
            </label>
          ))}
        </div>
        <Field label="Cautions at the step, one a line" className="col-span-3 max-md:col-span-2">
          {(ids) => (
            <TextArea
              {...ids}
              rows={3}
              value={form.text('cautions')}
              onChange={({ target }) => form.write('cautions', target.value)}
            />
          )}
        </Field>
      </div>
    </Card>
  );
}

/** Cleaners, abrasives, fillers, caulks, masking and cloths: what rules and shopping lists know of them. */
export function SuppliesScreen() {
  const shop = useOutletContext<ShopContext>();
  const [search, setSearch] = useSearchParams();
  const first = shop.supplies.find(({ supply }) => supply.kind === 'cleaner') ?? shop.supplies[0];
  const chosen = shop.supplies.find(({ id }) => id === search.get('supply')) ?? first;
  const order = (a: SupplyRow, b: SupplyRow) =>
    ('grit' in a.supply ? a.supply.grit : 0) - ('grit' in b.supply ? b.supply.grit : 0) ||
    a.supply.name.localeCompare(b.supply.name);
  return (
    <main className="grid grid-cols-[16rem_minmax(0,1fr)] items-start gap-5 px-5 py-4 max-md:grid-cols-1 max-md:px-3">
      <ItemList
        label="Supplies"
        groups={SUPPLY_KINDS.map((kind) => ({
          name: SUPPLY_SHELF[kind].name,
          items: shop.supplies
            .filter(({ supply }) => supply.kind === kind)
            .toSorted(order)
            .map(({ id, supply }) => ({ id, name: supply.name })),
        }))}
        openId={chosen?.id}
        onOpen={(id) => setSearch({ supply: id })}
      />
      {chosen && <SupplyEditor key={chosen.id} row={chosen} />}
    </main>
  );
}
