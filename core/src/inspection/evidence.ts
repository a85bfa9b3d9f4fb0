import type { Cause } from '../causes/index.ts';
import { dewPointC } from '../drying/index.ts';
import { LARGEST_CLIMB } from '../rules/index.ts';
import { said } from '../said/index.ts';
import { formatDuration, measured } from '../units/index.ts';
import type { CauseFacts } from './causeFacts.ts';

// Longer than other files: what speaks for and against each cause, side by side.

/** What the records say of a cause: for it, against it, or nothing. */
export interface Evidence {
  /** Above 0 speaks for the cause, below 0 against it; 0 where the records say nothing. */
  weight: number;
  why: string;
}

/** A piece of evidence decides (±6), speaks (±3) or hints (±1). */
const DECIDES = 6;
const SPEAKS = 3;
const HINTS = 1;
/** Surfaces nearer to the dew point gather water (practice of ISO 8502-4). */
const DEW_MARGIN_C = 3;
/** From here on air is warm and dry enough to skin a waterborne film, or to dry mist in flight. */
const HOT_C = 27;
const DRY_PCT = 35;
/** The coarsest grit whose scratches disappear under a primer, and under a colour coat. */
const PRIMER_HIDES = 120;
const COLOUR_HIDES = 180;

const nothing = (why: string): Evidence => ({ weight: 0, why });
const speaks = (weight: number, why: string): Evidence => ({ weight, why });

type Read = (facts: CauseFacts) => Evidence;

const film = (um: number) => measured('film', um);
const heat = (c: number) => measured('temperature', c);
const percent = (share: number) => Math.round(share * 100);

const noCoat = () => nothing(said('inspect.no-coat-logged'));

/** Asks the coat; where none is logged nothing is known. */
const ofCoat =
  (read: (coat: NonNullable<CauseFacts['coat']>, facts: CauseFacts) => Evidence): Read =>
  (facts) =>
    facts.coat ? read(facts.coat, facts) : noCoat();

const filmTooWet = ofCoat(({ wft, sagUm, isVertical }) => {
  if (wft.value === null) return nothing(said('inspect.no-comb-reading'));
  const value = film(wft.value);
  if (wft.value > sagUm)
    return speaks(
      DECIDES,
      said('inspect.comb-above-sag', { value, sag: film(sagUm), isVertical: isVertical ?? true }),
    );
  if (wft.to !== null && wft.value > wft.to)
    return speaks(SPEAKS, said('inspect.comb-above-band', { value, most: film(wft.to) }));
  return speaks(-SPEAKS, said('inspect.comb-within', { value }));
});

const filmTooThick = ofCoat(({ wft }) => {
  if (wft.value === null) return nothing(said('inspect.no-comb-reading'));
  const value = film(wft.value);
  return wft.to !== null && wft.value > wft.to
    ? speaks(DECIDES, said('inspect.comb-above-band', { value, most: film(wft.to) }))
    : speaks(-SPEAKS, said('inspect.comb-within', { value }));
});

const filmTooThin = ofCoat(({ wft }) => {
  if (wft.value === null) return nothing(said('inspect.no-comb-reading'));
  const value = film(wft.value);
  return wft.from !== null && wft.value < wft.from
    ? speaks(DECIDES, said('inspect.comb-below-band', { value, least: film(wft.from) }))
    : speaks(-SPEAKS, said('inspect.comb-within', { value }));
});

const mixTooThin = ofCoat(({ thinning, seconds }) => {
  if (seconds.value !== null && seconds.from !== null)
    return seconds.value < seconds.from
      ? speaks(DECIDES, said('inspect.seconds-below', { value: seconds.value, from: seconds.from }))
      : speaks(-SPEAKS, said('inspect.seconds-not-below', { value: seconds.value, from: seconds.from }));
  if (!thinning) return nothing(said('inspect.no-thinning-logged'));
  const [share, max] = [percent(thinning.fraction), percent(thinning.max)];
  return thinning.fraction > thinning.max + 0.005
    ? speaks(DECIDES, said('inspect.thinner-above', { share, max }))
    : speaks(-HINTS, said('inspect.thinner-within', { share, max }));
});

const mixTooThick = ofCoat(({ thinning, seconds }) => {
  if (seconds.value !== null && seconds.to !== null)
    return seconds.value > seconds.to
      ? speaks(DECIDES, said('inspect.seconds-above', { value: seconds.value, to: seconds.to }))
      : speaks(-SPEAKS, said('inspect.seconds-not-above', { value: seconds.value, to: seconds.to }));
  if (!thinning) return nothing(said('inspect.no-thinning-logged'));
  return thinning.fraction === 0 && thinning.max > 0
    ? speaks(HINTS, said('inspect.unthinned', { max: percent(thinning.max) }))
    : nothing(said('inspect.no-seconds-logged'));
});

const materialCold = ofCoat(({ materialC, limits, air }) => {
  const least = limits.materialMinC;
  if (materialC === null)
    return least !== null && air && air.airC < least
      ? speaks(HINTS, said('inspect.material-stood-cold', { air: heat(air.airC), least: heat(least) }))
      : nothing(said('inspect.no-material-temperature'));
  if (least === null) return nothing(said('inspect.material-was', { value: heat(materialC) }));
  return materialC < least
    ? speaks(DECIDES, said('inspect.material-below', { value: heat(materialC), least: heat(least) }))
    : speaks(-SPEAKS, said('inspect.material-warm-enough', { value: heat(materialC) }));
});

const ofAir = (
  read: (air: NonNullable<NonNullable<CauseFacts['coat']>['air']>, facts: CauseFacts) => Evidence,
) => ofCoat((coat, facts) => (coat.air ? read(coat.air, facts) : nothing(said('inspect.no-air-logged'))));

const airHotDry = ofAir(({ airC, rhPct }) => {
  const air = { air: heat(airC), rhPct: Math.round(rhPct) };
  if (airC >= HOT_C || rhPct <= DRY_PCT)
    return speaks(airC >= HOT_C && rhPct <= DRY_PCT ? DECIDES : SPEAKS, said('inspect.air-was-hot-dry', air));
  return speaks(-SPEAKS, said('inspect.air-was', air));
});

const airHumid = ofAir(({ airC, rhPct }, { coat }) => {
  const limit = coat?.base === 'lacquer' || coat?.base === 'alcohol' ? 70 : (coat?.limits.rhMaxPct ?? 85);
  const air = { air: heat(airC), rhPct: Math.round(rhPct), limit };
  return rhPct > limit
    ? speaks(DECIDES, said('inspect.air-was-humid', air))
    : speaks(-SPEAKS, said('inspect.air-not-humid', air));
});

const airCold = ofAir((air, { coat }) => {
  const least = coat?.limits.airMinC ?? 10;
  const said2 = { air: heat(air.airC), least: heat(least) };
  if (air.airC < least) return speaks(DECIDES, said('inspect.air-below-sheet', said2));
  return air.airC < least + 3
    ? speaks(HINTS, said('inspect.air-near-least', said2))
    : speaks(-SPEAKS, said('inspect.air-warm-enough', said2));
});

const surfaceNearDew = ofAir((air) => {
  const surface = air.surfaceC ?? air.airC;
  const margin = Math.round((surface - dewPointC(air)) * 10) / 10;
  const words = { margin: measured('warmth', margin), least: measured('warmth', DEW_MARGIN_C) };
  if (margin < DEW_MARGIN_C) return speaks(DECIDES, said('inspect.dew-close', words));
  return air.surfaceC === undefined
    ? nothing(said('inspect.no-surface-temperature'))
    : speaks(-SPEAKS, said('inspect.dew-far', words));
});

const notCleaned: Read = ({ prep }) => {
  if (prep.wasCleaned === null) return nothing(said('inspect.no-cleaning-asked'));
  if (!prep.wasCleaned) return speaks(DECIDES, said('inspect.cleaning-not-logged'));
  return prep.wasRinsed === false
    ? speaks(SPEAKS, said('inspect.cleaner-not-rinsed'))
    : speaks(-SPEAKS, said('inspect.cleaning-logged'));
};

const silicone: Read = ({ prep }) => {
  if (prep.wasCleaned === false) return speaks(SPEAKS, said('inspect.cleaning-not-logged'));
  return nothing(said('inspect.silicone-not-logged'));
};

const notDusted: Read = ({ prep }) => {
  if (prep.wasDusted === null) return nothing(said('inspect.nothing-sanded-before'));
  return prep.wasDusted
    ? speaks(-SPEAKS, said('inspect.dusting-logged'))
    : speaks(DECIDES, said('inspect.dusting-not-logged'));
};

const gritTooCoarse: Read = ({ prep, coat }) => {
  if (prep.grit === null) return nothing(said('inspect.no-grit-logged'));
  const finest = coat && !coat.isPrimer ? COLOUR_HIDES : PRIMER_HIDES;
  const words = { grit: prep.grit, finest };
  return prep.grit < finest
    ? speaks(DECIDES, said('inspect.grit-coarse', words))
    : speaks(-SPEAKS, said('inspect.grit-fine-enough', words));
};

const gritJump: Read = ({ prep }) => {
  if (prep.gritSkipped !== null)
    return speaks(DECIDES, said('inspect.grit-skipped', { skipped: prep.gritSkipped }));
  if (prep.grit === null || prep.gritBefore === null) return nothing(said('inspect.no-grits-logged'));
  const words = { from: prep.gritBefore, to: prep.grit };
  return prep.grit / prep.gritBefore > LARGEST_CLIMB
    ? speaks(SPEAKS, said('inspect.grit-jumped', words))
    : speaks(-SPEAKS, said('inspect.grits-close', words));
};

const sandedHard: Read = ({ prep, part }) => {
  if (prep.grit === null) return nothing(said('inspect.no-grit-logged'));
  return part === 'edge'
    ? speaks(SPEAKS, said('inspect.sanded-at-edge', { grit: prep.grit }))
    : speaks(HINTS, said('inspect.sanded-with', { grit: prep.grit }));
};

const poresOpen: Read = ({ ground, prep }) => {
  if (ground.isOpenGrain === null) return nothing(said('inspect.substrate-not-known'));
  if (!ground.isOpenGrain) return speaks(-DECIDES, said('inspect.grain-is-closed'));
  if (prep.fills === 0) return speaks(DECIDES, said('inspect.pores-never-filled'));
  return prep.fills === 1
    ? speaks(HINTS, said('inspect.pores-filled', { fills: prep.fills }))
    : speaks(-HINTS, said('inspect.pores-filled', { fills: prep.fills }));
};

const stainNotBlocked: Read = ({ ground }) => {
  if (ground.blocksStain === 'yes') return speaks(-SPEAKS, said('inspect.stain-blocked'));
  const words = { isPartly: ground.blocksStain === 'partly' };
  if (ground.bleeds) return speaks(DECIDES, said('inspect.bleeds-without-block', words));
  return ground.bleeds === null
    ? speaks(HINTS, said('inspect.bleeding-not-asked', words))
    : speaks(HINTS, said('inspect.bleeds-after-all', words));
};

const recoatEarly: Read = ({ under }) => {
  if (!under) return nothing(said('inspect.no-film-under'));
  const words = {
    kept: formatDuration(under.keptMin),
    asked: formatDuration(under.askedMin),
    under: under.product,
  };
  return under.keptMin < under.askedMin
    ? speaks(under.keptMin < under.askedMin * 0.75 ? DECIDES : SPEAKS, said('inspect.recoated-early', words))
    : speaks(-SPEAKS, said('inspect.recoated-in-time', words));
};

const recoatLate: Read = ({ under }) => {
  if (!under) return nothing(said('inspect.no-film-under'));
  if (under.shutMin === null)
    return speaks(-SPEAKS, said('inspect.window-never-shuts', { under: under.product }));
  const words = {
    kept: formatDuration(under.keptMin),
    shut: formatDuration(under.shutMin),
    under: under.product,
  };
  if (under.keptMin <= under.shutMin) return speaks(-SPEAKS, said('inspect.window-was-open', words));
  return under.wasScuffed
    ? speaks(-HINTS, said('inspect.window-shut-but-scuffed', words))
    : speaks(DECIDES, said('inspect.window-had-shut', words));
};

const pairIncompatible: Read = ({ under, coat }) => {
  if (!under || !coat) return nothing(said('inspect.no-film-under'));
  const words = { under: under.product, over: coat.product };
  switch (under.pair) {
    case 'no':
      return speaks(DECIDES, said('inspect.pair-never', words));
    case 'scuffed':
      return under.wasScuffed
        ? speaks(-HINTS, said('inspect.pair-scuffed', words))
        : speaks(SPEAKS, said('inspect.pair-not-scuffed', words));
    case 'not known':
      return speaks(HINTS, said('inspect.pair-not-known', words));
    case 'yes':
      return speaks(-SPEAKS, said('inspect.pair-good', words));
  }
};

const noKey: Read = ({ prep, ground, under }) => {
  if (under && !under.wasScuffed && prep.grit === null) return speaks(SPEAKS, said('inspect.never-sanded'));
  if (prep.grit === null) return speaks(SPEAKS, said('inspect.no-grit-logged'));
  return ground.isClosed
    ? speaks(HINTS, said('inspect.closed-ground', { grit: prep.grit }))
    : speaks(-SPEAKS, said('inspect.keyed-with', { grit: prep.grit }));
};

const primerUnfit: Read = ({ ground, under }) => {
  if (under && under.pair === 'no')
    return speaks(SPEAKS, said('inspect.primer-does-not-take', { under: under.product }));
  return ground.isClosed
    ? speaks(SPEAKS, said('inspect.closed-ground-wants-adhesion'))
    : nothing(said('inspect.nothing-against-primer'));
};

const heavyTrapped: Read = (facts) => {
  const { under } = facts;
  const early = recoatEarly(facts);
  if (under && early.weight > 0) return early;
  return filmTooThick(facts);
};

const noHardener = ofCoat(({ hasHardener, product }) => {
  if (hasHardener === null) return speaks(-DECIDES, said('inspect.needs-no-hardener', { product }));
  return hasHardener
    ? speaks(-SPEAKS, said('inspect.hardener-went-in'))
    : speaks(DECIDES, said('inspect.hardener-missing', { product }));
});

const potLifePast = ofCoat(({ mixAge }) => {
  if (!mixAge) return nothing(said('inspect.no-mix-logged'));
  if (mixAge.potLife === null) return speaks(-DECIDES, said('inspect.mix-keeps'));
  const words = { age: formatDuration(mixAge.minutes), life: formatDuration(mixAge.potLife) };
  return mixAge.minutes > mixAge.potLife
    ? speaks(DECIDES, said('inspect.mix-too-old', words))
    : speaks(-SPEAKS, said('inspect.mix-young', words));
});

const stackedEarly: Read = ({ after }) => {
  const kept = after.packed ?? after.handled;
  if (!kept) return nothing(said('inspect.no-packing-logged'));
  const words = { kept: formatDuration(kept.keptMin), asked: formatDuration(kept.askedMin) };
  return kept.keptMin < kept.askedMin
    ? speaks(DECIDES, said('inspect.packed-early', words))
    : speaks(-SPEAKS, said('inspect.packed-in-time', words));
};

const skinOil = ofCoat(({ resistsSkinOil, product }, { after, part }) => {
  if (resistsSkinOil) return speaks(-DECIDES, said('inspect.stands-skin-oil', { product }));
  if (after.handsPull === null && part !== 'edge')
    return speaks(SPEAKS, said('inspect.no-skin-oil', { product }));
  return speaks(
    after.handsPull === false ? HINTS : DECIDES,
    said('inspect.no-skin-oil-hands', { product, isPulled: after.handsPull !== false }),
  );
});

const coatsTooFew: Read = ({ cover }) => {
  const words = { coats: cover.coats, asked: cover.coatsAsked };
  if (cover.coats < cover.coatsAsked) return speaks(SPEAKS, said('inspect.coats-missing', words));
  if (cover.hidingPct === null) return speaks(HINTS, said('inspect.hiding-not-known', words));
  return cover.hidingPct < 98
    ? speaks(SPEAKS, said('inspect.hides-too-little', { ...words, hiding: Math.round(cover.hidingPct) }))
    : speaks(-SPEAKS, said('inspect.hides-enough', { ...words, hiding: Math.round(cover.hidingPct) }));
};

const jointMoves: Read = ({ ground }) =>
  ground.hasPanelJoint
    ? speaks(SPEAKS, said('inspect.panel-in-frame'))
    : speaks(-DECIDES, said('inspect.no-panel-joint'));

const airLow = ofCoat(({ isSprayed }) =>
  isSprayed ? nothing(said('inspect.air-supply-not-logged')) : speaks(-DECIDES, said('inspect.not-sprayed')),
);

const hand = (words: string) =>
  ofCoat(({ isSprayed, who, gun }) =>
    isSprayed
      ? nothing(said('inspect.hand-not-logged', { words, who, gun: gun ?? '' }))
      : speaks(-SPEAKS, said('inspect.not-sprayed')),
  );

const anyHand = (words: string) =>
  ofCoat(({ who, gun }) => nothing(said('inspect.hand-not-logged', { words, who, gun: gun ?? '' })));

const groundUneven: Read = ({ prep, cover }) =>
  cover.coats < 2
    ? speaks(SPEAKS, said('inspect.one-coat-so-far'))
    : prep.fills > 0
      ? speaks(HINTS, said('inspect.filled-places-drink'))
      : nothing(said('inspect.ground-not-logged'));

const wetEdgeLost = ofAir(({ airC, rhPct }, { coat }) => {
  const air = { air: heat(airC), rhPct: Math.round(rhPct) };
  if (coat?.isSprayed) return speaks(-SPEAKS, said('inspect.sprayed-has-no-lap'));
  return airC >= HOT_C || rhPct <= DRY_PCT
    ? speaks(DECIDES, said('inspect.air-was-hot-dry', air))
    : speaks(HINTS, said('inspect.by-hand-in', air));
});

const dustInAir: Read = ofCoat(() => nothing(said('inspect.dust-not-logged')));

/** What the records say of each cause. */
export const EVIDENCE: Record<Cause, Read> = {
  'film-too-wet': filmTooWet,
  'hand-too-slow': hand(said('inspect.hand-slow')),
  'mix-too-thin': mixTooThin,
  'mix-too-thick': mixTooThick,
  'hand-too-far': hand(said('inspect.hand-far')),
  'air-low': airLow,
  'material-cold': materialCold,
  'air-hot-dry': airHotDry,
  'air-humid': airHumid,
  'air-cold': airCold,
  'surface-near-dew': surfaceNearDew,
  silicone,
  'not-cleaned': notCleaned,
  'heavy-coat-trapped': heavyTrapped,
  'mix-shaken': anyHand(said('inspect.hand-shaken')),
  'overlap-uneven': hand(said('inspect.hand-overlap')),
  'wet-edge-lost': wetEdgeLost,
  'pores-open': poresOpen,
  'stain-not-blocked': stainNotBlocked,
  'ground-uneven': groundUneven,
  'recoat-early': recoatEarly,
  'pair-incompatible': pairIncompatible,
  'recoat-late': recoatLate,
  'not-dusted': notDusted,
  'dust-in-air': dustInAir,
  'grit-too-coarse': gritTooCoarse,
  'grit-jump': gritJump,
  'sanded-hard': sandedHard,
  'place-missed': anyHand(said('inspect.hand-missed')),
  'stacked-early': stackedEarly,
  'film-too-thick': filmTooThick,
  'skin-oil': skinOil,
  'no-hardener': noHardener,
  'pot-life-past': potLifePast,
  'joint-moves': jointMoves,
  'no-key': noKey,
  'primer-unfit': primerUnfit,
  'film-too-thin': filmTooThin,
  'coats-too-few': coatsTooFew,
  'not-stirred': anyHand(said('inspect.hand-not-stirred')),
  damage: () => nothing(said('inspect.damage-not-logged')),
};
