export { readDay } from './readDay.ts';
export { speak, speakAll } from './speak.ts';
export { spelt } from './spelling.ts';
export * from './voice.ts';

import { APPLICATOR_TRAITS, APPLICATOR_WORDS, type Applicator } from '../catalogue/applicators.ts';
import { LOG_ACTION_TRAITS, type LogAction } from '../jobs/actions.ts';
import { areWhole, type CoatSide, type WorkPart } from '../pieces/area.ts';
import type { Member } from '../pieces/members.ts';
import { said } from '../said/index.ts';
import type { Application } from '../systems/application.ts';
import type { ClockKind } from '../systems/step.ts';
import { measured } from '../units/index.ts';

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

/** Parts of a piece, as a sentence names them. */
export const PART_WORDS: Record<WorkPart, string> = {
  edges: said('word.part-edges'),
  profiles: said('word.part-profiles'),
  flats: said('word.part-flats'),
  corners: said('word.part-corners'),
};

/** Members of a piece, as a drawing names them. */
export const MEMBER_WORDS: Record<Member, string> = {
  recess: said('word.member-recess'),
  corners: said('word.part-corners'),
  panel: said('word.member-panel'),
  rails: said('word.member-rails'),
  stiles: said('word.member-stiles'),
  face: said('word.member-face'),
  edges: said('word.member-edges'),
};

/** The parts that a move covers: `edges and profiles`, or the whole piece. */
export function partsInWords(parts: readonly WorkPart[]): string {
  if (areWhole(parts)) return said('word.whole-piece');
  return parts.map((part) => PART_WORDS[part]).join(said('word.part-and'));
}

/** A tool of a move: what a roller does besides is a move of its own. */
export function toolWords(applicator: Applicator): string {
  return applicator === 'roller' ? APPLICATOR_TRAITS.roller.short : APPLICATOR_WORDS[applicator];
}

/** A move in words: what of a piece, with what: `edges and profiles: brush, 38 mm`. */
export function moveWords(move: Application): string {
  const { applicator, byMachine, toolMm, laysOff } = move;
  const tool =
    applicator === null ? said(byMachine ? 'word.by-machine' : 'word.by-hand') : toolWords(applicator);
  const wide =
    toolMm === null ? tool : said('word.tool-so-wide', { tool, width: measured('length', toolMm) });
  const parts = partsInWords(move.parts);
  return laysOff
    ? said('word.tipped-off', { parts, tool: wide })
    : said('word.one-move', { parts, tool: wide });
}
