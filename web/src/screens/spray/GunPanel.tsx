import type { BenchItemRow, ProductRow, ShopContext } from '@upholder/core/api';
import {
  asOnCard,
  bucketFlowMlMin,
  flowOfGun,
  isByTip,
  isSetTooHigh,
  mostBar,
  type OfferedSetUp,
  offeredSetUp,
  type SetUpDoubt,
  withBucketTest,
  withSetUp,
} from '@upholder/core/equipment';
import type { SprayCase, StrokePlan } from '@upholder/core/film';
import { type BucketTest, type Gun, SET_UP_OUTCOMES, type SetUpCard } from '@upholder/core/mixing';
import { toMinute } from '@upholder/core/shop';
import { type ReactNode, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { deviceClock } from '../../base/deviceClock.ts';
import { dayWords } from '../../base/times.ts';
import { typedNumber } from '../../base/typed.ts';
import { show } from '../../base/voice.ts';
import { settingWords } from '../../job/StrokeDrawing.tsx';
import { type BucketReading, BucketRun } from '../../parts/BucketRun.tsx';
import { Button, Field, Notice, Select, TextInput } from '../../parts/controls.tsx';
import { AirAndCup } from './AirAndCup.tsx';
import { TipPart } from './TipPart.tsx';

const OUTCOME_WORDS: Record<SetUpCard['outcome'], string> = {
  well: 'well',
  fair: 'fair: usable, could be better',
  badly: 'badly: do not offer it again',
};
const TRUST_WORDS: Record<OfferedSetUp['trust'], string> = {
  high: 'You can rely on it.',
  fair: 'Try it on a card first.',
  low: 'Only a place to start from: test on a card.',
};
const DOUBT_WORDS: Record<SetUpDoubt, string> = {
  product: 'it was another product',
  opening: 'it was another tip or needle',
  pressure: 'the pressure was another',
  viscosity: 'the mix ran faster or slower in the cup',
  'only-fair': 'it went only fairly well',
  once: 'it went well on one day only',
  old: 'it is more than half a year old',
};

/** `220 mL/min, fan 200 mm at 200 mm, overlap 50 %, 35 cm/s`. */
function cardWords(card: SetUpCard, { applicator }: Gun): string {
  const opening = isByTip(applicator) ? 'tip' : 'needle';
  return [
    settingWords(card, card.distanceMm),
    card.tip !== '' && `tip ${card.tip}`,
    card.tip === '' && card.orificeUm !== null && `${opening} ${show(opening, card.orificeUm / 1000)}`,
    card.pressureBar !== null && `${card.pressureBar} bar`,
    card.cupSeconds !== null && `${card.cupSeconds} s in the cup`,
  ]
    .filter((word) => word !== false)
    .join(', ');
}

function Offered({
  offered,
  gun,
  shop,
  onUse,
}: {
  offered: OfferedSetUp;
  gun: Gun;
  shop: ShopContext;
  onUse(): void;
}) {
  const { card, doubts, trust } = offered;
  const product = shop.products.find(({ key }) => key === card.productKey)?.sheet.name ?? card.productKey;
  return (
    <div className="border-act border-l-[6px] bg-act-wash px-3 py-2" role="group" aria-label="Last set-up">
      <p className="font-semibold">
        Last time, {dayWords(toMinute(card.at), shop.timeZone)}, {card.by}: {product}
      </p>
      <p>{cardWords(card, gun)}</p>
      {card.note !== '' && <p className="italic">{card.note}</p>}
      <p className="mt-1">
        <span className="font-semibold">{TRUST_WORDS[trust]}</span>{' '}
        {doubts.length > 0
          ? `Because ${doubts.map((doubt) => DOUBT_WORDS[doubt]).join(', and ')}.`
          : `It went well on ${offered.times} days.`}
      </p>
      <Button className="mt-2" onClick={onUse}>
        Use this set-up
      </Button>
    </div>
  );
}

/** What came of keeping something with a gun. */
interface Answer {
  isBad: boolean;
  words: string;
  /** The gun as it is by then without what was kept. */
  without?: (now: Gun) => Gun;
}

function KeepSetUp({ onKeep }: { onKeep(of: Pick<SetUpCard, 'outcome' | 'cupSeconds' | 'note'>): void }) {
  const [outcome, setOutcome] = useState<SetUpCard['outcome']>('well');
  const [cup, setCup] = useState('');
  const [note, setNote] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  function keep(): void {
    const cupSeconds = typedNumber(cup, 's', 'sec');
    if (cupSeconds !== null && !(cupSeconds >= 1 && cupSeconds <= 600)) {
      setProblem('Enter 1 to 600 s, or nothing.');
      return;
    }
    setProblem(undefined);
    setNote('');
    onKeep({ outcome, cupSeconds, note: note.trim() });
  }
  return (
    <div className="grid grid-cols-2 items-start gap-3">
      <Field label="It went">
        {(ids) => (
          <Select
            {...ids}
            value={outcome}
            onChange={({ target }) => setOutcome(target.value as SetUpCard['outcome'])}
          >
            {SET_UP_OUTCOMES.map((key) => (
              <option key={key} value={key}>
                {OUTCOME_WORDS[key]}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Cup time, s" hint="if timed" error={problem}>
        {(ids) => (
          <TextInput
            {...ids}
            inputMode="decimal"
            value={cup}
            onChange={({ target }) => setCup(target.value)}
          />
        )}
      </Field>
      <Field label="Note" className="col-span-2">
        {(ids) => (
          <TextInput {...ids} maxLength={200} value={note} onChange={({ target }) => setNote(target.value)} />
        )}
      </Field>
      <Button className="justify-self-start" onClick={keep}>
        Keep this set-up
      </Button>
    </div>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <details className="border-line border-t pt-3">
      <summary className="cursor-pointer font-semibold">{title}</summary>
      <div className="mt-2">{children}</div>
    </details>
  );
}

/** What a shop knows of a gun: how it was set last, what it gives by the bucket, its air, its cup, and its limits. */
export function GunPanel({
  row,
  gun,
  product,
  stepId,
  one,
  plan,
  shop,
  onCase,
}: {
  row: BenchItemRow;
  gun: Gun;
  product: ProductRow;
  stepId: string | null;
  one: SprayCase;
  plan: StrokePlan;
  shop: ShopContext;
  onCase(next: SprayCase): void;
}) {
  const [write] = upholder.useWriteBenchItemMutation();
  const { data: session } = upholder.useSessionQuery();
  const mayKeep = useMay('putBenchItem');
  const [answer, setAnswer] = useState<Answer | null>(null);
  const offered = offeredSetUp(gun, {
    productKey: product.key,
    stepId,
    cupSeconds: null,
    now: new Date(deviceClock.now()),
  });
  const asSet = { tip: gun.tip, orificeUm: gun.orificeUm, pressureBar: gun.pressureBar };
  const { setting } = one;
  async function keep(next: Gun, words: string, without?: Answer['without']): Promise<void> {
    const outcome = await write({ id: row.id, version: row.version, item: next });
    setAnswer(
      'error' in outcome
        ? { isBad: true, words: refusalOf(outcome.error).message }
        : { isBad: false, words, without },
    );
  }
  function keepSetUp(of: Pick<SetUpCard, 'outcome' | 'cupSeconds' | 'note'>): void {
    const card: SetUpCard = {
      id: uuid(),
      at: new Date(deviceClock.now()).toISOString(),
      by: session?.member?.name ?? '',
      productKey: product.key,
      stepId,
      ...setting,
      distanceMm: one.distanceMm,
      ...asSet,
      ...of,
    };
    void keep(withSetUp(gun, card), `Kept with ${gun.name}. It is offered the next time.`, (now) => ({
      ...now,
      setUps: now.setUps.filter(({ id }) => id !== card.id),
    }));
  }
  function keepTest(reading: BucketReading, measured: number): void {
    const test: BucketTest = {
      ...asSet,
      at: new Date(deviceClock.now()).toISOString(),
      productKey: product.key,
      density: product.sheet.densityKgL,
      ...reading,
    };
    void keep(
      withBucketTest(gun, test),
      `${gun.name} gives ${show('flow', measured)} by the bucket.`,
      (now) => ({ ...now, bucketTests: now.bucketTests.filter(({ at }) => at !== test.at) }),
    );
  }
  const flow = flowOfGun(gun, product.key);
  return (
    <section className="flex flex-col gap-3" aria-label="This gun">
      {isSetTooHigh(gun) && (
        <Notice kind="stop">
          {gun.name} is set to {gun.pressureBar} bar and may have {mostBar(gun)} bar at most: it can burst.
          Turn the pressure down before anybody takes it.
        </Notice>
      )}
      {offered && (
        <Offered offered={offered} gun={gun} shop={shop} onUse={() => onCase(asOnCard(one, offered.card))} />
      )}
      {answer && (
        <Notice kind={answer.isBad ? 'stop' : 'plain'}>
          <p>{answer.words}</p>
          {answer.without && (
            <Button className="mt-2" onClick={() => void keep(answer.without?.(gun) ?? gun, 'Taken back.')}>
              Undo
            </Button>
          )}
        </Notice>
      )}
      {mayKeep && (
        <Part title="Keep how it is set now">
          <KeepSetUp onKeep={keepSetUp} />
        </Part>
      )}
      <Part
        title={`Bucket test: ${flow.by === 'bucket' ? show('flow', flow.flowMlMin) : flow.by === 'tip' ? 'flow by the tip so far' : 'none yet'}`}
      >
        <p className="mb-2 text-note text-quiet">
          Spray into a bag and weigh it, with this product as it is mixed. That beats every table.
        </p>
        <BucketRun
          density={product.sheet.densityKgL}
          assumedMlMin={setting.flowMlMin}
          action={mayKeep ? 'Keep the test' : 'Use the flow'}
          onTest={(reading) => {
            const measured = bucketFlowMlMin(reading.grams, reading.seconds, product.sheet.densityKgL);
            if (mayKeep) keepTest(reading, measured);
            onCase({ ...one, setting: { ...setting, flowMlMin: Math.round(measured) } });
          }}
        />
      </Part>
      {isByTip(gun.applicator) && (
        <Part title="Flow and fan by the tip">
          <TipPart gun={gun} one={one} onCase={onCase} />
        </Part>
      )}
      <Part title="Air, cup and weight in the hand">
        <AirAndCup gun={gun} plan={plan} density={product.sheet.densityKgL} shop={shop} />
      </Part>
    </section>
  );
}
