import type { ProductRow } from '@upholder/core/api';
import { type LayerClass, layerVerdict } from '@upholder/core/catalogue';
import { said } from '@upholder/core/said';
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
      return coatStepOf(role, name, key, sheet, applicator, said('step.added-manually'));
    },
  };
}

/** What can be put into a sequence by hand. */
export const NEW_STEPS: readonly NewStep[] = [
  {
    name: said('step.degrease'),
    make: () =>
      benchStep('clean', said('step.degrease'), 'clean', YARDSTICKS.degrease, said('step.added-manually'), {
        resultingSurface: 'clean',
        supplyKey: 'cleaner-alkaline',
      }),
  },
  {
    name: said('step.sand-plain-p', { grit: 240 }),
    make: () =>
      sandStep('sand', 240, said('step.by-hand'), YARDSTICKS.scuff, said('step.added-manually'), {
        name: said('step.sand-plain-p', { grit: 240 }),
      }),
  },
  {
    name: said('step.station', { grit: 320 }),
    make: () =>
      sandStep(
        'station',
        320,
        said('step.between-coats'),
        YARDSTICKS.station,
        said('step.piece-by-piece-the-next-one-waits'),
        { name: said('step.station', { grit: 320 }), operation: 'station', supplyKey: 'foam-320' },
      ),
  },
  { name: said('step.dust-off'), make: () => dustStep('dust', { supplyKey: 'cloth-tack' }) },
  {
    name: said('step.wipe-with-deglosser'),
    make: () =>
      benchStep(
        'degloss',
        said('step.wipe-with-deglosser'),
        'degloss',
        YARDSTICKS.degrease,
        said('step.added-manually-right-before-the-coat'),
        { resultingSurface: 'keyed', supplyKey: 'deglosser-liquid' },
      ),
  },
  {
    name: said('step.mask'),
    make: () =>
      benchStep('mask', said('step.mask'), 'mask', YARDSTICKS.maskHinges, said('step.added-manually'), {
        supplyKey: 'tape-delicate',
      }),
  },
  {
    name: said('step.fill-and-repair'),
    make: () =>
      benchStep(
        'repair',
        said('step.fill-and-repair'),
        'repair',
        YARDSTICKS.repair,
        said('step.added-manually'),
        {
          supplyKey: 'filler-two-part',
          dryingMin: 60,
        },
      ),
  },
  {
    name: said('step.caulk'),
    make: () =>
      benchStep(
        'caulk',
        said('step.caulk'),
        'caulk',
        YARDSTICKS.caulk,
        said('step.thin-gaps-that-show-after-the'),
        {
          waitFor: 'sand',
          supplyKey: 'caulk-acrylic',
          dryingMin: 4 * 60,
        },
      ),
  },
  {
    name: said('step.look-over'),
    make: () =>
      benchStep(
        'look',
        said('step.look-over'),
        'inspect',
        YARDSTICKS.inspect,
        said('step.under-a-raking-light-before-the'),
        { waitFor: 'sand' },
      ),
  },
  coat('primer', said('step.primer-coat')),
  coat('colour', said('step.colour-coat')),
  coat('clear', said('step.clear-coat-2')),
  decor('glaze', said('step.glaze'), said('step.added-manually-brushed-on-wiped-back')),
  decor('wax', said('step.wax'), said('step.added-manually-thin-rubbed-off-nothing')),
];
