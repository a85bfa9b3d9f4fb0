import type { ShopContext } from '@upholder/core/api';
import { bucketFlowMlMin } from '@upholder/core/equipment';
import type { BucketTest } from '@upholder/core/mixing';
import { toMinute } from '@upholder/core/shop';
import { useState } from 'react';
import { useOutletContext } from 'react-router';
import { dayWords } from '../../base/times.ts';
import { show } from '../../base/voice.ts';
import { BucketRun } from '../../parts/BucketRun.tsx';
import { Button, Field, Select } from '../../parts/controls.tsx';

/** With which tip or needle, pressure and cup time; empty where nobody said. */
function setWords({ tip, orificeUm, pressureBar, cupSeconds }: BucketTest): string {
  const words = [
    tip !== '' ? `tip ${tip}` : orificeUm !== null && show('needle', orificeUm / 1000),
    pressureBar !== null && `${pressureBar} bar`,
    cupSeconds !== null && `${cupSeconds} s in the cup`,
  ].filter((word) => word !== false);
  return words.length > 0 ? `, ${words.join(', ')}` : '';
}

/** Flow of a gun by the bucket: spray into a bag for some seconds, and weigh it. */
export function BucketTests({
  tests,
  asSet,
  assumedMlMin,
  onTests,
}: {
  tests: readonly BucketTest[];
  /** How the gun is set as the form says it. */
  asSet: Pick<BucketTest, 'tip' | 'orificeUm' | 'pressureBar'>;
  /** What it is said to give meanwhile. */
  assumedMlMin: number;
  onTests(tests: BucketTest[]): void;
}) {
  const shop = useOutletContext<ShopContext>();
  const coatings = shop.products;
  const [productKey, setProduct] = useState(coatings[0]?.key ?? '');
  const sheet = coatings.find(({ key }) => key === productKey)?.sheet;
  const density = sheet?.densityKgL ?? 1.2;
  return (
    <section className="mt-6">
      <h2>Bucket test</h2>
      <p className="text-quiet">Spray into a bag, weigh it. It beats every table. Save to keep it.</p>
      <div className="mt-2 flex flex-col gap-3">
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
        <BucketRun
          density={density}
          assumedMlMin={assumedMlMin}
          action="Add test"
          onTest={(reading) =>
            onTests([...tests, { ...asSet, at: new Date().toISOString(), productKey, density, ...reading }])
          }
        />
      </div>
      <ul className="mt-2">
        {tests.map((test) => (
          <li key={test.at} className="flex items-baseline gap-3 py-1">
            <span className="quantity">
              {show('flow', bucketFlowMlMin(test.grams, test.seconds, test.density))}
            </span>
            <span className="text-quiet">
              {coatings.find(({ key }) => key === test.productKey)?.sheet.name}, {test.grams} g in{' '}
              {test.seconds} s{setWords(test)}, {dayWords(toMinute(test.at), shop.timeZone)}
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
