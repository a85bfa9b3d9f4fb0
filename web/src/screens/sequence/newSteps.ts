import type { ProductRow } from '@upholder/core/api';
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
}

function coat(role: 'primer' | 'colour' | 'clear', name: string): NewStep {
  return {
    name,
    make(products) {
      const product = products.find(({ sheet }) => sheet.role === role);
      if (!product) return null;
      const { key, sheet } = product;
      const applicator = sheet.applicators.includes('roller') ? 'roller' : (sheet.applicators[0] ?? 'brush');
      return coatStepOf(role, name, key, sheet, applicator, 'Put in by hand.');
    },
  };
}

/** What can be put into a sequence by hand. */
export const NEW_STEPS: readonly NewStep[] = [
  {
    name: 'Degrease',
    make: () =>
      benchStep('clean', 'Degrease', 'clean', YARDSTICKS.degrease, 'Put in by hand.', {
        leaves: 'clean',
        supplyKey: 'cleaner-alkaline',
      }),
  },
  {
    name: 'Sand P240',
    make: () => sandStep('sand', 240, 'by hand', YARDSTICKS.scuff, 'Put in by hand.', { name: 'Sand P240' }),
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
        'Put in by hand: right before the coat, its window is short.',
        { leaves: 'keyed', supplyKey: 'deglosser-liquid' },
      ),
  },
  {
    name: 'Mask',
    make: () =>
      benchStep('mask', 'Mask', 'mask', YARDSTICKS.maskHinges, 'Put in by hand.', {
        supplyKey: 'tape-delicate',
      }),
  },
  {
    name: 'Fill and repair',
    make: () =>
      benchStep('repair', 'Fill and repair', 'repair', YARDSTICKS.repair, 'Put in by hand.', {
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
];
