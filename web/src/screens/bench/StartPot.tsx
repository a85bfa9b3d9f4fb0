import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS, type Applicator, CONVENTION_WORDS, type Thinning } from '@upholder/core/catalogue';
import { residuePlace } from '@upholder/core/film';
import {
  bandWords,
  cupsOf,
  fillsOf,
  type PotRecord,
  resultWords,
  thinningWords,
} from '@upholder/core/mixing';
import { type ReactNode, useState } from 'react';
import { useSearchParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { useServerDate } from '../../base/useNow.ts';
import { Button, Field, Notice, Select, TextInput } from '../../parts/controls.tsx';
import { Day } from '../../parts/Day.tsx';
import { Volume } from './Amount.tsx';
import { ClosedPots } from './ClosedPots.tsx';
import {
  coatingsOf,
  draftFrom,
  GOALS,
  type Goal,
  gunsFor,
  inConvention,
  isReady,
  potFrom,
  readDraft,
} from './startDraft.ts';

const BIG = 'min-h-14 text-lead';

function Choice({
  label,
  value,
  options,
  className,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  className?: string;
  onChange(value: string): void;
}) {
  return (
    <Field label={label} className={className}>
      {(ids) => (
        <Select {...ids} className={BIG} value={value} onChange={({ target }) => onChange(target.value)}>
          {options.map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}

function Entry({
  label,
  value,
  error,
  hint,
  onChange,
}: {
  label: string;
  value: string;
  error?: string;
  hint?: ReactNode;
  onChange(value: string): void;
}) {
  return (
    <Field label={label} error={error} hint={hint}>
      {(ids) => (
        <TextInput {...ids} className={BIG} value={value} onChange={({ target }) => onChange(target.value)} />
      )}
    </Field>
  );
}

const AMOUNT_WORDS: Record<Goal, string> = {
  visit: 'Mix for the visit',
  paint: 'How much',
  cup: 'How much',
  area: 'm² to cover, once',
};

/** A new pot: for a visit, so much paint, a cup to fill or an area to cover, with what was good last time. */
export function StartPot({
  shop,
  pots,
  onStart,
}: {
  shop: ShopContext;
  pots: readonly PotRecord[];
  onStart(pot: PotRecord): void;
}) {
  const [search] = useSearchParams();
  const { data: session } = upholder.useSessionQuery();
  const now = useServerDate(1000);
  const [draft, setDraft] = useState(() => draftFrom(search, shop));
  const read = readDraft(draft, shop, pots);
  const set = (part: Partial<typeof draft>) => setDraft((was) => ({ ...was, ...part }));
  if (!read) return <Notice>The stores have no coating yet.</Notice>;
  const { sheet, product, errors, good, share, target } = read;
  const guns = gunsFor(shop, draft.applicator);
  const applyBy = (applicator: Applicator) =>
    set({ applicator, gunId: gunsFor(shop, applicator)[0]?.id ?? '' });
  const mixMl = read.pours.reduce((sum, { ml }) => sum + ml, 0);
  const fills = read.gun?.cupMl && mixMl > 0 ? fillsOf(mixMl, read.gun.cupMl) : null;
  return (
    <section aria-label="A new pot" className="flex flex-col gap-4 bg-sheet p-5">
      <h2 className="text-lead">A new pot</h2>
      <div className="grid grid-cols-2 gap-3">
        <Choice
          label="Product"
          className="col-span-2"
          value={draft.productKey}
          options={coatingsOf(shop).map(({ key, sheet: one }) => [key, one.name])}
          onChange={(productKey) => {
            set({ productKey, used: [] });
            const other = coatingsOf(shop).find(({ key }) => key === productKey)?.sheet;
            if (other && !other.applicators.includes(draft.applicator))
              applyBy(other.applicators[0] ?? 'brush');
          }}
        />
        <Choice
          label="I have"
          value={draft.goal}
          options={Object.entries(GOALS)}
          onChange={(goal) => set({ goal: goal as Goal })}
        />
        <Entry
          label={AMOUNT_WORDS[draft.goal]}
          value={draft.amount}
          error={errors.amount}
          onChange={(amount) => set({ amount })}
        />
        <Choice
          label="Thinning, said as"
          value={draft.convention}
          options={Object.entries(CONVENTION_WORDS)}
          onChange={(convention) => set(inConvention(draft, sheet, convention as Thinning['convention']))}
        />
        <Entry
          label="Thinning"
          value={draft.thinning}
          error={errors.thinning}
          hint={`${read.thinningSaid}; the sheet ends at ${thinningWords(sheet.maxThinning)}`}
          onChange={(thinning) => set({ thinning })}
        />
        {good && (
          <div className="col-span-2 flex flex-wrap items-center gap-3 border-tape border-l-[8px] py-1 pl-3">
            <p className="min-w-0 flex-1 leading-snug">
              <span className="font-semibold">
                Good last time: {resultWords(good, cupsOf(shop.benchItems))}
              </span>
              <span className="block text-quiet">
                <Day at={good.at} />
                {[...good.trust, ...good.doubts].map((word) => `, ${word}`)}
              </span>
            </p>
            <Button
              posture="floor"
              onClick={() =>
                set({ convention: 'on-paint', thinning: String(Math.round(good.fraction * 1000) / 10) })
              }
            >
              Take it
            </Button>
          </div>
        )}
        {sheet.conditionerMaxPct !== null && (
          <Entry
            label={`${sheet.conditionerName}, % on paint`}
            value={draft.conditioner}
            error={errors.conditioner}
            hint={`at most ${sheet.conditionerMaxPct} %${sheet.conditionerCountsAsThinner ? ', as part of the thinning' : ''}`}
            onChange={(conditioner) => set({ conditioner })}
          />
        )}
        {sheet.accelerator && (
          <Entry
            label={`${sheet.accelerator.name}, drops to a litre`}
            value={draft.drops}
            error={errors.drops}
            hint={`at most ${sheet.accelerator.maxDropsPerL}`}
            onChange={(drops) => set({ drops })}
          />
        )}
        <Choice
          label="Applied by"
          value={draft.applicator}
          options={sheet.applicators.map((one) => [one, APPLICATOR_WORDS[one]])}
          onChange={(applicator) => applyBy(applicator as Applicator)}
        />
        {guns.length > 0 && (
          <Choice
            label="With"
            value={draft.gunId}
            options={[...guns.map(({ id, item }) => [id, item.name] as const), ['', 'another one']]}
            onChange={(gunId) => set({ gunId })}
          />
        )}
        <Choice
          label="Measured by"
          value={draft.way}
          options={[
            ['volume', 'marks on the cup'],
            ['weight', 'the scale'],
            ['stick', 'a stick in a pail'],
          ]}
          onChange={(way) => set({ way: way as PotRecord['way'] })}
        />
        {draft.way === 'stick' && (
          <Entry
            label="Pail, mm across"
            value={draft.pail}
            error={errors.pail}
            onChange={(pail) => set({ pail })}
          />
        )}
        {share && (
          <Entry
            label="Reserve, %"
            value={draft.reserve}
            error={errors.reserve}
            onChange={(reserve) => set({ reserve })}
          />
        )}
        <Choice
          label="Timed in"
          value={draft.cupId}
          options={cupsOf(shop.benchItems).map(({ id, name }) => [id, name])}
          onChange={(cupId) => set({ cupId })}
        />
        <Entry label="Maker’s batch" value={draft.batch} onChange={(batch) => set({ batch })} />
        <Entry
          label="Material, °C"
          value={draft.material}
          error={errors.material}
          onChange={(material) => set({ material })}
        />
      </div>
      <ClosedPots leftovers={read.leftovers} used={draft.used} onUse={(used) => set({ used })} />
      {product.tinFraction > 0 && (
        <Notice>
          The tin holds {(product.tinFraction * 100).toFixed(1)} % of thinner already; that much less is added
          {read.tinIsThinner ? ', and the pot cannot be less thin than that' : ''}.
        </Notice>
      )}
      {read.stops.length > 0 && (
        <>
          <Notice kind="stop">{read.stops.join(' ')}</Notice>
          <Entry
            label="Why it goes past that all the same"
            value={draft.reason}
            onChange={(reason) => set({ reason })}
          />
        </>
      )}
      {product.stockMl !== null && read.paintMl > product.stockMl && (
        <Notice kind="stop">
          Only <Volume ml={product.stockMl} /> of it are in the tins, by what was counted and poured.
        </Notice>
      )}
      <div role="status" className="leading-snug">
        <p className="text-head">
          {read.pours.map(({ role, name, ml }) => (
            <span key={role} className="mr-5 inline-block">
              <Volume ml={ml} role={role} /> <span className="text-lead text-quiet">{name}</span>
            </span>
          ))}
        </p>
        <p className="text-quiet">
          {share && (
            <>
              <Volume ml={share.piecesMl} /> go to the pieces, <Volume ml={share.residueMl} /> stay in{' '}
              {residuePlace(draft.applicator)}, <Volume ml={share.reserveMl} /> are reserve.{' '}
            </>
          )}
          {fills && fills.fills > 1 && (
            <>
              {fills.fills} fillings of its cup, the last of <Volume ml={fills.lastMl} />.{' '}
            </>
          )}
          {target && (
            <>
              Wanted: {bandWords(target)} in {target.cup.name}.
            </>
          )}
        </p>
        {read.cupRemark && <Notice>{read.cupRemark}</Notice>}
      </div>
      <Button
        kind="act"
        posture="floor"
        disabled={!isReady(read, draft)}
        onClick={() =>
          onStart(
            potFrom(draft, read, { search, madeBy: session?.member?.name ?? '', at: now.toISOString() }),
          )
        }
      >
        Start the pot
      </Button>
    </section>
  );
}
