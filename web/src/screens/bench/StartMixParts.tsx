import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS, type Applicator, meantBy } from '@upholder/core/catalogue';
import { gunItemsFor } from '@upholder/core/equipment';
import { residuePlace } from '@upholder/core/film';
import { bandWords, cupsOf, type MixRecord, resultWords } from '@upholder/core/mixing';
import type { QuantityName } from '@upholder/core/units';
import type { ReactNode } from 'react';
import { labelled, show, understood } from '../../base/voice.ts';
import { Button, Field, Notice, Select, TextInput } from '../../parts/controls.tsx';
import { Day } from '../../parts/Day.tsx';
import { Volume } from './Amount.tsx';
import type { readDraft } from './readDraft.ts';
import type { draftFrom } from './startDraft.ts';

const BIG = 'min-h-14 text-lead';

export function Choice({
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

export function Entry({
  label,
  value,
  error,
  hint,
  quantity,
  onChange,
}: {
  label: string;
  value: string;
  error?: string;
  /** What is typed into it: another unit is said back as it was understood. */
  quantity?: QuantityName;
  hint?: ReactNode;
  onChange(value: string): void;
}) {
  return (
    <Field label={label} error={error} hint={(quantity && understood(quantity, value)) || hint}>
      {(ids) => (
        <TextInput {...ids} className={BIG} value={value} onChange={({ target }) => onChange(target.value)} />
      )}
    </Field>
  );
}

type Draft = ReturnType<typeof draftFrom>;

type Read = NonNullable<ReturnType<typeof readDraft>>;

/** How thin it was good last time, and how far that can be trusted. */
export function GoodLastTime({
  good,
  shop,
  onTake,
}: {
  good: NonNullable<Read['good']>;
  shop: ShopContext;
  onTake(): void;
}) {
  return (
    <div className="col-span-2 flex flex-wrap items-center gap-3 border-tape border-l-[8px] py-1 pl-3">
      <p className="min-w-0 flex-1 leading-snug">
        <span className="font-semibold">Good last time: {resultWords(good, cupsOf(shop.benchItems))}</span>
        <span className="block text-quiet">
          <Day at={good.at} />
          {[...good.trust, ...good.doubts].map((word) => `, ${word}`)}
        </span>
      </p>
      <Button posture="floor" onClick={onTake}>
        Use this mix
      </Button>
    </div>
  );
}

/** What the mix comes to: its pours, where they go, and how thin it shall be. */
export function ComesTo({ read, tools }: { read: Read; tools: readonly Applicator[] }) {
  const { share, target } = read;
  const { cup } = read;
  return (
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
            <Volume ml={share.piecesMl} /> for the pieces, <Volume ml={share.residueMl} /> stay in{' '}
            {[...new Set(tools.map(residuePlace))].join(' and ')}, <Volume ml={share.reserveMl} /> as reserve.{' '}
          </>
        )}
        {cup && cup.fills > 1 && (
          <>
            {cup.fills} fillings of its cup, the last of <Volume ml={cup.lastMl} />.{' '}
          </>
        )}
        {cup?.heldG != null && <>{show('weight', cup.heldG)} in the hand. </>}
        {target && (
          <>
            Wanted: {bandWords(target)} in {target.cup.name}.
          </>
        )}
      </p>
      {cup?.isHeavy && (
        <Notice>That is heavy for one hand: fill the cup half, or change hands between pieces.</Notice>
      )}
      {read.cupRemark && <Notice>{read.cupRemark}</Notice>}
    </div>
  );
}

/** With what it is laid on, measured and timed, and what is known of the tin. */
export function Means({
  draft,
  read: { sheet, errors, share },
  shop,
  set,
  onApplicator,
}: {
  draft: Draft;
  read: Read;
  shop: ShopContext;
  set(part: Partial<Draft>): void;
  onApplicator(applicator: Applicator): void;
}) {
  const guns = gunItemsFor(shop.benchItems, draft.applicator, draft.productKey);
  return (
    <>
      <Choice
        label="Applied by"
        value={draft.applicator}
        options={meantBy(sheet.applicators).map((one) => [one, APPLICATOR_WORDS[one]])}
        onChange={(applicator) => onApplicator(applicator as Applicator)}
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
        onChange={(way) => set({ way: way as MixRecord['way'] })}
      />
      {draft.way === 'stick' && (
        <Entry
          label={labelled('Pail diameter', 'length')}
          quantity="length"
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
        label={labelled('Material', 'temperature')}
        quantity="temperature"
        value={draft.material}
        error={errors.material}
        onChange={(material) => set({ material })}
      />
    </>
  );
}
