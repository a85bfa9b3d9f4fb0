import type { ShopContext } from '@upholder/core/api';
import { airVerdict, cupReckoning, supplyOf } from '@upholder/core/equipment';
import type { StrokePlan } from '@upholder/core/film';
import { type Gun, itemsOf } from '@upholder/core/mixing';
import { formatDuration } from '@upholder/core/units';
import { useState } from 'react';
import { show } from '../../base/voice.ts';
import { Notice } from '../../parts/controls.tsx';
import { airWords } from '../products/gunAir.ts';
import { NumberEntry } from './NumberEntry.tsx';

/** Bursts that so many seconds of trigger take on the best compressor; null where the air is enough or nobody knows. */
function burstsOf(gun: Gun, shop: ShopContext, triggerS: number): { bursts: number; restS: number } | null {
  if (gun.airDemandLMin === null) return null;
  const demand = gun.airDemandLMin;
  const verdicts = itemsOf(shop.benchItems, 'gear').flatMap(({ item }) => {
    const supply = supplyOf(item);
    return supply ? [airVerdict(demand, supply)] : [];
  });
  if (verdicts.length === 0 || verdicts.some(({ kind }) => kind !== 'bursts')) return null;
  const all = verdicts.flatMap((verdict) => {
    if (verdict.kind !== 'bursts' || verdict.burstS <= 0) return [];
    const bursts = Math.ceil(triggerS / verdict.burstS);
    return [{ bursts, restS: (bursts - 1) * verdict.restS }];
  });
  return all.toSorted((a, b) => a.restS - b.restS)[0] ?? null;
}

/** What spraying so many fronts asks of air, cup and wrist. */
export function AirAndCup({
  gun,
  plan,
  density,
  shop,
}: {
  gun: Gun;
  plan: StrokePlan;
  density: number;
  shop: ShopContext;
}) {
  const [fronts, setFronts] = useState(10);
  const ml = fronts * plan.sprayedMl;
  const triggerS = fronts * plan.sprayS;
  const cup =
    gun.cupMl === null
      ? null
      : cupReckoning(ml, { cupMl: gun.cupMl, residueMl: gun.residueMl }, gun.fullG, density);
  const air = airWords(gun.airDemandLMin, itemsOf(shop.benchItems, 'gear'));
  const bursts = burstsOf(gun, shop, triggerS);
  return (
    <div className="flex flex-col gap-2">
      <NumberEntry
        label="Fronts like this one"
        value={fronts}
        range={[1, 500]}
        onValue={(count) => setFronts(Math.max(1, Math.round(count)))}
      />
      <p>
        <span className="quantity">{show('volume', ml)}</span> sprayed in{' '}
        <span className="quantity">{formatDuration(Math.max(1, Math.round(triggerS / 60)))}</span> of open
        trigger.
      </p>
      {cup ? (
        <p>
          <span className="quantity">{cup.fills}</span> {cup.fills === 1 ? 'fill' : 'fills'} of{' '}
          {show('volume', gun.cupMl ?? 0)}, the last {show('volume', cup.lastMl)};{' '}
          {show('volume', gun.residueMl)} stay in cup and hose
          {cup.heldG === null
            ? '. Weigh it full once, under Products, to learn what you hold.'
            : `; ${show('weight', cup.heldG)} in the hand when full.`}
        </p>
      ) : (
        <p>It draws from the pail; {show('volume', gun.residueMl)} stay in hose and gun.</p>
      )}
      {cup?.isHeavy && (
        <Notice kind="act">That strains the wrist. Fill the cup less, rest the arm, change hands.</Notice>
      )}
      {air.map((line) => (
        <p key={line}>{line}</p>
      ))}
      {bursts && (
        <p>
          {fronts} fronts take {bursts.bursts} bursts
          {Number.isFinite(bursts.restS) &&
            ` and ${formatDuration(Math.max(1, Math.round(bursts.restS / 60)))} of waiting for the tank`}
          . Release the trigger at the end of a stroke.
        </p>
      )}
      {gun.applicator === 'compressor' && gun.airDemandLMin === null && (
        <p className="text-quiet">
          Enter its air demand under Products to learn whether the compressor keeps up.
        </p>
      )}
    </div>
  );
}
