import type { ShopContext } from '@upholder/core/api';
import { type Applicator, CONVENTION_WORDS, isListed, type Thinning } from '@upholder/core/catalogue';
import { gunItemsFor } from '@upholder/core/equipment';
import { type MixRecord, thinningWords } from '@upholder/core/mixing';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { useServerDate } from '../../base/useNow.ts';
import { labelled, show } from '../../base/voice.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { Volume } from './Amount.tsx';
import { ClosedMixes } from './ClosedMixes.tsx';
import { isReady, mixFrom, readDraft } from './readDraft.ts';
import { Choice, ComesTo, Entry, GoodLastTime, Means } from './StartMixParts.tsx';
import { coatingsOf, draftFrom, GOALS, type Goal, inConvention } from './startDraft.ts';

const AMOUNT_WORDS: Record<Goal, string> = {
  task: 'Mix for the task',
  paint: 'How much',
  cup: 'How much',
  area: 'Area for one coat',
};

/** A new mix: for a task, so much paint, a cup to fill or an area to cover, with what was good last time. */
export function StartMix({
  shop,
  mixes,
  onStart,
}: {
  shop: ShopContext;
  mixes: readonly MixRecord[];
  onStart(mix: MixRecord): void;
}) {
  const [search] = useSearchParams();
  const { data: session } = upholder.useSessionQuery();
  const now = useServerDate(1000);
  const [draft, setDraft] = useState(() => draftFrom(search, shop));
  const read = readDraft(draft, shop, mixes);
  const set = (part: Partial<typeof draft>) => setDraft((was) => ({ ...was, ...part }));
  if (!read) return <Notice>There are no coatings yet.</Notice>;
  const { sheet, product, errors, good } = read;
  const applyBy = (applicator: Applicator, productKey = draft.productKey) =>
    set({ applicator, gunId: gunItemsFor(shop.benchItems, applicator, productKey)[0]?.id ?? '' });
  return (
    <section aria-label="A new mix" className="flex flex-col gap-4 bg-sheet p-5">
      <h2 className="text-lead">A new mix</h2>
      <div className="grid grid-cols-2 gap-3">
        <Choice
          label="Product"
          className="col-span-2"
          value={draft.productKey}
          options={coatingsOf(shop).map(({ key, sheet: one }) => [key, one.name])}
          onChange={(productKey) => {
            set({ productKey, used: [] });
            const other = coatingsOf(shop).find(({ key }) => key === productKey)?.sheet;
            const isKept = !other || isListed(other.applicators, draft.applicator);
            const applicator = isKept ? draft.applicator : (other.applicators[0] ?? 'brush');
            // A machine may be kept for one of the two products.
            const guns = gunItemsFor(shop.benchItems, applicator, productKey);
            if (!isKept || !guns.some(({ id }) => id === draft.gunId)) applyBy(applicator, productKey);
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
          quantity={draft.goal === 'area' ? 'area' : 'volume'}
          onChange={(amount) => set({ amount })}
        />
        <Choice
          label="Thinning expressed as"
          value={draft.convention}
          options={Object.entries(CONVENTION_WORDS)}
          onChange={(convention) => set(inConvention(draft, sheet, convention as Thinning['convention']))}
        />
        <Entry
          label="Thinning"
          value={draft.thinning}
          error={errors.thinning}
          hint={`${read.thinningSaid}; the sheet allows up to ${thinningWords(sheet.maxThinning)}`}
          onChange={(thinning) => set({ thinning })}
        />
        {good && (
          <GoodLastTime
            good={good}
            shop={shop}
            onTake={() =>
              set({ convention: 'on-paint', thinning: String(Math.round(good.fraction * 1000) / 10) })
            }
          />
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
            label={labelled(sheet.accelerator.name, 'drops')}
            value={draft.drops}
            error={errors.drops}
            hint={`at most ${show('drops', sheet.accelerator.maxDropsPerL)}`}
            onChange={(drops) => set({ drops })}
          />
        )}
        <Means draft={draft} read={read} shop={shop} set={set} onApplicator={applyBy} />
      </div>
      <ClosedMixes leftovers={read.leftovers} used={draft.used} onUse={(used) => set({ used })} />
      {product.tinFraction > 0 && (
        <Notice>
          The tin holds {(product.tinFraction * 100).toFixed(1)} % thinner already; that much less is added
          {read.tinIsThinner ? ', and the mix cannot be thicker than that' : ''}.
        </Notice>
      )}
      {read.stops.length > 0 && (
        <>
          <Notice kind="stop">{read.stops.join(' ')}</Notice>
          <Entry
            label="Reason for exceeding the limit"
            value={draft.reason}
            onChange={(reason) => set({ reason })}
          />
        </>
      )}
      {product.stockMl !== null && read.paintMl > product.stockMl && (
        <Notice kind="stop">
          Only <Volume ml={product.stockMl} /> in stock at the last count.
        </Notice>
      )}
      <ComesTo read={read} tools={[draft.applicator, ...draft.also]} />
      <Button
        kind="act"
        posture="floor"
        disabled={!isReady(read, draft)}
        onClick={() =>
          onStart(
            mixFrom(draft, read, { search, madeBy: session?.member?.name ?? '', at: now.toISOString() }),
          )
        }
      >
        Start the mix
      </Button>
    </section>
  );
}
