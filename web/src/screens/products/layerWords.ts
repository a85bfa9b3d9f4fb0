import type { LayerAnswer, LayerClass } from '@upholder/core/catalogue';

/** Classes of films as they are called on screen. */
export const LAYER_CLASS_WORDS: Record<LayerClass, string> = {
  unknown: 'class not known',
  filler: 'grain filler',
  shellac: 'shellac',
  'alkyd-primer': 'solvent alkyd primer',
  'acrylic-primer': 'acrylic primer',
  'bonding-primer': 'bonding primer',
  'build-primer': 'high-build primer',
  sealer: 'vinyl or two-part sealer',
  'acrylic-enamel': 'acrylic, urethane enamel',
  'alkyd-hybrid': 'waterborne alkyd',
  precat: 'pre-catalysed lacquer',
  'two-part': 'two-part waterborne',
  conversion: 'conversion lacquer',
  'oil-enamel': 'solvent enamel',
  mineral: 'mineral paint',
  latex: 'wall paint',
  glaze: 'glaze',
  wax: 'wax',
  clear: 'clear polyurethane',
  stain: 'oil stain',
};

/** Answers as they are called on screen. */
export const LAYER_ANSWER_WORDS: Record<LayerAnswer, string> = {
  yes: 'holds',
  scuffed: 'holds once scuffed',
  no: 'does not hold',
  'not known': 'unknown: make a test panel',
};
