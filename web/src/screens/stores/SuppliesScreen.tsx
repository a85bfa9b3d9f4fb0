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
import { useState } from 'react';
import { useOutletContext, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { REFERENCE_PIECES } from '../../job/referencePieces.ts';
import { Button, Field, Select, Sheet } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { type Said, SaveHead } from '../../parts/SaveHead.tsx';
import { Shelf } from './Shelf.tsx';
import { readSupply, SUPPLY_SHELF, supplyDraft } from './supplyFields.ts';

const FORMS: Partial<Record<Supply['kind'], readonly string[]>> = {
  abrasive: ABRASIVE_FORMS,
  masking: MASKING_FORMS,
};

const AREA_M2 = totalAreas([...REFERENCE_PIECES]).totalMm2 / 1e6;

function SupplyEditor({ row }: { row: SupplyRow }) {
  const [draft, setDraft] = useState(() => supplyDraft(row.supply));
  const [chosen, setChosen] = useState(row.supply);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<Said | null>(null);
  const [change, { isLoading }] = upholder.useChangeSupplyMutation();
  const [add] = upholder.useAddSupplyMutation();
  const [, setSearch] = useSearchParams();
  const { fields, marks } = SUPPLY_SHELF[chosen.kind];
  const read = readSupply(draft, chosen);
  const need = supplyAmount(read.supply ?? row.supply, AREA_M2, 40, true);
  const forms = FORMS[chosen.kind];
  const values = chosen as unknown as Record<string, unknown>;
  const set = (key: string, value: unknown) => setChosen((now) => ({ ...now, [key]: value }) as Supply);
  async function save(): Promise<void> {
    setErrors(read.errors);
    if (!read.supply) return setSaid({ kind: 'stop', words: 'Not saved: see the marked fields.' });
    const outcome = await change({ id: row.id, version: row.version, supply: read.supply });
    if ('error' in outcome) return setSaid({ kind: 'stop', words: refusalOf(outcome.error).message });
    setDraft(supplyDraft(outcome.data.supply));
    setChosen(outcome.data.supply);
    setSaid({ kind: 'plain', words: 'Saved. Rules look at it at once; steps keep the rest they have.' });
  }
  async function copy(): Promise<void> {
    const id = uuid();
    const outcome = await add({
      id,
      key: `${row.key.slice(0, 48)}-${id.slice(-6)}`,
      supply: { ...row.supply, name: `${row.supply.name.slice(0, 70)}, copy` },
    });
    if ('error' in outcome) setSaid({ kind: 'stop', words: refusalOf(outcome.error).message });
    else setSearch({ supply: id });
  }
  const write = (key: string, text: string) => setDraft((now) => ({ ...now, [key]: text }));
  return (
    <Sheet className="p-5">
      <SaveHead
        title={
          <>
            <h1>{row.supply.name}</h1>
            <p className="text-quiet">
              {row.supply.source}
              {need && (
                <>
                  {' · for twenty framed doors, '}
                  {AREA_M2.toFixed(1)} m²: <span className="quantity text-ink">{supplyWords(need)}</span>
                </>
              )}
            </p>
          </>
        }
        said={said}
        save="Save"
        isSaving={isLoading}
        onSave={() => void save()}
      >
        <Button onClick={() => void copy()}>Copy</Button>
      </SaveHead>
      <div className="mt-4 grid grid-cols-3 items-start gap-x-4 gap-y-3">
        <DraftField
          name="name"
          label="Name"
          draft={draft}
          errors={errors}
          onChange={write}
          className="col-span-2"
        />
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
        {fields.map(({ key, label }) => (
          <DraftField key={key} name={key} label={label} draft={draft} errors={errors} onChange={write} />
        ))}
        <div className="col-span-3 flex flex-wrap gap-x-6">
          {marks.map(({ key, name }) => (
            <label key={key} className="flex min-h-9 items-center gap-2">
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
        <Field label="Cautions at the step, one a line" className="col-span-3">
          {(ids) => (
            <textarea
              {...ids}
              rows={3}
              className="w-full rounded-[3px] border border-line bg-raised px-2.5 py-1.5"
              value={draft.cautions}
              onChange={({ target }) => write('cautions', target.value)}
            />
          )}
        </Field>
      </div>
    </Sheet>
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
    <main className="grid grid-cols-[16rem_minmax(0,1fr)] items-start gap-5 px-5 py-4">
      <Shelf
        label="Supplies"
        groups={SUPPLY_KINDS.map((kind) => ({
          name: SUPPLY_SHELF[kind].name,
          items: shop.supplies
            .filter(({ supply }) => supply.kind === kind)
            .toSorted(order)
            .map(({ id, supply }) => ({ id, name: supply.name })),
        }))}
        openId={chosen?.id}
        onOpen={(id) => setSearch({ supply: id }, { flushSync: true })}
      />
      {chosen && <SupplyEditor key={chosen.id} row={chosen} />}
    </main>
  );
}
