import type { ProductRow } from '@upholder/core/api';
import {
  applicatorLabour,
  benchStep,
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
      return {
        ...benchStep(role, name, 'coat', applicatorLabour(applicator), 'Put in by hand.'),
        productKey: key,
        applicator,
        wftUm: sheet.wftTypUm,
        thinning: { convention: sheet.maxThinning.convention, value: 0 },
        waitFor: 'recoat',
        leaves: role === 'primer' ? 'primed' : 'colour',
        cautions: sheet.cautions,
      };
    },
  };
}

/** What can be put into a sequence by hand. */
export const NEW_STEPS: readonly NewStep[] = [
  {
    name: 'Degrease',
    make: () =>
      benchStep('clean', 'Degrease', 'clean', YARDSTICKS.degrease, 'Put in by hand.', { leaves: 'clean' }),
  },
  {
    name: 'Sand P240',
    make: () => sandStep('sand', 240, 'by hand', YARDSTICKS.scuff, 'Put in by hand.', { name: 'Sand P240' }),
  },
  { name: 'Dust off', make: () => dustStep('dust') },
  {
    name: 'Fill and repair',
    make: () => benchStep('repair', 'Fill and repair', 'repair', YARDSTICKS.repair, 'Put in by hand.'),
  },
  {
    name: 'Caulk',
    make: () =>
      benchStep(
        'caulk',
        'Caulk',
        'caulk',
        YARDSTICKS.repair,
        'Thin gaps that show after the first primer; joints of wooden panels stay free.',
        { waitFor: 'sand' },
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
