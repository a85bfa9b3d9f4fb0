import type { Phase } from '@upholder/core/estimating';
import { regional } from '@upholder/core/said';

/** What the hours of a job go into, in words. */
export const PHASE_WORDS: Record<Phase, string> = {
  'taking-down': 'taking down',
  preparation: 'preparation',
  filling: 'filling',
  priming: 'priming',
  colour: regional('colour'),
  clear: 'clear',
  'looking-over': 'inspection',
  'bringing-back': 'packing and refit',
};
