export { speak, speakAll } from './speak.ts';
export { spelt } from './spelling.ts';
export * from './voice.ts';

import { LOG_ACTION_TRAITS, type LogAction } from '../jobs/actions.ts';
import type { CoatSide } from '../pieces/area.ts';
import type { ClockKind } from '../systems/step.ts';

/** What a film has to be before a step may touch it; empty where nothing is waited for. */
export const CLOCK_WORDS: Record<ClockKind, string> = {
  none: '',
  sand: 'dry to sand',
  recoat: 'ready for the next coat',
  handle: 'dry to handle',
  pack: 'dry to pack',
  refit: 'ready to refit',
};

type Place = 'bench' | 'booth' | 'rail' | 'rack' | 'room';
/** A place by its name, and where somebody is who works there or something that dries there. */
export const PLACE_WORDS: Record<Place, { name: string; at: string }> = {
  bench: { name: 'Bench', at: 'at the bench' },
  booth: { name: 'Booth', at: 'in the booth' },
  rail: { name: 'Rail', at: 'on the rail' },
  rack: { name: 'Rack', at: 'on the rack' },
  room: { name: 'Client’s room', at: 'in the client’s room' },
};

/** What was done at a step, as the log and the floor name it. */
export function actionWords(action: LogAction, stepName: string): string {
  return LOG_ACTION_TRAITS[action].prefix + stepName;
}

/** Which side of the pieces a visit was for, behind its name; empty for all of them. */
export const SIDE_WORDS: Record<CoatSide, string> = {
  all: '',
  front: ', fronts',
  back: ', backs',
  edges: ', edges',
};
