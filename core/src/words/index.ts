export { readDay } from './readDay.ts';
export { speak, speakAll } from './speak.ts';
export { spelt } from './spelling.ts';
export * from './voice.ts';

import { LOG_ACTION_TRAITS, type LogAction } from '../jobs/actions.ts';
import type { CoatSide } from '../pieces/area.ts';
import { said } from '../said/index.ts';
import type { ClockKind } from '../systems/step.ts';

/** What a film has to be before a step may touch it; empty where nothing is waited for. */
export const CLOCK_WORDS: Record<ClockKind, string> = {
  none: '',
  touch: said('word.touch-dry'),
  sand: said('word.dry-to-sand'),
  recoat: said('word.ready-to-recoat'),
  handle: said('word.dry-to-handle'),
  pack: said('word.dry-to-pack'),
  refit: said('word.ready-to-refit'),
};

type Place = 'bench' | 'booth' | 'rail' | 'rack' | 'room';
/** A place by its name, and where somebody is who works there or something that dries there. */
export const PLACE_WORDS: Record<Place, { name: string; at: string }> = {
  bench: { name: said('word.bench'), at: said('word.at-the-bench') },
  booth: { name: said('word.booth'), at: said('word.in-the-booth') },
  rail: { name: said('word.rail'), at: said('word.on-the-rail') },
  rack: { name: said('word.rack'), at: said('word.on-the-rack') },
  room: { name: said('word.room'), at: said('word.in-the-room') },
};

/** What was done at a step, as the log and the floor name it. */
export function actionWords(action: LogAction, stepName: string): string {
  const sentence = LOG_ACTION_TRAITS[action].sentence;
  return sentence === null ? stepName : said(sentence, { step: stepName });
}

/** Which side of the pieces a task was for, behind its name; empty for all of them. */
export const SIDE_WORDS: Record<CoatSide, string> = {
  all: '',
  front: said('word.fronts'),
  back: said('word.backs'),
  edges: said('word.edges'),
};
