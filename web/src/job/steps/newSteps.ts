import type { ProductRow } from '@upholder/core/api';
import { type LayerClass, layerVerdict } from '@upholder/core/catalogue';
import {
  benchStep,
  coatStepOf,
  dustStep,
  type StepDraft,
  sandStep,
  YARDSTICKS,
} from '@upholder/core/systems';

/** A kind of step that can be put in, and how it starts out. */
export interface NewStep {
  name: string;
  make(products: readonly ProductRow[]): StepDraft | null;
  /** Whether it may stand there; left out, it may stand anywhere. */
  fits?(place: StepPlace): boolean;
}

/** Where a step would be put in. */
export interface StepPlace {
  /** The film that would lie right under it; null where there is none. */
  under: LayerClass | null;
  /** Whether another film comes after it. */
  isCovered: boolean;
}

/** The place after a step of a sequence. */
export function placeAfter(
  steps: readonly StepDraft[],
  key: string,
  products: readonly ProductRow[],
): StepPlace {
  const at = steps.findIndex((step) => step.key === key);
  const film = steps.slice(0, at + 1).findLast(({ productKey }) => productKey !== null);
  return {
    under: products.find((product) => product.key === film?.productKey)?.sheet.layerClass ?? null,
    isCovered: steps.slice(at + 1).some(({ productKey }) => productKey !== null),
  };
}

/** A decorative layer: only over what the layer table lets it lie on, wax only as the last of all. */
function decor(layerClass: 'glaze' | 'wax', name: string, why: string): NewStep {
  return {
    name,
    fits: ({ under, isCovered }) =>
      under !== null &&
      ['yes', 'scuffed'].includes(layerVerdict(under, layerClass).answer) &&
      !(layerClass === 'wax' && isCovered),
    make(products) {
      const product = products.find(({ sheet }) => sheet.layerClass === layerClass);
      if (!product) return null;
      return coatStepOf(layerClass, name, product.key, product.sheet, 'brush', why);
    },
  };
}

function coat(role: 'primer' | 'colour' | 'clear', name: string): NewStep {
  return {
    name,
    make(products) {
      const product = products.find(({ sheet }) => sheet.role === role);
      if (!product) return null;
      const { key, sheet } = product;
      const applicator = sheet.applicators.includes('roller') ? 'roller' : (sheet.applicators[0] ?? 'brush');
      return coatStepOf(role, name, key, sheet, applicator, 'Added manually.');
    },
  };
}

/** What can be put into a sequence by hand. */
export const NEW_STEPS: readonly NewStep[] = [
  {
    name: 'Degrease',
    make: () =>
      benchStep('clean', 'Degrease', 'clean', YARDSTICKS.degrease, 'Added manually.', {
        leaves: 'clean',
        supplyKey: 'cleaner-alkaline',
      }),
  },
  {
    name: 'Sand P240',
    make: () => sandStep('sand', 240, 'by hand', YARDSTICKS.scuff, 'Added manually.', { name: 'Sand P240' }),
  },
  { name: 'Dust off', make: () => dustStep('dust', { supplyKey: 'cloth-tack' }) },
  {
    name: 'Wipe with deglosser',
    make: () =>
      benchStep(
        'degloss',
        'Wipe with deglosser',
        'degloss',
        YARDSTICKS.degrease,
        'Added manually: right before the coat, its window is short.',
        { leaves: 'keyed', supplyKey: 'deglosser-liquid' },
      ),
  },
  {
    name: 'Mask',
    make: () =>
      benchStep('mask', 'Mask', 'mask', YARDSTICKS.maskHinges, 'Added manually.', {
        supplyKey: 'tape-delicate',
      }),
  },
  {
    name: 'Fill and repair',
    make: () =>
      benchStep('repair', 'Fill and repair', 'repair', YARDSTICKS.repair, 'Added manually.', {
        supplyKey: 'filler-two-part',
        restMin: 60,
      }),
  },
  {
    name: 'Caulk',
    make: () =>
      benchStep(
        'caulk',
        'Caulk',
        'caulk',
        YARDSTICKS.caulk,
        'Thin gaps that show after the first primer; joints of wooden panels stay free.',
        { waitFor: 'sand', supplyKey: 'caulk-acrylic', restMin: 4 * 60 },
      ),
  },
  {
    name: 'Look over',
    make: () =>
      benchStep(
        'look',
        'Look over',
        'inspect',
        YARDSTICKS.inspect,
        'Under a raking light, before the next coat.',
        { waitFor: 'sand' },
      ),
  },
  coat('primer', 'Primer coat'),
  coat('colour', 'Colour coat'),
  coat('clear', 'Clear coat'),
  decor(
    'glaze',
    'Glaze',
    'Added manually: brushed on, wiped back while it is wet; a clear coat protects it.',
  ),
  decor('wax', 'Wax', 'Added manually: thin, rubbed off; nothing holds on wax, so it is the last of all.'),
];
