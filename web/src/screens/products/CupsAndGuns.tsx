import type { BenchItemRow, ShopContext } from '@upholder/core/api';
import {
  BenchItemSchema,
  CUPS,
  type Cup,
  cupSeconds,
  cupsOf,
  cupViscosity,
  itemsOf,
  outsideCup,
} from '@upholder/core/mixing';
import { useState } from 'react';
import { useOutletContext, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { show, unit } from '../../base/voice.ts';
import { Button, Card, Field, Notice, Select, TextInput } from '../../parts/controls.tsx';
import { CupEditor } from './CupEditor.tsx';
import { GearEditor, wearWords } from './GearEditor.tsx';
import { GunEditor } from './GunEditor.tsx';
import { ItemList } from './ItemList.tsx';
import { typedSeconds } from './useBenchItemForm.ts';

const number = (value: number) => String(Math.round(value * 1000) / 1000);

/** How a cup's seconds become a viscosity, as its standard writes it. */
function curveWords({ curve: { form, a, b } }: Cup): string {
  if (form === 'relative') return 'seconds only';
  if (form === 'line') return `${number(a)} (t − ${number(b)})`;
  return b === 0 ? `${number(a)} t` : `${number(a)} t − ${number(b)}/t`;
}

/** All cups side by side: what a reading of one is in every other. */
function CupTable({ cups }: { cups: readonly Cup[] }) {
  const [fromId, setFrom] = useState('iso-4');
  const [text, setText] = useState('40');
  const from = cups.find(({ id }) => id === fromId) ?? CUPS[0];
  const seconds = typedSeconds(text);
  if (!from) return null;
  const isRead = Number.isFinite(seconds) && seconds > 0;
  const viscosity = isRead ? cupViscosity(from, seconds) : Number.NaN;
  const doubt = isRead ? outsideCup(from, seconds) : null;
  return (
    <Card className="p-5" aria-label="Cups">
      <h1>Efflux cups</h1>
      <p className="text-quiet">
        Timed from opening until the stream first breaks. Readings outside a cup’s range are unreliable;
        compare cups by viscosity.
      </p>
      <div className="mt-3 flex items-end gap-3">
        <Field label="Timed in" className="w-56">
          {(ids) => (
            <Select {...ids} value={fromId} onChange={({ target }) => setFrom(target.value)}>
              {cups.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Seconds" className="w-28" error={isRead ? undefined : 'Enter seconds.'}>
          {(ids) => <TextInput {...ids} value={text} onChange={({ target }) => setText(target.value)} />}
        </Field>
        {from.curve.form !== 'relative' && viscosity > 0 && (
          <p className="pb-1.5">
            is <span className="quantity text-lead">{show('viscosity', viscosity)}</span>
          </p>
        )}
      </div>
      {doubt && (
        <div className="mt-2">
          <Notice kind="stop">{doubt}</Notice>
        </div>
      )}
      <table className="mt-4 w-full">
        <thead>
          <tr className="text-left text-quiet">
            <th className="py-1 font-normal">Cup</th>
            <th className="font-normal">ν in {unit('viscosity')} from t in s</th>
            <th className="text-right font-normal">holds</th>
            <th className="pl-6 font-normal">by</th>
            <th className="text-right font-normal">then it takes</th>
          </tr>
        </thead>
        <tbody>
          {cups.map((cup) => {
            const isComparable =
              cup.id === from.id || (cup.curve.form !== 'relative' && from.curve.form !== 'relative');
            const then = isComparable && viscosity > 0 ? cupSeconds(cup, viscosity) : null;
            const isOut = then !== null && outsideCup(cup, then) !== null;
            return (
              <tr key={cup.id} className={`border-line border-t ${cup.id === from.id ? 'bg-act-wash' : ''}`}>
                <td className="py-1.5 font-semibold">{cup.name}</td>
                <td className="tabular-nums">{curveWords(cup)}</td>
                <td className="text-right tabular-nums">
                  {number(cup.fromS)}–{number(cup.toS)} s
                </td>
                <td className="pl-6 text-quiet">{cup.source}</td>
                <td className={`text-right tabular-nums ${isOut ? 'text-quiet' : 'font-semibold'}`}>
                  {then === null ? '–' : isOut ? 'out of its range' : `${then.toFixed(1)} s`}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Card>
  );
}

const TABLE = 'cups';

/** Cups, guns and what the bench knows of them. */
export function CupsAndGuns() {
  const shop = useOutletContext<ShopContext>();
  const [search, setSearch] = useSearchParams();
  const [write] = upholder.useWriteBenchItemMutation();
  const [problem, setProblem] = useState<string | undefined>();
  const openId = search.get('item') ?? TABLE;
  const row = shop.benchItems.find(({ id }) => id === openId);
  const cups = itemsOf(shop.benchItems, 'cup');
  const guns = itemsOf(shop.benchItems, 'gun');
  const gear = itemsOf(shop.benchItems, 'gear');
  async function add(item: BenchItemRow['item']): Promise<void> {
    const id = uuid();
    const outcome = await write({ id, version: 0, item });
    if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
    else setSearch({ item: id });
  }
  const entry = ({ id, item }: { id: string; item: { name: string; isRetired: boolean } }) => ({
    id,
    name: item.isRetired ? `${item.name}, put away` : item.name,
  });
  const gunEntry = (gun: (typeof guns)[number]) =>
    gun.item.isOutOfOrder && !gun.item.isRetired
      ? { id: gun.id, name: `${gun.item.name}, out of order` }
      : entry(gun);
  const gearEntry = (one: (typeof gear)[number]) => {
    const logged = shop.benchItems.find(({ id }) => id === one.id)?.loggedHours ?? 0;
    const wear = one.item.isRetired ? '' : wearWords({ item: one.item, loggedHours: logged });
    return wear.startsWith('Due') ? { id: one.id, name: `${one.item.name}, due` } : entry(one);
  };
  return (
    <main className="grid grid-cols-[16rem_minmax(0,1fr)] items-start gap-5 px-5 py-4 max-md:grid-cols-1 max-md:px-3">
      <div className="flex flex-col gap-2">
        <ItemList
          label="Bench"
          groups={[
            { name: 'Viscosity', items: [{ id: TABLE, name: 'Efflux cups side by side' }] },
            { name: 'Shop cups', items: cups.map(entry) },
            { name: 'Guns', items: guns.map(gunEntry) },
            { name: 'Equipment', items: gear.map(gearEntry) },
          ]}
          openId={openId}
          onOpen={(id) => setSearch(id === TABLE ? {} : { item: id })}
        />
        <Button
          onClick={() =>
            void add({
              kind: 'cup',
              name: `Kit cup ${cups.length + 1}`,
              standardId: 'iso-4',
              pairs: [],
              isRetired: false,
            })
          }
        >
          Add a cup
        </Button>
        <Button
          onClick={() =>
            void add(
              BenchItemSchema.parse({
                kind: 'gun',
                name: `Gun ${guns.length + 1}`,
                applicator: 'turbine',
                orificeUm: 1300,
                cupMl: 600,
                residueMl: 60,
                fullG: null,
              }),
            )
          }
        >
          Add a gun
        </Button>
        <Button
          onClick={() =>
            void add(
              BenchItemSchema.parse({
                kind: 'gear',
                name: `Compressor ${gear.length + 1}`,
                gear: 'compressor',
              }),
            )
          }
        >
          Add equipment
        </Button>
        {problem && <Notice kind="stop">{problem}</Notice>}
      </div>
      {row?.item.kind === 'cup' ? (
        <CupEditor key={row.id} row={row} item={row.item} />
      ) : row?.item.kind === 'gear' ? (
        <GearEditor key={row.id} row={row} item={row.item} />
      ) : row?.item.kind === 'gun' ? (
        <GunEditor key={row.id} row={row} item={row.item} />
      ) : (
        <CupTable cups={cupsOf(shop.benchItems)} />
      )}
    </main>
  );
}
