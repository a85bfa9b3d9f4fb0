import { type Cause, casesOf, type Experience } from '../causes/index.ts';
import type { Raised, Severity } from './model.ts';

/** Which confirmed causes a rule would have kept away. A rule that is not here is not raised. */
export const KEPT_AWAY: Readonly<Record<string, readonly Cause[]>> = {
  'clean-before-key': ['not-cleaned'],
  'clean-after-key': ['not-cleaned'],
  'soil-passes': ['not-cleaned', 'silicone'],
  'cleaner-rinse': ['not-cleaned'],
  'dust-before-film': ['not-dusted'],
  'thinning-max': ['mix-too-thin'],
  'wft-range': ['film-too-wet', 'film-too-thick', 'film-too-thin'],
  'film-total-product': ['film-too-thick'],
  'film-total': ['film-too-thick'],
  hiding: ['coats-too-few', 'film-too-thin'],
  'one-colour-coat': ['coats-too-few'],
  'stain-block': ['stain-not-blocked'],
  'stain-block-weak': ['stain-not-blocked'],
  'open-grain-pale': ['pores-open'],
  'adhesion-primer': ['primer-unfit', 'no-key'],
  'key-old-finish': ['no-key'],
  'thin-face': ['sanded-hard'],
  'closed-surface-grit': ['grit-too-coarse'],
  'grit-coarse-between': ['grit-too-coarse'],
  'grit-ladder': ['grit-jump'],
  'dry-to-sand': ['recoat-early'],
  'recoat-clock': ['recoat-early'],
  'recoat-max': ['recoat-late'],
  'double-window': ['recoat-early', 'recoat-late'],
  'layer-no': ['pair-incompatible'],
  'layer-unknown': ['pair-incompatible'],
  'layer-scuff': ['no-key', 'recoat-late'],
  'skin-oil': ['skin-oil'],
  'handle-clock': ['stacked-early'],
  'pack-clock': ['stacked-early'],
  'packed-early': ['stacked-early'],
  'refit-clock': ['stacked-early'],
  'caulk-order': ['joint-moves'],
  'floating-panel': ['joint-moves'],
  climate: ['air-cold', 'air-humid', 'air-hot-dry'],
  'dew-point': ['surface-near-dew'],
  'pot-life': ['pot-life-past'],
};

/** From so many cases on a better way becomes a warning, and a warning a stop. One case is none. */
const TO_WARN = 2;
const TO_STOP = 4;

/** How serious a rule is for a shop, one step up at most, and what raised it; null where nothing did. */
export function raisedBy(
  code: string,
  severity: Severity,
  experience: Experience,
): { severity: Severity; raised: Raised | null } {
  const cases = casesOf(experience, KEPT_AWAY[code] ?? []);
  const raised = { from: severity, cases };
  if (severity === 'advise' && cases >= TO_WARN) return { severity: 'warn', raised };
  if (severity === 'warn' && cases >= TO_STOP) return { severity: 'stop', raised };
  return { severity, raised: null };
}
