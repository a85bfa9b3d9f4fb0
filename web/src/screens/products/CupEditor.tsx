import type { BenchItemRow } from '@upholder/core/api';
import { CUPS, type CustomCup, cupSeconds, cupViscosity, customCup, outsideCup } from '@upholder/core/mixing';
import { regional } from '@upholder/core/said';
import { Button, Card, Field, Notice, Select, TextInput } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import type { Draft } from '../../parts/useDraftForm.ts';
import { BenchItemHead } from './BenchItemHead.tsx';
import { typedSeconds, useBenchItemForm } from './useBenchItemForm.ts';

const PAIR_ROW = 'mt-2 grid grid-cols-[9rem_9rem_1fr_auto] items-end gap-3 max-md:grid-cols-2';

/** A pair as it is typed. */
interface TypedPair {
  ownS: string;
  standardS: string;
}

const draftOf = ({ name, standardId, pairs, isRetired }: CustomCup): Draft => ({
  name,
  standardId,
  pairs: pairs.map(({ ownS, standardS }) => ({ ownS: String(ownS), standardS: String(standardS) })),
  isRetired,
});

const pairsOf = (draft: Draft) => draft.pairs as readonly TypedPair[];
const isTyped = ({ ownS, standardS }: TypedPair) => ownS.trim() !== '' || standardS.trim() !== '';
const readPair = ({ ownS, standardS }: TypedPair) => ({
  ownS: typedSeconds(ownS),
  standardS: typedSeconds(standardS),
});

/** The cup that the form says; a line that nobody filled in is none. */
const cupOf = (draft: Draft): object => ({
  ...draft,
  kind: 'cup',
  pairs: pairsOf(draft).filter(isTyped).map(readPair),
});

/** A cup of the shop's own: the same paint timed in it and in a standard cup, pair by pair. */
export function CupEditor({ row, item }: { row: BenchItemRow; item: CustomCup }) {
  const form = useBenchItemForm(row, draftOf(item), cupOf, 'Saved. Readings and targets use this now.');
  const pairs = pairsOf(form.draft);
  const standardId = form.text('standardId');
  const standard = CUPS.find(({ id }) => id === standardId) ?? CUPS[0];
  const read = pairs.map(readPair);
  const whole = read.filter(({ ownS, standardS }) => ownS > 0 && standardS > 0);
  const cup = customCup(row.id, { ...item, name: form.text('name'), standardId, pairs: whole });
  const setPairs = (wanted: readonly TypedPair[]) => form.write('pairs', wanted);
  const set = (index: number, part: Partial<TypedPair>) =>
    setPairs(pairs.map((pair, at) => (at === index ? { ...pair, ...part } : pair)));
  return (
    <Card className="p-5">
      <BenchItemHead item={item} form={form}>
        {cup.ok
          ? cup.value.curve.form === 'relative'
            ? 'Not calibrated: its seconds only compare with each other, or with an upper limit.'
            : `${cup.value.source}, from ${cup.value.fromS} to ${cup.value.toS} s`
          : cup.message}
      </BenchItemHead>
      <div className="mt-4 grid grid-cols-2 gap-4">
        <DraftField form={form} name="name" label="Name" />
        <Field label="Timed against">
          {(ids) => (
            <Select
              {...ids}
              value={standardId}
              onChange={({ target }) => form.write('standardId', target.value)}
            >
              {CUPS.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </Select>
          )}
        </Field>
      </div>
      <h2 className="mt-5">The same paint in both</h2>
      <p className="text-quiet">
        {regional(
          'Thin a litre step by step and time both cups each time: three or more pairs across the range you spray.',
        )}
      </p>
      {pairs.map((pair, index) => {
        const { ownS = Number.NaN, standardS = Number.NaN } = read[index] ?? {};
        const doubt = standard && standardS > 0 ? outsideCup(standard, standardS) : null;
        const said =
          cup.ok && cup.value.curve.form !== 'relative' && standard && ownS > 0
            ? cupSeconds(standard, cupViscosity(cup.value, ownS))
            : null;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: pairs have no name but their place
          <div key={index} className={PAIR_ROW}>
            <Field label="This cup, s" error={form.errors[`pairs.${index}.ownS`]}>
              {(ids) => (
                <TextInput
                  {...ids}
                  value={pair.ownS}
                  onChange={({ target }) => set(index, { ownS: target.value })}
                />
              )}
            </Field>
            <Field label={`${standard?.name}, s`} error={form.errors[`pairs.${index}.standardS`]}>
              {(ids) => (
                <TextInput
                  {...ids}
                  value={pair.standardS}
                  onChange={({ target }) => set(index, { standardS: target.value })}
                />
              )}
            </Field>
            <p className={`pb-1.5 leading-snug ${doubt ? 'text-stop' : 'text-quiet'}`}>
              {doubt ??
                (said !== null && standardS > 0
                  ? `the line says ${said.toFixed(1)} s, off by ${Math.abs(said - standardS).toFixed(1)} s`
                  : '')}
            </p>
            <Button kind="quiet" onClick={() => setPairs(pairs.filter((_pair, at) => at !== index))}>
              Remove
            </Button>
          </div>
        );
      })}
      <Button className="mt-3" onClick={() => setPairs([...pairs, { ownS: '', standardS: '' }])}>
        Add a pair
      </Button>
      {!cup.ok && (
        <div className="mt-3">
          <Notice kind="stop">{cup.message}</Notice>
        </div>
      )}
    </Card>
  );
}
