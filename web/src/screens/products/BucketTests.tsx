import type { ShopContext } from '@upholder/core/api';
import { bucketFlowMlMin } from '@upholder/core/equipment';
import type { BucketTest } from '@upholder/core/mixing';
import { toMinute } from '@upholder/core/shop';
import { useState } from 'react';
import { useOutletContext } from 'react-router';
import { dayWords } from '../../base/times.ts';
import { show } from '../../base/voice.ts';
import { Button, Field, Select, TextInput } from '../../parts/controls.tsx';
import { typedNumber } from './gunAir.ts';

/** Flow of a gun by the bucket: spray into a bag for some seconds, and weigh it. */
export function BucketTests({
  tests,
  onTests,
}: {
  tests: readonly BucketTest[];
  onTests(tests: BucketTest[]): void;
}) {
  const shop = useOutletContext<ShopContext>();
  const coatings = shop.products;
  const [productKey, setProduct] = useState(coatings[0]?.key ?? '');
  const [grams, setGrams] = useState('');
  const [seconds, setSeconds] = useState('15');
  const [said, say] = useState('');
  const sheet = coatings.find(({ key }) => key === productKey)?.sheet;
  const density = sheet?.densityKgL ?? 1.2;
  function add(): void {
    const weighed = typedNumber(grams, 'g');
    const timed = typedNumber(seconds, 's', 'sec');
    if (!weighed || !timed || Number.isNaN(weighed) || Number.isNaN(timed) || weighed < 0 || timed < 1) {
      say('Enter what the bag weighs more, in grams, and for how many seconds it was sprayed into.');
      return;
    }
    say('');
    setGrams('');
    onTests([
      ...tests,
      { at: new Date().toISOString(), productKey, grams: weighed, seconds: timed, density },
    ]);
  }
  return (
    <section className="mt-6">
      <h2>Bucket test</h2>
      <p className="text-quiet">Spray into a bag, weigh it. It beats every table. Save to keep it.</p>
      <div className="mt-2 grid grid-cols-[minmax(0,2fr)_6rem_6rem_auto] items-end gap-3 max-md:grid-cols-2">
        <Field label="Product">
          {(ids) => (
            <Select {...ids} value={productKey} onChange={({ target }) => setProduct(target.value)}>
              {coatings.map(({ key, sheet: { name } }) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Grams">
          {(ids) => <TextInput {...ids} value={grams} onChange={({ target }) => setGrams(target.value)} />}
        </Field>
        <Field label="Seconds">
          {(ids) => (
            <TextInput {...ids} value={seconds} onChange={({ target }) => setSeconds(target.value)} />
          )}
        </Field>
        <Button onClick={add}>Add test</Button>
      </div>
      {said && (
        <p role="alert" className="mt-1 font-semibold text-small text-stop">
          {said}
        </p>
      )}
      <ul className="mt-2">
        {tests.map((test) => (
          <li key={test.at} className="flex items-baseline gap-3 py-1">
            <span className="quantity">
              {show('volume', bucketFlowMlMin(test.grams, test.seconds, test.density))}/min
            </span>
            <span className="text-quiet">
              {coatings.find(({ key }) => key === test.productKey)?.sheet.name}, {test.grams} g in{' '}
              {test.seconds} s, {dayWords(toMinute(test.at), shop.timeZone)}
            </span>
            <Button kind="quiet" onClick={() => onTests(tests.filter((one) => one !== test))}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
