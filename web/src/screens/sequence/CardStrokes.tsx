import type { PieceRow, ShopContext } from '@upholder/core/api';
import { isSprayed } from '@upholder/core/catalogue';
import { caseOfStep, gunItemsFor } from '@upholder/core/equipment';
import { type SprayCase, strokeGroups } from '@upholder/core/film';
import type { Step } from '@upholder/core/systems';
import { deviceClock } from '../../base/deviceClock.ts';
import { show } from '../../base/voice.ts';
import { StrokeDrawing, settingWords, strokeWords } from '../../job/StrokeDrawing.tsx';

interface SprayedStep {
  step: Step;
  gun: string | null;
  of: SprayCase;
}

/** The sprayed coats of a zone, each with the gun that it goes through and how that is set. */
function sprayedSteps(steps: readonly Step[], shop: Pick<ShopContext, 'benchItems'>): SprayedStep[] {
  return steps.flatMap((step): SprayedStep[] => {
    const { applicator, productKey, wftUm } = step;
    if (applicator === null || !isSprayed(applicator) || productKey === null || wftUm === null) return [];
    const [gun] = gunItemsFor(shop.benchItems, applicator, productKey);
    const of = caseOfStep(gun?.item, { productKey, stepId: step.id, wftUm }, new Date(deviceClock.now()));
    return [{ step, gun: gun?.item.name ?? null, of }];
  });
}

/** For a process card: how each sprayed coat is set up, and the strokes of every kind of piece on its drawing. Nothing where nothing is sprayed. */
export function CardStrokes({
  steps,
  pieces,
  shop,
}: {
  steps: readonly Step[];
  pieces: readonly PieceRow[];
  shop: Pick<ShopContext, 'benchItems'>;
}) {
  const sprayed = sprayedSteps(steps, shop);
  // Coats with the same fan and overlap are stroked alike: each way once.
  const ways = new Map<string, SprayedStep[]>();
  for (const one of sprayed) {
    const key = `${one.of.setting.fanMm} ${one.of.setting.overlap} ${one.of.setting.speedCmS}`;
    ways.set(key, [...(ways.get(key) ?? []), one]);
  }
  if (sprayed.length === 0) return null;
  return (
    <section className="mt-3 border-ink border-t pt-2" aria-label="Strokes">
      <h2>Strokes</h2>
      {[...ways].map(([key, alike]) => {
        const [first] = alike;
        if (!first) return null;
        return (
          <div key={key} className="mt-1.5">
            <p className="break-after-avoid">
              <span className="font-semibold">{alike.map(({ step }) => step.name).join(', ')}:</span>{' '}
              {first.gun ?? 'a usual gun'}, {settingWords(first.of.setting, first.of.distanceMm)}. Dashed
              strokes first, narrow and light; start and stop off the piece.
            </p>
            <ul className="mt-1 grid grid-cols-3 gap-x-4 gap-y-3 max-md:grid-cols-1 print:grid-cols-3">
              {strokeGroups(pieces, first.of).map(({ pieces: ofOne, plan }) => {
                const [piece] = ofOne;
                if (!piece) return null;
                return (
                  <li key={piece.id} className="break-inside-avoid">
                    <StrokeDrawing piece={piece} plan={plan} bold={2} className="h-64 w-full" />
                    <p className="font-semibold">{ofOne.map(({ tag }) => tag).join(', ')}</p>
                    <p className="text-small">
                      {strokeWords(plan).join('; ')}. {Math.round(plan.sprayS)} s,{' '}
                      {show('volume', plan.sprayedMl)} a front.
                    </p>
                  </li>
                );
              })}
            </ul>
          </div>
        );
      })}
    </section>
  );
}
