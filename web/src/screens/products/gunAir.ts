import { type AirVerdict, airVerdict, readTip, supplyOf, tipFlowMlMin } from '@upholder/core/equipment';
import type { Gear, StoredItem } from '@upholder/core/mixing';

/** `2 inches at 30 cm, about 270 mL/min of paint`: what a tip gives at a pressure; empty where either is missing. */
export function tipWords(code: string, pressureBar: number | null): string {
  const tip = readTip(code);
  if (!tip) return '';
  const fan = `Fan ${Math.round(tip.fanMm)} mm at 30 cm.`;
  if (!pressureBar) return fan;
  return `${fan} About ${Math.round(tipFlowMlMin(tip, pressureBar))} mL/min of paint; a bucket test beats this.`;
}

function verdictWords(verdict: AirVerdict): string {
  switch (verdict.kind) {
    case 'continuous':
      return 'enough for continuous spraying';
    case 'tight':
      return 'just enough; the compressor never stops';
    case 'bursts':
      return Number.isFinite(verdict.restS)
        ? `bursts of ${Math.round(verdict.burstS)} s, then ${Math.round(verdict.restS)} s of rest`
        : `one burst of ${Math.round(verdict.burstS)} s`;
  }
}

/** What each compressor of the register lets a gun do; empty where its demand or all compressors are unknown. */
export function airWords(demandLMin: number | null, gear: readonly StoredItem<Gear>[]): string[] {
  if (!demandLMin) return [];
  return gear.flatMap(({ item }) => {
    const supply = supplyOf(item);
    return supply ? [`${item.name}: ${verdictWords(airVerdict(demandLMin, supply))}.`] : [];
  });
}
