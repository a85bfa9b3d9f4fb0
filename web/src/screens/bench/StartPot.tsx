import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS, type Applicator, CONVENTION_WORDS, type Thinning } from '@upholder/core/catalogue';
import { coatMixMl } from '@upholder/core/film';
import {
  COMPONENT_ROLES,
  goodResults,
  leftoverOf,
  type PotRecord,
  paintForMix,
  poursFor,
  recipeStops,
  resultWords,
} from '@upholder/core/mixing';
import { totalAreas } from '@upholder/core/pieces';
import { formatMl, parseTemperatureC, parseVolumeMl } from '@upholder/core/units';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { upholder } from '../../api/upholder.ts';
import { Button, Field, Notice, Select, TextInput } from '../../parts/controls.tsx';
import { REFERENCE_PIECES } from '../referencePieces.ts';

const BIG = 'min-h-14 text-[1.3rem]';

const DOORS_M2 = totalAreas([...REFERENCE_PIECES]).totalMm2 / 1e6;

type Goal = 'paint' | 'cup' | 'area';

/** A new pot: so much paint, a cup to fill or an area to cover, with what was good last time. */
export function StartPot({
  shop,
  pots,
  now,
  onStart,
}: {
  shop: ShopContext;
  pots: readonly PotRecord[];
  now: Date;
  onStart(pot: PotRecord): void;
}) {
  const [search] = useSearchParams();
  const { data: session } = upholder.useSessionQuery();
  const coatings = shop.products.filter(({ sheet }) => sheet.role !== 'filler');
  const asked = coatings.find(({ key }) => key === search.get('product'));
  const [productKey, setProductKey] = useState(asked?.key ?? coatings[0]?.key ?? '');
  const product = coatings.find(({ key }) => key === productKey);
  const sheet = product?.sheet;
  const [applicator, setApplicator] = useState<Applicator>(
    (search.get('applicator') as Applicator | null) ?? sheet?.applicators[0] ?? 'brush',
  );
  const [goal, setGoal] = useState<Goal>('paint');
  const [amount, setAmount] = useState(search.get('paint') ?? '900 mL');
  const [thinning, setThinning] = useState<Thinning>({
    convention: (search.get('convention') as Thinning['convention'] | null) ?? 'on-paint',
    value: Number(search.get('thinning') ?? 0),
  });
  const [conditioner, setConditioner] = useState('0');
  const [batch, setBatch] = useState('');
  const [material, setMaterial] = useState('');
  const [way, setWay] = useState<PotRecord['way']>('volume');
  const [pail, setPail] = useState('200');
  const [reason, setReason] = useState('');
  const [used, setUsed] = useState<string[]>([]);
  const taken = new Set(pots.flatMap(({ pours }) => pours.map(({ fromPotId }) => fromPotId)));
  const leftovers = sheet?.hardener
    ? []
    : pots.flatMap((pot) => {
        const left = pot.productKey === productKey && !taken.has(pot.id) ? leftoverOf(pot) : null;
        return left ? [{ pot, left }] : [];
      });
  if (!product || !sheet) return <Notice>The stores have no coating yet.</Notice>;
  const recipe = { thinning, conditionerPct: Number(conditioner.replace(',', '.')) || 0 };
  const read = goal === 'area' ? null : parseVolumeMl(amount);
  const areaM2 = Number(amount.replace(',', '.').replace(/\s*m²?$/, ''));
  // For an area the mix is worked out as for doors: what reaches them, and what stays in the cup.
  const doors = coatMixMl(REFERENCE_PIECES, 'all', sheet.wftTypUm, applicator);
  const mixMl = goal === 'area' ? (Number.isFinite(areaM2) ? (doors * areaM2) / DOORS_M2 : Number.NaN) : 0;
  const paintMl =
    goal === 'area'
      ? paintForMix(mixMl, sheet, recipe)
      : read?.ok
        ? goal === 'cup'
          ? paintForMix(read.value, sheet, recipe)
          : read.value
        : Number.NaN;
  const problem =
    goal === 'area'
      ? Number.isFinite(areaM2) && areaM2 > 0
        ? undefined
        : 'Enter m², such as 4.5.'
      : read && !read.ok
        ? read.message
        : undefined;
  const temperature = material.trim() === '' ? null : parseTemperatureC(material);
  const [good] = goodResults(pots, {
    productKey,
    applicator,
    batch: batch.trim(),
    materialC: temperature?.ok ? temperature.value : null,
  });
  const stops = recipeStops(sheet, recipe);
  const isReady =
    !problem &&
    paintMl > 0 &&
    (temperature === null || temperature.ok) &&
    (stops.length === 0 || reason.trim().length >= 3);
  const pours = Number.isFinite(paintMl) && paintMl > 0 ? poursFor(paintMl, sheet, recipe) : [];
  const target = sheet.targets.find((one) => one.applicator === applicator && one.cup === 'ISO 4');
  return (
    <section aria-label="A new pot" className="flex flex-col gap-4 bg-sheet p-5">
      <h2 className="text-xl">A new pot</h2>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Product" className="col-span-2">
          {(ids) => (
            <Select
              {...ids}
              className={BIG}
              value={productKey}
              onChange={({ target: { value } }) => {
                setProductKey(value);
                const other = coatings.find(({ key }) => key === value)?.sheet;
                if (other && !other.applicators.includes(applicator))
                  setApplicator(other.applicators[0] ?? 'brush');
              }}
            >
              {coatings.map(({ key, sheet: one }) => (
                <option key={key} value={key}>
                  {one.name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="I have">
          {(ids) => (
            <Select
              {...ids}
              className={BIG}
              value={goal}
              onChange={({ target: { value } }) => setGoal(value as Goal)}
            >
              <option value="paint">so much paint</option>
              <option value="cup">a cup to fill</option>
              <option value="area">an area to cover</option>
            </Select>
          )}
        </Field>
        <Field label={goal === 'area' ? 'm² to cover, once' : 'How much'} error={problem}>
          {(ids) => (
            <TextInput
              {...ids}
              className={BIG}
              value={amount}
              onChange={({ target: { value } }) => setAmount(value)}
            />
          )}
        </Field>
        <Field label="Thinning, said as">
          {(ids) => (
            <Select
              {...ids}
              className={BIG}
              value={thinning.convention}
              onChange={({ target: { value } }) =>
                setThinning({ ...thinning, convention: value as Thinning['convention'] })
              }
            >
              {Object.entries(CONVENTION_WORDS).map(([key, words]) => (
                <option key={key} value={key}>
                  {words}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field
          label="Thinning"
          hint={`The sheet ends at ${sheet.maxThinning.value} ${CONVENTION_WORDS[sheet.maxThinning.convention]}`}
        >
          {(ids) => (
            <TextInput
              {...ids}
              className={BIG}
              value={String(thinning.value)}
              onChange={({ target: { value } }) =>
                setThinning({
                  ...thinning,
                  value: Math.min(99, Math.max(0, Number(value.replace(',', '.')) || 0)),
                })
              }
            />
          )}
        </Field>
        {good && (
          <div className="col-span-2 flex flex-wrap items-center gap-3 border-tape border-l-[8px] py-1 pl-3">
            <p className="min-w-0 flex-1 leading-snug">
              <span className="font-semibold">Good last time: {resultWords(good)}</span>
              <span className="block text-quiet">
                {good.at.slice(0, 10)}
                {[...good.trust, ...good.doubts].map((word) => `, ${word}`)}
              </span>
            </p>
            <Button
              posture="floor"
              onClick={() =>
                setThinning({ convention: 'on-paint', value: Math.round(good.fraction * 1000) / 10 })
              }
            >
              Take it
            </Button>
          </div>
        )}
        {sheet.conditionerMaxPct !== null && (
          <Field label={`${sheet.conditionerName}, % on paint`} hint={`at most ${sheet.conditionerMaxPct} %`}>
            {(ids) => (
              <TextInput
                {...ids}
                className={BIG}
                value={conditioner}
                onChange={({ target: { value } }) => setConditioner(value)}
              />
            )}
          </Field>
        )}
        <Field label="Applied by">
          {(ids) => (
            <Select
              {...ids}
              className={BIG}
              value={applicator}
              onChange={({ target: { value } }) => setApplicator(value as Applicator)}
            >
              {sheet.applicators.map((one) => (
                <option key={one} value={one}>
                  {APPLICATOR_WORDS[one]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Measured by">
          {(ids) => (
            <Select
              {...ids}
              className={BIG}
              value={way}
              onChange={({ target: { value } }) => setWay(value as PotRecord['way'])}
            >
              <option value="volume">marks on the cup</option>
              <option value="weight">the scale</option>
              <option value="stick">a stick in a pail</option>
            </Select>
          )}
        </Field>
        {way === 'stick' && (
          <Field label="Pail, mm across">
            {(ids) => (
              <TextInput
                {...ids}
                className={BIG}
                value={pail}
                onChange={({ target: { value } }) => setPail(value)}
              />
            )}
          </Field>
        )}
        <Field label="Maker’s batch">
          {(ids) => (
            <TextInput
              {...ids}
              className={BIG}
              value={batch}
              onChange={({ target: { value } }) => setBatch(value)}
            />
          )}
        </Field>
        <Field label="Material, °C" error={temperature && !temperature.ok ? temperature.message : undefined}>
          {(ids) => (
            <TextInput
              {...ids}
              className={BIG}
              value={material}
              onChange={({ target: { value } }) => setMaterial(value)}
            />
          )}
        </Field>
      </div>
      {leftovers.length > 0 && (
        <fieldset>
          <legend className="label">Left of it, in closed pots</legend>
          {leftovers.map(({ pot, left }) => (
            <label key={pot.id} className="flex min-h-14 items-center gap-3 text-lg">
              <input
                type="checkbox"
                className="size-7 accent-(--act)"
                checked={used.includes(pot.id)}
                onChange={() =>
                  setUsed(used.includes(pot.id) ? used.filter((id) => id !== pot.id) : [...used, pot.id])
                }
              />
              <span>
                <span className="quantity">{Math.round(pot.leftMl ?? 0)} mL</span> at{' '}
                {(((left.thinner ?? 0) / Math.max(1, left.paint ?? 0)) * 100).toFixed(1)} % on paint,{' '}
                {pot.batch ? `batch ${pot.batch}` : 'batch not known'}, {pot.startedAt.slice(0, 10)}
              </span>
            </label>
          ))}
        </fieldset>
      )}
      {stops.length > 0 && (
        <>
          <Notice kind="stop">{stops.join(' ')}</Notice>
          <Field label="Why it goes past that all the same">
            {(ids) => (
              <TextInput
                {...ids}
                className={BIG}
                value={reason}
                onChange={({ target: { value } }) => setReason(value)}
              />
            )}
          </Field>
        </>
      )}
      {product.stockMl !== null && paintMl > product.stockMl && (
        <Notice kind="stop">
          Only {formatMl(product.stockMl)} of it are in the tins, by what was counted and poured.
        </Notice>
      )}
      <p className="text-[1.6rem] leading-snug" role="status">
        {pours.map(({ role, name, ml }) => (
          <span key={role} className="mr-5 inline-block">
            <span className="quantity">{Math.round(ml)} mL</span>{' '}
            <span className="text-quiet text-lg">{name}</span>
          </span>
        ))}
      </p>
      <Button
        kind="act"
        posture="floor"
        disabled={!isReady}
        onClick={() =>
          onStart({
            id: uuid(),
            revision: 0,
            productKey,
            batch: batch.trim(),
            jobId: search.get('job'),
            stepId: search.get('step'),
            purpose: (search.get('for') ?? '').slice(0, 200),
            applicator,
            recipe,
            overrideReason: stops.length > 0 ? reason.trim() : '',
            paintMl: Math.round(paintMl * 10) / 10,
            way,
            pailMm: way === 'stick' ? Number(pail) || 200 : null,
            target: target ? { cupId: 'iso-4', fromS: target.fromS, toS: target.toS } : null,
            materialC: temperature?.ok ? temperature.value : null,
            madeBy: session?.member?.name ?? '',
            startedAt: now.toISOString(),
            pours: leftovers
              .filter(({ pot }) => used.includes(pot.id))
              .flatMap(({ pot, left }) =>
                COMPONENT_ROLES.flatMap((role) => {
                  const ml = Math.round((left[role] ?? 0) * 10) / 10;
                  return ml > 0 ? [{ id: uuid(), role, ml, at: now.toISOString(), fromPotId: pot.id }] : [];
                }),
              ),
            readings: [],
            emptiedAt: null,
            leftMl: null,
            note: '',
          })
        }
      >
        Start the pot
      </Button>
    </section>
  );
}
