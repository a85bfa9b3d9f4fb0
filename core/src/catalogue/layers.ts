import type { LayerClass } from './sheet.ts';

/** What is known of one film over another. `scuffed`: yes, once the lower one is sanded. */
export type LayerAnswer = 'yes' | 'scuffed' | 'no' | 'not known';

/** One film over another, with the reason. */
export interface LayerVerdict {
  answer: LayerAnswer;
  why: string;
}

interface LayerRule extends LayerVerdict {
  under: readonly LayerClass[];
  over: readonly LayerClass[];
}

const WATERBORNE_PRIMERS = ['acrylic-primer', 'bonding-primer', 'build-primer'] as const;
const WATERBORNE_TOPS = ['acrylic-enamel', 'alkyd-hybrid', 'clear', 'mineral'] as const;
const SOLVENT_LACQUERS = ['sealer', 'precat'] as const;
const SLOW_OILS = ['alkyd-primer', 'oil-enamel', 'alkyd-hybrid', 'stain'] as const;

/** The first rule that fits a pair answers it. Practice of the trade, from how the films form. */
const RULES: readonly LayerRule[] = [
  {
    under: SLOW_OILS,
    over: SOLVENT_LACQUERS,
    answer: 'no',
    why: 'Lacquer solvent lifts a film that dried by oxygen, and it wrinkles.',
  },
  {
    under: ['acrylic-enamel', ...WATERBORNE_PRIMERS],
    over: SOLVENT_LACQUERS,
    answer: 'no',
    why: 'Lacquer solvent bites into a waterborne film that is not through-cured.',
  },
  {
    under: ['shellac'],
    over: ['two-part'],
    answer: 'no',
    why: 'Two-part films let go of ordinary shellac; only dewaxed shellac named in their sheet will do.',
  },
  {
    under: ['alkyd-primer', 'oil-enamel', 'mineral', 'acrylic-primer', 'build-primer'],
    over: ['two-part'],
    answer: 'not known',
    why: 'Two-part films go only over what their sheet names.',
  },
  {
    under: ['mineral'],
    over: ['clear', 'mineral'],
    answer: 'yes',
    why: 'Mineral paint is porous: the next coat sinks in.',
  },
  {
    under: ['clear', 'precat', 'two-part'],
    over: ['clear', 'precat', 'two-part'],
    answer: 'scuffed',
    why: 'A hard film wants a fine scuff before the next one.',
  },
  {
    under: ['shellac'],
    over: [
      ...WATERBORNE_PRIMERS,
      ...WATERBORNE_TOPS,
      'shellac',
      'sealer',
      'precat',
      'oil-enamel',
      'alkyd-primer',
    ],
    answer: 'yes',
    why: 'Shellac goes under nearly everything.',
  },
  {
    under: ['alkyd-primer'],
    over: [...WATERBORNE_PRIMERS, ...WATERBORNE_TOPS],
    answer: 'scuffed',
    why: 'Waterborne over a solvent primer holds once it is past its recoat time and sanded.',
  },
  {
    under: ['alkyd-primer', ...WATERBORNE_PRIMERS, 'shellac'],
    over: ['alkyd-primer', ...WATERBORNE_PRIMERS, 'shellac'],
    answer: 'yes',
    why: 'Primers build on each other within their windows.',
  },
  {
    under: WATERBORNE_PRIMERS,
    over: [...WATERBORNE_TOPS, 'oil-enamel'],
    answer: 'yes',
    why: 'What these primers are for.',
  },
  {
    under: WATERBORNE_PRIMERS,
    over: ['two-part'],
    answer: 'yes',
    why: 'Usual under two-part waterborne; see its sheet.',
  },
  { under: ['sealer'], over: ['sealer', 'precat', 'two-part'], answer: 'yes', why: 'What sealers are for.' },
  {
    under: ['sealer'],
    over: WATERBORNE_TOPS,
    answer: 'scuffed',
    why: 'Waterborne over sealer wants a scuff.',
  },
  {
    under: ['filler'],
    over: ['alkyd-primer', ...WATERBORNE_PRIMERS, 'shellac', 'sealer', 'filler'],
    answer: 'scuffed',
    why: 'Filler is sanded level and then primed.',
  },
  {
    under: ['filler'],
    over: [...WATERBORNE_TOPS, 'oil-enamel', 'precat', 'two-part'],
    answer: 'no',
    why: 'Filler drinks paint: without a primer it shows as dull patches.',
  },
  {
    under: ['acrylic-enamel', 'alkyd-hybrid', 'oil-enamel', 'mineral'],
    over: ['acrylic-enamel', 'alkyd-hybrid', 'oil-enamel', 'mineral', 'clear'],
    answer: 'scuffed',
    why: 'Paint over paint of its kind holds when it is clean and scuffed, or within its window.',
  },
  {
    under: ['stain'],
    over: ['clear', 'shellac', 'oil-enamel'],
    answer: 'yes',
    why: 'Dry stain takes a clear coat.',
  },
];

/** What is known of one class of film over another; pairs that no rule names ask for a test piece. */
export function layerVerdict(under: LayerClass, over: LayerClass): LayerVerdict {
  const rule = RULES.find((candidate) => candidate.under.includes(under) && candidate.over.includes(over));
  if (rule) return { answer: rule.answer, why: rule.why };
  return { answer: 'not known', why: 'Nobody has said how these two get on: make a test piece.' };
}
